"""What a form has to make or to hold, as one station tells another."""

from typing import Literal

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.kit.geometry.prism import Prism


@dataclass(frozen=True, slots=True)
class MouldShape:
    """What a form has to make or to hold, in the plan as it stands, with heights from the mould's floor [mm].

    Attributes:
        feature: its id; repeats are numbered from 2
        kind: of feature, in its own word
        prism: the room that it takes, or that it fills beyond the plain outline
        stands_out: whether there is concrete in it; else there is none
        insert_kg: mass of what stays there; nothing where it is a former
        knockout: what is to keep its place free; None where that is as fits
        lies: the way a pipe lies; None of what stands
    """

    feature: str
    name: str
    kind: str
    prism: Prism
    stands_out: bool
    insert_kg: float = 0.0
    knockout: str | None = None
    lies: Literal["left to right", "front to back"] | None = None


@dataclass(frozen=True, slots=True)
class MouldEdge:
    """An edge that is shaped in the mould: how, by which size [mm], and on which side of the mould."""

    edge: str
    kind: str
    size_mm: float
    side: Literal["floor", "open side"]
