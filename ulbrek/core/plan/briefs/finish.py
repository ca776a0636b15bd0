"""A piece as Finish takes it: its faces and edges, and where it stands."""

from collections.abc import Mapping, Sequence
from typing import NamedTuple

from ulbrek.core.base.figure import Figure, Spread
from ulbrek.core.finish.brief import FinishBrief, FinishShop, MixPigment, RoutedEdge
from ulbrek.core.finish.inputs import FinishInputs
from ulbrek.core.job.shop import Shop
from ulbrek.core.materials.own import OwnFigure, Quantity
from ulbrek.core.materials.sealers import SealerCoat
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.measure.shape import shape_of
from ulbrek.core.mix.result import DoseResult

OWN_OF_FINISH: tuple[Quantity, ...] = ("grinding", "pads", "sealer")


class PieceWhere(NamedTuple):
    """How a piece is placed, and where it stays."""

    packed: bool
    on_ground: bool
    outdoors: bool


def finished(piece: Piece, area: Figure, cover: Figure | None, strength: Spread, where: PieceWhere) -> FinishBrief:
    """What is finished of a piece.

    Args:
        piece: as it is wanted
        area: of its show faces
        cover: over its steel once the allowance is ground off
        strength: at 28 days [MPa]
        where: how it is placed, and where it stays
    """
    shape = shape_of(piece)
    named = dict(zip(shape.outline.edge_names, shape.outline.edges, strict=True))
    routed = tuple(
        RoutedEdge(one.edge, one.profile, one.size.mm, named[one.edge].length)
        for one in piece.edge_profiles
        if one.made == "routed later" and one.edge in named
    )
    plain = {one.edge for one in piece.edge_profiles}
    shown = sum(edge.length for name, edge in named.items() if name in piece.edges_shown and name not in plain)
    around = sum(placed.outline.length_mm for placed in shape.placed if placed.is_through)
    whole = shape.outline.polygon.area
    hidden = sum(edge.length for name, edge in named.items() if name not in piece.edges_shown)
    return FinishBrief(
        piece=piece.id,
        name=piece.name,
        face_up=piece.cast == "face up",
        show_area=area,
        back_area_m2=round((whole + hidden * piece.thickness.mm) / 1e6, 4),
        arris_mm=round(shown + around, 1),
        routed=routed,
        allowance_mm=piece.grind.mm,
        cover_mm=cover,
        strength=strength,
        packed=where.packed,
        on_ground=where.on_ground,
        outdoors=where.outdoors,
        matches=piece.matches,
    )


def finish_shop(
    inputs: FinishInputs, shop: Shop, sealer: SealerCoat | None, own: Mapping[Quantity, OwnFigure]
) -> FinishShop:
    """What a shop finishes a job with.

    Args:
        inputs: what the job says
        shop: the shop
        sealer: what the job is sealed with; None where it is left bare
        own: the shop's own figures that it reckons with
    """
    safe = [one for one in shop.grinders if one.wet or one.extraction]
    chosen = next((one for one in shop.grinders if one.id == inputs.machine), None)
    others = tuple(one for one in shop.sealers if sealer is None or one.id != sealer.id)
    return FinishShop(
        machine=chosen or next(iter(safe or shop.grinders), None),
        pads=shop.pads,
        sealer=sealer,
        filler=next(iter(shop.slurries), None),
        others=others,
        wet_machine=next(iter(safe), None),
        rags=inputs.rags,
        own={one: own[one].figure for one in OWN_OF_FINISH if one in own},
    )


def pigments_of(doses: Sequence[DoseResult], cement: Figure | None) -> tuple[MixPigment, ...]:
    """What colours the mix; none where its cement is not known.

    Args:
        doses: what is dosed
        cement: in one bag; None where it is not known
    """
    if cement is None:
        return ()
    return tuple(
        MixPigment(one.admixture, one.name, one.a_bag, cement) for one in doses if one.kind == "pigment" and one.a_bag
    )
