"""What a form is built for, and of what."""

from collections import defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import NamedTuple

from ulbrek.core.form.inputs import Fixing, FormHabits
from ulbrek.core.kit.geometry.outline import Outline
from ulbrek.core.kit.geometry.prism import Fall
from ulbrek.core.kit.moulding import MouldEdge, MouldShape
from ulbrek.core.materials.boards import Lumber, Sheet
from ulbrek.core.materials.supplies import Supplies

GAP_UNDER_MM = 15.0  # that stone closes under a board on the ground. Source: common practice.
RIB_MM = 60.0  # how wide a rib behind a curved side is. Source: common practice.


class Panel(NamedTuple):
    """A board that a top is cast on where it stays: its key, its name, and its outline in plan."""

    key: str
    name: str
    outline: Outline


class Cut(NamedTuple):
    """Lumber that is cut for it: its key, its name, its length [mm], and how many."""

    key: str
    name: str
    length_mm: float
    many: int


@dataclass(frozen=True, slots=True)
class Beneath:
    """What a top is cast on where it stays over cabinets.

    Attributes:
        panels: boards that stay under it
        walled: sides that a wall closes
        lumber: cut for it
    """

    panels: tuple[Panel, ...]
    walled: frozenset[str]
    lumber: tuple[Cut, ...]


class Divider(NamedTuple):
    """A board across the inside, from one end to the other in plan [mm]; a thin one is a liner."""

    x1: float
    y1: float
    x2: float
    y2: float
    thin: bool


@dataclass(frozen=True)
class FormBrief:
    """What a form is built for: the piece as it lies in it, the sheets and the habits.

    Attributes:
        piece: its id
        outline: of the form's inside in plan; heights count from its floor [mm]
        depth_mm: of the form's inside
        sheet: what its sides and ribs are cut from
        base: what its base is cut from, and the panel beside one that stands on edge
        liner: what is bent for curved sides
        supplies: what closes it, holds it and lets it go
        floor: a floor that slopes
        ceiling: an open side that slopes
        moulded: what it has to make or to hold beside its outline
        edges_made: edges that are shaped in it
        dividers: where it is divided
        cavities: the outlines of the castings in it; empty: the one that its inside is
        mirrored: whether it lies as a mirror image of the plan, cast face down
        lumber: what stakes are cut from
        stays: whether the piece stays where it is cast
        beneath: what it is cast on over cabinets; None where it is not cast there
        open_edges: sides that stay open, where it stands on edge between two panels; none where it lies
    """

    piece: str
    outline: Outline
    depth_mm: float
    sheet: Sheet
    base: Sheet
    liner: Sheet
    habits: FormHabits
    supplies: Supplies
    floor: Fall | None = None
    ceiling: Fall | None = None
    moulded: tuple[MouldShape, ...] = ()
    edges_made: tuple[MouldEdge, ...] = ()
    dividers: tuple[Divider, ...] = ()
    cavities: tuple[Outline, ...] = ()
    open_edges: frozenset[str] = frozenset()
    mirrored: bool = False
    lumber: Lumber | None = None
    stays: bool = False
    beneath: Beneath | None = None

    @property
    def unboarded(self) -> frozenset[str]:
        """Sides that have no board: those that stay open, and those that a wall closes."""
        return self.open_edges | self.beneath.walled if self.beneath else self.open_edges

    @property
    def formed_mm(self) -> float:
        """How long its boards are in all: round it, walls left out."""
        if self.beneath is None:
            return self.outline.length_mm
        named = zip(self.outline.edges, self.outline.edge_names, strict=True)
        return sum(edge.length for edge, name in named if name.replace(" ", "-") not in self.beneath.walled)

    @cached_property
    def by_feature(self) -> Mapping[str, Sequence[MouldShape]]:
        """What is moulded, by the feature that it is of: grooves and letters are several of one."""
        found = defaultdict[str, list[MouldShape]](list)
        for one in self.moulded:
            found[one.feature].append(one)
        return found

    @cached_property
    def cores(self) -> Sequence[tuple[MouldShape, Outline]]:
        """What is drawn out of it again, each with its outline at its lower end where anything is left of it."""
        ends = ((one, one.prism.outline_at(one.prism.bottom_mm)) for one in self.moulded if one.kind == "core")
        return [(one, end) for one, end in ends if end is not None]

    @property
    def length_mm(self) -> float:
        """Of the box round the inside, from left to right [mm]."""
        return self.outline.box[2]

    @property
    def width_mm(self) -> float:
        """Of the box round the inside, from front to back [mm]."""
        return self.outline.box[3]

    @property
    def laps(self) -> bool:
        """Whether the strips lap the base's edge; with curved sides, or on edge, they stand on it."""
        straight = not any(edge.is_arc for edge in self.outline.edges)
        return self.habits.sides == "lapping the base" and straight and not self.stands and self.beneath is None

    @property
    def wants_base(self) -> bool:
        """Whether it cannot do without a base: it stands on edge, or its floor slopes or is raised in part."""
        below = any(one.stands_out and one.prism.bottom_mm < 0 for one in self.moulded)
        return self.stands or self.floor is not None or below

    @property
    def on_ground(self) -> bool:
        """Whether the ground is its base, and stakes hold its sides."""
        return self.habits.sides == "staked to the ground" and not self.wants_base and self.beneath is None

    @property
    def fixing(self) -> Fixing:
        """What holds its sides: to stakes they are screwed or nailed."""
        fixing = self.habits.fixing
        return "screws" if self.on_ground and fixing != "nails" else fixing

    @property
    def bare(self) -> bool:
        """Whether bare wood touches the concrete."""
        alone = self.on_ground or self.beneath is not None  # no board under it comes off
        return "bare" in ((self.sheet.face,) if alone else (self.sheet.face, self.base.face))

    @property
    def stands(self) -> bool:
        """Whether it stands on edge between two panels."""
        return bool(self.open_edges)

    @property
    def head_mm(self) -> float:
        """How high the concrete stands in it [mm]."""
        return (
            self.width_mm if self.stands else self.depth_mm + max((self.rises(one) for one in self.moulded), default=0)
        )

    @property
    def sunk_mm(self) -> float:
        """How far its base lies under the floor of the piece: under a raised or a sloping floor [mm]."""
        under = max((-one.prism.bottom_mm for one in self.moulded if one.stands_out), default=0.0)
        return max(0.0, under) + (self.base.thickness_mm if self.floor is not None else 0.0)

    @property
    def lap_mm(self) -> float:
        """How far the strips reach under the floor of the piece [mm]; negative where lumber on edge is that much lower.

        On the ground stone closes the gap under it. Over cabinets they reach down to the rail under the board's edge.
        """
        if self.beneath is not None:
            return self.base.thickness_mm + (self.lumber.thickness_mm if self.lumber else 0.0)
        short = self.depth_mm - self.sheet.width_mm
        if self.on_ground and 0 < short <= GAP_UNDER_MM:
            return -short
        return self.sunk_mm + (self.base.thickness_mm if self.laps else 0.0)

    def rises(self, one: MouldShape) -> float:
        """How far something stands above the depth of the form [mm]."""
        return max(0.0, one.prism.top_mm - self.depth_mm) if one.stands_out else 0.0
