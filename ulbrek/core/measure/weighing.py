"""What a casting weighs, and the size that it must have to weigh so much."""

from collections.abc import Callable, Mapping
from typing import NamedTuple

from scipy.optimize import brentq

from ulbrek.core.base.figure import Figure, Spread, work
from ulbrek.core.base.finding import Change, Quantity
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.units import Length
from ulbrek.core.measure import rules
from ulbrek.core.measure.inputs.outlines import Disc, Rectangle, RegularPolygon
from ulbrek.core.measure.inputs.piece import Piece, WantedWeight, WeightBy
from ulbrek.core.measure.shape import Shape, shape_of

LEAST_MM, MOST_MM = 10.0, 2_000.0
_WITHIN_MM = 5e-4
_MAKE_IT: Mapping[WeightBy, str] = {
    "thickness": "Make it {size} thick", "size": "Make its size {size}", "length": "Make it {size} long",
    "width": "Make it {size} wide", "whole": "Scale it to {size}",
}  # fmt: skip


class CannotSolveError(ValueError):
    """No change of the job reaches the goal; says why and what would do."""


@dataclass(frozen=True, slots=True)
class Concrete:
    """What a piece is cast of: its fresh density [kg/m³], and the shares of its mass that bleed and dry out
    [1], its largest stone [mm], whether it is a mortar with structural glass fibre, and how much of it comes dry out of
    the bag [1]."""

    density: Figure
    bled: Spread
    drying: Spread | Figure
    stone_mm: float = 10.0
    glass_fibred: bool = False
    dry_share: float = 1.0


class Masses(NamedTuple):
    """What one casting weighs [kg], and what of that stays in it and is no concrete."""

    fresh: Figure
    stripped: Figure
    dry: Figure
    stays_in_kg: float


def masses_of(shape: Shape, concrete: Concrete, volume_l: Figure | float) -> Masses:
    """What a casting weighs fresh, stripped and dried out.

    Args:
        shape: the shape
        concrete: what it is cast of
        volume_l: its volume [l]
    """
    of, density = shape.piece.id, concrete.density
    kept_in = sum(placed.feature.stays_in_kg(placed, shape.cast_depth) for placed in shape.placed)
    fresh = work(rules.mass_fresh, of, volume_l=volume_l, density_kg_m3=density, stays_in_kg=kept_in)
    off = max(0.0, shape.solid.volume_mm3 - shape.finished.volume_mm3)
    taken_off = work(rules.taken_off, of, volume_l=off / 1e6, density_kg_m3=density) if off else 0.0
    stripped = work(
        rules.mass_stripped, of, mass_fresh_kg=fresh, stays_in_kg=kept_in, bled_share=concrete.bled
    )  # fmt: skip
    dry = work(
        rules.mass_dry, of, mass_fresh_kg=fresh, stays_in_kg=kept_in, taken_off_kg=taken_off,
        drying_loss=concrete.drying,
    )  # fmt: skip
    return Masses(fresh, stripped, dry, kept_in)


def cast_volume_l(shape: Shape) -> float:
    """The concrete of one casting [l]."""
    return (shape.solid.volume_mm3 - in_sides_mm3(shape)) / 1e6


def in_sides_mm3(shape: Shape) -> float:
    """The concrete that bolts in the sides take the place of, as far as they are in the piece [mm³]."""
    total = 0.0
    for placed in shape.placed:
        taken = placed.feature.side_volume_mm3
        if taken:
            total += taken * placed.polygon.intersection(shape.outline.polygon).area / placed.outline.area_mm2
    return min(total, shape.solid.volume_mm3)


def weight_of(shape: Shape, concrete: Concrete, wanted: WantedWeight) -> float:
    """What a casting weighs at the time that its weight is wanted for [kg]."""
    masses = masses_of(shape, concrete, cast_volume_l(shape))
    by_state = {
        "fresh": masses.fresh.value,
        "stripped": masses.stripped.value,
        "dry": masses.dry.value,
        "dry mix": (masses.fresh.value - masses.stays_in_kg) * concrete.dry_share,
    }
    return by_state[wanted.when]


def to_weigh(piece: Piece, wanted: WantedWeight, concrete: Concrete) -> Change:
    """The change of a piece that makes it weigh so much; its fields are below the piece.

    Args:
        piece: as it is
        wanted: the weight, when, and what is changed
        concrete: what it is cast of

    Raises:
        CannotSolveError: when no size does, with the reason
    """
    resized, now, least, most = _resizing(piece, wanted.by)

    def weighs(size_mm: float) -> float:
        return weight_of(shape_of(resized(size_mm)), concrete, wanted)

    lightest, heaviest = weighs(least), weighs(most)
    if not lightest <= wanted.mass_kg <= heaviest:
        raise CannotSolveError(
            f"From {{{least:g} mm}} to {{{most:g} mm}} it weighs {{{lightest:.4f} to {heaviest:.4f} kg}}. "
            "Ask for a weight between, or change its other sizes first."
        )
    found = round(brentq(lambda size_mm: weighs(size_mm) - wanted.mass_kg, least, most, xtol=_WITHIN_MM), 3)
    piece_then = resized(found)
    fields: dict[str, object] = {}
    if wanted.by in ("thickness", "whole"):
        fields["/thickness"] = piece_then.thickness.model_dump()
    if wanted.by != "thickness":
        fields["/outline"] = piece_then.outline.model_dump(mode="json")
    return Change(_MAKE_IT[wanted.by], fields, {"size": Quantity(found, "mm"), "was": Quantity(now, "mm")})


_Resized = tuple[Callable[[float], Piece], float, float, float]


def _resizing(piece: Piece, by: WeightBy) -> _Resized:
    """How a piece is made another size, its size now, and the least and most to try [mm]."""
    match by:
        case "thickness":
            return (
                lambda mm: piece.model_copy(update={"thickness": Length(mm=mm)}), piece.thickness.mm, LEAST_MM, MOST_MM,
            )  # fmt: skip
        case "size":
            return _in_plan(piece)
        case "whole":
            flat, now, least, most = _in_plan(piece)
            share = piece.thickness.mm / now
            return (
                lambda mm: flat(mm).model_copy(update={"thickness": Length(mm=mm * share)}),
                now, max(least, LEAST_MM / share), min(most, MOST_MM / share),
            )  # fmt: skip
        case "length" | "width":
            outline = piece.outline
            if not isinstance(outline, Rectangle):
                raise CannotSolveError(
                    "Only a rectangle has a length and a width of its own. Change its thickness instead."
                )
            now = outline.length.mm if by == "length" else outline.width.mm
            return lambda mm: _with_outline(piece, {by: Length(mm=mm)}), now, LEAST_MM, MOST_MM


def _in_plan(piece: Piece) -> _Resized:
    outline = piece.outline
    now = shape_of(piece).size[0]
    if isinstance(outline, Disc):
        return lambda mm: _with_outline(piece, {"diameter": Length(mm=mm)}), now, LEAST_MM, MOST_MM
    if isinstance(outline, RegularPolygon):
        return lambda mm: _with_outline(piece, {"size": Length(mm=mm)}), outline.size.mm, LEAST_MM, MOST_MM
    if isinstance(outline, Rectangle):
        ratio = outline.width.mm / outline.length.mm
        return (
            lambda mm: _with_outline(piece, {"length": Length(mm=mm), "width": Length(mm=mm * ratio)}),
            now, max(LEAST_MM, LEAST_MM / ratio), MOST_MM,
        )  # fmt: skip
    raise CannotSolveError("Its outline has no one size to change. Change its thickness instead.")


def _with_outline(piece: Piece, fields: dict[str, Length]) -> Piece:
    return piece.model_copy(update={"outline": piece.outline.model_copy(update=fields)})
