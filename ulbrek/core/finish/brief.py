"""What Finish is handed of a piece, its concrete, and what the shop has."""

from collections.abc import Mapping
from dataclasses import field
from typing import Literal

from ulbrek.core.base.figure import Figure, Spread
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.finish.inputs import Rags
from ulbrek.core.materials.own import Quantity
from ulbrek.core.materials.sealers import SealerCoat
from ulbrek.core.materials.supplies import Slurry
from ulbrek.core.materials.tools import Grinder, Pad

Profile = Literal["chamfer", "round-over", "half bullnose", "full bullnose"]


@dataclass(frozen=True, slots=True)
class RoutedEdge:
    """An edge that is shaped with a bit once the form is off [mm]."""

    edge: str
    profile: Profile
    size_mm: float
    length_mm: float


@dataclass(frozen=True, slots=True)
class MixPigment:
    """What colours the concrete, and so the slurry in its voids.

    Attributes:
        admixture: its id
        name: what it is called
        a_bag: in a bag of the mix
        cement: in a bag of the mix
    """

    admixture: str
    name: str
    a_bag: Figure
    cement: Figure


@dataclass(frozen=True, slots=True)
class FinishShop:
    """What the shop finishes with.

    Attributes:
        machine: what turns the pads; None where they are led by hand
        pads: what grits there are
        sealer: what it is sealed with; None where it is left bare
        filler: what voids are filled with; None where the shop has none
        others: the shop's other sealers, for what would do instead
        wet_machine: a machine of the shop that runs wet or under extraction; None where there is none
        rags: where oily rags go; None where that is not settled
        own: what the shop's records make of its rules, as shares of them, as far as that was accepted
    """

    machine: Grinder | None
    pads: tuple[Pad, ...]
    sealer: SealerCoat | None
    filler: Slurry | None
    others: tuple[SealerCoat, ...] = ()
    wet_machine: Grinder | None = None
    rags: Rags | None = None
    own: Mapping[Quantity, Figure] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class FinishBrief:
    """One piece as its finish sees it.

    Attributes:
        piece: its id
        name: what it is called
        face_up: whether its show face was cast upward
        show_area: the face, the edges that show and the insides of openings
        back_area_m2: the underside and what else does not show, where all faces are sealed
        arris_mm: length of the edges that are sanded
        routed: the edges that are shaped later
        allowance_mm: what Measure leaves for grinding
        cover_mm: from the steel to the show face once the allowance is ground off; None where no steel lies level
        strength: at 28 days [MPa]
        packed: whether it is packed by hand
        on_ground: whether it is cast on the ground that it stays on
        outdoors: whether it stands in the weather
        matches: the set whose pieces must look alike; None where it is of none
    """

    piece: str
    name: str
    face_up: bool
    show_area: Figure
    back_area_m2: float
    arris_mm: float
    routed: tuple[RoutedEdge, ...]
    allowance_mm: float
    cover_mm: Figure | None
    strength: Spread
    packed: bool
    on_ground: bool
    outdoors: bool
    matches: str | None = None
