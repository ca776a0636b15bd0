"""Findings of Arch: what raises each, and a near miss that does not; and arches to begin a test with."""

from typing import Any

from ulbrek.core.job.job import Job


def arch(
    span: str = "2400 mm", rise: str = "800 mm", depth: str = "150 mm", blocks: int = 11, *, width: str = "300 mm",
    count: int | None = None, **held: Any,
) -> Job:  # fmt: skip
    """A segmental arch between two walls, unless it is told otherwise."""
    outline = {"kind": "arch block", "span": span, "rise": rise, "depth": depth, "blocks": blocks}
    piece = {
        "id": "block", "name": "Arch block", "outline": outline, "thickness": width,
        "count": blocks if count is None else count,
    }  # fmt: skip
    return Job.model_validate({
        "name": "Niche", "pieces": [piece], "arch": held, "mix": {"mix": "ordinary", "bag": "25kg", "container": "tub"},
    })  # fmt: skip


def niche(depth: str = "100 mm", **more: Any) -> Job:
    """Half a circle over a niche."""
    return arch("600 mm", "300 mm", depth, width="200 mm", **more)


PIERS = {"held_by": "piers built for it", "springing": "1000 mm"}

ARCH_CASES: dict[str, tuple[Job, Job]] = {
    "arch-past-half": (arch(rise="1210 mm"), arch(rise="1200 mm")),
    "arch-falls": (arch(depth="45 mm"), arch(depth="48 mm")),
    "arch-thin": (arch(depth="94 mm"), arch(depth="98 mm")),
    "arch-thin of half a circle": (niche(depth="70 mm"), niche(depth="80 mm")),
    "arch-blocks-missing": (arch(count=10), arch(count=22)),
    "arch-pier-not-said": (arch(**PIERS), arch(**PIERS, pier_width="1200 mm")),
    "arch-pier-tips a little": (niche(**PIERS, pier_width="220 mm"), niche(**PIERS, pier_width="420 mm")),
    "arch-pier-tips": (niche(**PIERS, pier_width="200 mm"), niche(**PIERS, pier_width="420 mm")),
    "arch-over-people": (niche(under="people pass or sit"), niche(under="nobody passes")),
}
