"""The ladder of grits: where it begins, how far a step may reach, where it ends."""

from collections.abc import Sequence
from itertools import pairwise

from ulbrek.core.base.figure import Spread
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.finish.inputs import Look, Sheen

FARTHEST_STEP = 2.5  # times the grit before. Source: common practice, twice to two and a half times.
METAL = (30, 60, 120)
RESIN = (50, 100, 200, 400, 800, 1500, 3000)
# What a cast face begins with, and what a floated one does. Source: common practice.
BEGINS: dict[Look, tuple[int, int]] = {
    "cream-honed": (200, 100), "salt and pepper": (50, 50), "full stone": (30, 30),
}  # fmt: skip
ENDS: dict[Sheen, int] = {"matt": 200, "honed": 400, "satin": 800, "gloss": 3000}  # Source: common practice.
# What each look takes off the face [mm]. Source: common practice.
TAKES_OFF: dict[Look, Spread] = {
    "cream-honed": Spread(0.1, 0.2, 0.4), "salt and pepper": Spread(1.0, 1.2, 1.5), "full stone": Spread(3.0, 4.0, 5.0),
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class OfGrit:
    """What is known of a grit on a hand-held wet polisher of 100 to 125 mm, on a face of 20 to 35 MPa.

    Attributes:
        grit: up to which it holds
        rate: face done until the scratches of the grit before are gone [m²/h]
        life: of a resin pad [m²]
        rpm: what it turns at
    """

    grit: int
    rate: Spread
    life: Spread
    rpm: str


# Source: common practice; rates from estimates, each by a factor of two either way.
GRITS = (
    OfGrit(40, Spread(0.2, 0.4, 0.8), Spread(40, 70, 100), "2500 to 4500"),
    OfGrit(60, Spread(0.5, 1.0, 1.8), Spread(6, 10, 15), "2500 to 3500"),
    OfGrit(150, Spread(1.5, 2.5, 4.0), Spread(10, 15, 20), "2000 to 3500"),
    OfGrit(300, Spread(2.0, 3.0, 5.0), Spread(12, 18, 25), "2000 to 3000"),
    OfGrit(600, Spread(2.5, 4.0, 6.0), Spread(15, 22, 30), "1500 to 2500"),
    OfGrit(1100, Spread(3.0, 4.5, 7.0), Spread(20, 30, 40), "1500 to 2500"),
    OfGrit(20_000, Spread(3.0, 5.0, 8.0), Spread(25, 35, 50), "1000 to 2000"),
)
MOST_PAD = 1000.0  # m², of any pad
METAL_LIFE = Spread(40, 70, 100)  # m². Source: common practice.
FLATTENS = Spread(1.0, 1.8, 3.0)  # m²/h of grit 50 that takes a face flat and shows no stone. Source: common practice.


def of_grit(grit: int) -> OfGrit:
    """What is known of a grit."""
    return next(one for one in GRITS if grit <= one.grit)


def usual(look: Look, sheen: Sheen, grips_to: int | None, *, face_up: bool) -> tuple[int, ...]:
    """The usual ladder for a look: it stops at the sheen wanted, and where the sealer would slip off.

    Args:
        look: of a ground face
        sheen: wanted
        grips_to: the finest grit that the sealer still grips; None for any
        face_up: whether the show face was cast upward, and floated
    """
    first = BEGINS[look][face_up]
    last = ENDS[sheen] if grips_to is None else min(ENDS[sheen], grips_to)
    resin = [one for one in RESIN if one > METAL[-1]] if look == "full stone" else RESIN
    ladder = (*METAL, *resin) if look == "full stone" else resin
    return tuple(one for one in ladder if first <= one <= max(first, last))


def between(coarse: int, fine: int) -> tuple[int, ...]:
    """The grits that a step leaves out, of those that are sold."""
    found: list[int] = []
    now = coarse
    while fine > FARTHEST_STEP * now:
        step = max((one for one in RESIN if now < one <= FARTHEST_STEP * now), default=None)
        if step is None:
            return tuple(found)
        found.append(step)
        now = step
    return tuple(found)


def skipped(grits: Sequence[int]) -> list[tuple[int, int]]:
    """The steps of a ladder that reach too far, each with the grit before and after."""
    return [(coarse, fine) for coarse, fine in pairwise(grits) if fine > FARTHEST_STEP * coarse]


def filled(grits: Sequence[int]) -> tuple[int, ...]:
    """A ladder with the grits in it that its steps leave out, coarse to fine."""
    ordered = sorted(grits)
    return tuple(dict.fromkeys([*ordered[:1], *(
        one for coarse, fine in pairwise(ordered) for one in (*between(coarse, fine), fine)
    )]))  # fmt: skip
