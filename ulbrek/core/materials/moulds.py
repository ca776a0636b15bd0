"""What moulds that are kept are made of: how many fillings they give, what goes first, and their care.

Source of all figures: common practice; the lives of rubber, glass fibre and steel are estimates.
"""

from collections.abc import Mapping
from typing import Literal

from ulbrek.core.base.frozen import dataclass

MouldMade = Literal[
    "melamine", "film-faced ply", "plain ply or lumber", "sheet plastic", "silicone rubber", "polyurethane rubber",
    "glass fibre", "steel",
]  # fmt: skip
_WOODEN = "Seal cut edges before the first filling; each third one new screw holes beside the old."
_RINSE = "Rinse it as soon as the casting is out, before paste dries, with a soft brush and no scraper."


@dataclass(frozen=True, slots=True)
class MouldKind:
    """A kind of mould.

    Attributes:
        careless: fillings of each cavity that it gives with little care; ``fair`` with some, ``good`` with good care
        weak_part: what goes first
        before: what is done before each filling
        after: what is done when the casting is out
    """

    careless: int
    fair: int
    good: int
    weak_part: str
    before: str
    after: str


MOULDS: Mapping[MouldMade, MouldKind] = {
    "melamine": MouldKind(
        1, 3, 8, "cut edges and screw holes", f"A thin film of oil, edges twice. {_WOODEN}",
        "Wipe it damp, never soak it: the core swells. Store it flat.",
    ),
    "film-faced ply": MouldKind(
        8, 25, 50, "edges and corners", f"A thin film of oil, edges twice. {_WOODEN}",
        f"{_RINSE} Touch up scratches in the film before it is oiled.",
    ),
    "plain ply or lumber": MouldKind(
        2, 6, 15, "the face: it gets rough", "Oil it twice, the evening before and again; wipe off what stands.",
        "Brush it clean damp, oil it, and store it flat and screwed together, so that it does not warp.",
    ),
    "sheet plastic": MouldKind(
        15, 60, 150, "corners, and heat over {60 C}",
        "A thin film of oil in every corner, wiped till it only shines. Support it all round: it gives under the push.",
        f"{_RINSE} Never flex a corner to free a casting: let air in, or warm it with water.",
    ),
    "silicone rubber": MouldKind(
        10, 40, 80, "undercuts tear", "Dust or the maker’s release; silicone needs no oil, and mineral oil swells it.",
        f"{_RINSE} Store it flat in its shell, nothing on it.",
    ),
    "polyurethane rubber": MouldKind(
        30, 100, 300, "undercuts tear; oil swells it", "The maker’s release each time; no mineral oil.",
        f"{_RINSE} Store it flat in its shell, out of the sun.",
    ),
    "glass fibre": MouldKind(
        100, 300, 500, "the gel coat", "Wax each third filling, buffed; oil thinly between.",
        f"{_RINSE} Mend a chip in the gel coat before the next filling.",
    ),
    "steel": MouldKind(
        300, 1000, 2000, "rust, and bolts", "Oil it thinly all over; look that bolts are tight and no light shows.",
        "Clean it, oil it at once, and keep it dry: rust stains the next casting.",
    ),
}  # fmt: skip
