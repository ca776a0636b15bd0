"""What a form is built for, and of what."""

from collections import defaultdict
from collections.abc import Mapping, Sequence
from functools import cached_property
from typing import NamedTuple

from ulbrek.core.base.frozen import dataclass
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
    """A board across the inside, from one end to the other in plan [mm]; a thin one is a liner.

    ``thick_mm`` is its thickness where it is ripped; ``name`` is what it is called, without its number.
    """

    x1: float
    y1: float
    x2: float
    y2: float
    thin: bool
    thick_mm: float | None = None
    name: str = "Divider"


class Channel(NamedTuple):
    """What stands in a gap between sections.

    Attributes:
        gap_mm: how wide it is
        boards: boards as they are sold: none, one, or two back to back
        ripped_mm: how thick the strip is that fills it up; 0 where none does
        apart_mm: how far two boards stand apart, with blocks between; 0 where they touch
    """

    gap_mm: float
    boards: int
    ripped_mm: float
    apart_mm: float


class FieldStrips(NamedTuple):
    """How a field is divided: sections, what stands in the gaps, and whether short strips are locked between long."""

    sections: int
    channels: tuple[Channel, ...]
    crossed: bool


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
        field: how it is divided where it is the form of a whole field; None of any other
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
    field: FieldStrips | None = None

    @property
    def unboarded(self) -> frozenset[str]:
        """Sides that have no board: those that stay open, and those that a wall closes."""
        return self.open_edges | self.beneath.walled if self.beneath else self.open_edges

    @property
    def formed_mm(self) -> float:
        """How long the faces are that concrete meets: round each casting in it, walls left out."""
        if self.beneath is None and not self.climbs:
            return sum(one.length_mm for one in self.castings)
        named = zip(self.outline.edges, self.outline.edge_names, strict=True)
        return sum(edge.length for edge, name in named if name.replace(" ", "-") not in self.unboarded)

    @property
    def castings(self) -> Sequence[Outline]:
        """The castings in it, parts of one that seams divide taken as one."""
        return self.cavities if self.cavities and not any(one.thin for one in self.dividers) else (self.outline,)

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
    def climbs(self) -> bool:
        """Whether it is a profile that stays on the ground, between two panels: steps, a ramp."""
        return self.stays and self.stands

    @property
    def wants_base(self) -> bool:
        """Whether it cannot do without a base: it stands on edge, or its floor slopes or is raised in part."""
        below = any(one.stands_out and one.prism.bottom_mm < 0 for one in self.moulded)
        return (self.stands and not self.stays) or self.floor is not None or below

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
        """How high the concrete stands behind its sides [mm]; of steps behind each riser alone."""
        if self.climbs:
            return self.riser_mm
        return (
            self.width_mm if self.stands else self.depth_mm + max((self.rises(one) for one in self.moulded), default=0)
        )

    @property
    def has_risers(self) -> bool:
        """Whether it is a flight of steps."""
        return any(name.startswith("riser") for name in self.outline.edge_names)

    @property
    def riser_mm(self) -> float:
        """How high the highest riser is, or of a profile without any the highest side that is closed, or all [mm]."""
        named = zip(self.outline.edges, self.outline.edge_names, strict=True)
        closed = {name: edge.chord for edge, name in named if name.replace(" ", "-") not in self.open_edges}
        risers = [high for name, high in closed.items() if name.startswith("riser")]
        return max(risers or closed.values(), default=self.width_mm)

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
