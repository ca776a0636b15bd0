"""What a shop has that makes a hole as it is: a tin, a tube, a tray."""

from collections.abc import Iterable

from ulbrek.core.kit.geometry.outline import Outline
from ulbrek.core.kit.geometry.prism import Prism
from ulbrek.core.materials.supplies import ReadyFormer

FITS_MM = 1.0  # Source: common practice: nearer than that no tube is told from its size
_DRAFT_DEG = 1.0


def is_round(outline: Outline) -> bool:
    """Whether it is a circle."""
    left, front, right, back = outline.box
    across = right - left
    return all(edge.is_arc and abs(2 * edge.radius - across) < FITS_MM for edge in outline.edges) and (
        abs(across - (back - front)) < FITS_MM
    )


def ready_for(prism: Prism, draft_deg: float, ready: Iterable[ReadyFormer]) -> ReadyFormer | None:
    """The tin, tube or tray that is of the size of what is to be kept free; None where there is none.

    Args:
        prism: what is kept free of concrete
        draft_deg: by which it narrows
        ready: what the shop has, likeliest first
    """
    left, front, right, back = prism.outline.box
    sides = sorted((right - left, back - front))
    round_, deep = is_round(prism.outline), prism.top_mm - prism.bottom_mm
    for one in ready:
        own = sorted((one.length_mm, one.width_mm if one.shape == "rectangle" and one.width_mm else one.length_mm))
        if round_ != (one.shape == "round") or abs(one.draft_deg - abs(draft_deg)) > _DRAFT_DEG:
            continue
        if one.depth_mm >= deep - FITS_MM and all(abs(a - b) <= FITS_MM for a, b in zip(own, sides, strict=True)):
            return one
    return None
