"""Plans how a piece is finished: the grits, the edges, the voids, the coats, and what all of it takes."""

from collections.abc import Iterator, Sequence
from dataclasses import replace

from ulbrek.core.base.figure import Figure, Spread, work, work_together
from ulbrek.core.finish import checks, rules
from ulbrek.core.finish.brief import FinishBrief, FinishShop, RoutedEdge
from ulbrek.core.finish.inputs import GROUND, WORKED_YOUNG, FinishInputs, VoidKind
from ulbrek.core.finish.ladder import METAL, METAL_LIFE, TAKES_OFF, of_grit, usual
from ulbrek.core.finish.result import (
    CoatStep,
    EdgeStep,
    FinishResult,
    GritStep,
    SlurryStep,
)
from ulbrek.core.finish.tasks import before_slurry, tasks_of
from ulbrek.core.finish.young import YOUNG
from ulbrek.core.materials.own import own_grinding, own_pad_life, own_sealer
from ulbrek.core.materials.sealers import SealerCoat

# Source of the tables below: common practice; factors from estimates.
GREEN_FASTER, GREEN_FEEDS = 1.8, 1.5
GREEN_PADS = 0.4
STONE = {"ordinary": 1.0, "hard, quartz or flint": 0.6, "soft limestone": 1.3}
TROWELLED_SKIN = 0.35
LARGE_DISC_MM, LARGE_MACHINE, BY_HAND = 250.0, 3.0, 0.15
WATER_L_M2 = Spread(2.0, 4.0, 6.0)
PASSES = {"chamfer": 2, "half bullnose": 4, "full bullnose": 6}
FEED_M_MIN = Spread(0.4, 0.6, 0.8)
PROFILE_M_H = Spread(3.0, 4.5, 6.0)  # an edge polished with one grit
ARRIS_M_H, ARRIS_GRITS = Spread(12.0, 16.0, 20.0), 2
SLURRY_OFF_M2_H = Spread(3.0, 4.5, 6.0)
VOIDS: dict[VoidKind, tuple[Spread, Spread, int]] = {  # open share [%], depth [mm], rounds
    "few": (Spread(0.2, 0.5, 1.0), Spread(1.0, 1.5, 2.0), 1),
    "pinholes": (Spread(1.0, 2.0, 3.0), Spread(1.0, 2.0, 3.0), 2),
    "opened by honing": (Spread(2.0, 3.5, 5.0), Spread(1.0, 2.0, 3.0), 2),
    "packed, light veins": (Spread(5.0, 7.5, 10.0), Spread(4.0, 5.5, 7.0), 3),
    "packed, strong veins": (Spread(12.0, 18.0, 25.0), Spread(6.0, 9.0, 12.0), 3),
}
OPEN_IN_ROUND = (1.0, 0.3, 0.1)
FILM_L_M2 = 0.15
SLURRY_MIN_M2 = Spread(7.0, 9.0, 13.0)
COAT_M2_H = Spread(3.0, 4.5, 6.0)
BURNISH_M2_H = Spread(4.0, 8.0, 15.0)
SMALL_M2 = 3.0
WASTE_SMALL, WASTE = Spread(15, 20, 30), Spread(10, 12, 15)


def finish(inputs: FinishInputs, brief: FinishBrief, shop: FinishShop) -> FinishResult:
    """The finish of one piece.

    Args:
        inputs: what the job says
        brief: the piece and its concrete
        shop: what there is to do it with
    """
    worker = _Finishing(inputs, brief, shop)
    found = worker.result()
    return replace(found, findings=tuple(checks.of_piece(brief, shop)))


class _Finishing:
    """One piece on its way from stripped to sealed."""

    def __init__(self, inputs: FinishInputs, brief: FinishBrief, shop: FinishShop) -> None:
        self.inputs, self.brief, self.shop = inputs, brief, shop
        self.look = inputs.look_of(brief.piece)
        self.ground = self.look in GROUND
        self.of = brief.piece
        self.area = brief.show_area
        self.green = inputs.grind_when == "green"
        grips = shop.sealer.grips_to if shop.sealer else None
        self.grits: tuple[int, ...] = ()
        if self.ground:
            self.grits = inputs.grits or usual(self.look, inputs.sheen, grips, face_up=brief.face_up)
        self.hardness = self._hardness()

    def _hardness(self) -> float:
        if self.green:
            return GREEN_FASTER
        likely = self.brief.strength.likely
        return 0.5 if likely > 50 else 0.7 if likely > 35 else 1.0

    def result(self) -> FinishResult:
        """All of it, in order."""
        ladder = tuple(self._grit(index, grit) for index, grit in enumerate(self.grits))
        alike: dict[tuple[str, float], list[RoutedEdge]] = {}
        for one in self.brief.routed:
            alike.setdefault((one.profile, one.size_mm), []).append(one)
        edges = tuple(self._routed(group) for group in alike.values())
        kind = self._void_kind()
        rounds = tuple(self._rounds(kind)) if kind else ()
        coats = tuple(self._coats())
        takes = TAKES_OFF[self.look] if self.ground else None
        sealer = self.shop.sealer
        film = work(rules.wet_film, self.of, coverage_m2_per_l=sealer.coverage_m2_per_l) if sealer else None
        found = FinishResult(
            look=self.look,
            area=self.area,
            sealed_area_m2=self._sealed_m2(),
            takes_off_mm=takes.likely if takes else 0.0,
            cover=self._cover(takes) if takes else None,
            ladder=ladder,
            edges=edges,
            void_kind=kind,
            rounds=rounds,
            film=film,
            dry_film=self._dry_film(film, len(coats)),
            coats=coats,
            opened=self._opened(),
            slurry_off=self._slurry_off() if rounds and before_slurry(self.grits) >= len(self.grits) else None,
            profiles=self._profiles(),
            arrises=self._arrises(),
            burnished=self._burnished(),
            tasks=(),
            findings=(),
        )
        return replace(found, tasks=tuple(tasks_of(found, self.shop)))

    def _cover(self, takes: Spread) -> Figure | None:
        cover, allowed = self.brief.cover_mm, self.brief.allowance_mm
        if cover is None:
            return None
        beyond = Spread(*(max(0.0, one - allowed) for one in (takes.low, takes.likely, takes.high)))
        return work_together(rules.cover_left, self.of, cover_mm=cover, taken_mm=beyond)

    def _grit(self, index: int, grit: int) -> GritStep:
        of, usual_of, machine = f"{self.of}/{grit}", of_grit(grit), self.shop.machine
        metal = self.look == "full stone" and grit <= METAL[-1]
        pads = [one for one in self.shop.pads if one.grit == grit]
        pad = next((one for one in pads if (one.bond == "metal") == metal), pads[0] if pads else None)
        own = machine.rate_m2_h if machine else None
        skin = TROWELLED_SKIN if not index and self.brief.face_up and self.inputs.back_face != "floated" else 1.0
        stone = STONE[self.inputs.stone] if self.look != "cream-honed" else 1.0
        large = machine is not None and machine.disc_mm >= LARGE_DISC_MM
        rate = work(
            rules.grinding_rate, of, rate_m2_h=usual_of.rate if own is None else own, strength_factor=self.hardness,
            surface_factor=skin * stone,
            machine_factor=1.0 if own is not None else LARGE_MACHINE if large else 1.0 if machine else BY_HAND,
        )  # fmt: skip
        known = pad.life_m2 if pad else None
        life: Spread | float | Figure = known if known is not None else METAL_LIFE if metal else usual_of.life
        if (own_pads := self.shop.own.get("pads")) is not None:
            life = work(own_pad_life, of, pad_life_m2=life, own=own_pads)
        minutes = work(rules.grit_minutes, of, area_m2=self.area, rate_m2_h=rate)
        if (own_pace := self.shop.own.get("grinding")) is not None:
            minutes = work(own_grinding, of, minutes_grinding=minutes, own=own_pace)
        wet = machine is None or machine.wet
        return GritStep(
            grit=grit,
            bond="metal" if metal else "resin",
            have=pad.id if pad else None,
            rate=rate,
            minutes=minutes,
            pads=work(
                rules.pads_needed, of, area_m2=self.area, life_m2=life, life_factor=GREEN_PADS if self.green else 1.0
            ),
            water=work(rules.water_for_grinding, of, area_m2=self.area, water_l_m2=WATER_L_M2) if wet else None,
            rpm=usual_of.rpm if machine else "",
        )

    def _routed(self, edges: Sequence[RoutedEdge]) -> EdgeStep:
        edge, length = edges[0], sum(one.length_mm for one in edges)
        passes = PASSES.get(edge.profile) or (2 if edge.size_mm <= 7 else 3 if edge.size_mm <= 11 else 4)
        factor = GREEN_FEEDS if self.green else 0.6 if self.brief.strength.likely > 40 else 1.0
        minutes = work(
            rules.edge_minutes, f"{self.of}/{edge.edge}", length_mm=length, passes=float(passes),
            feed_m_min=FEED_M_MIN, hardness_factor=factor,
        )  # fmt: skip
        return EdgeStep(tuple(one.edge for one in edges), edge.profile, edge.size_mm, passes, minutes)

    def _void_kind(self) -> VoidKind | None:
        if self.inputs.voids == "left open" or self.look in WORKED_YOUNG:
            return None
        usual_kind: VoidKind = "packed, light veins" if self.brief.packed else "pinholes"
        if not self.brief.packed and self.ground and self.look != "cream-honed":
            usual_kind = "opened by honing"
        return self.inputs.void_kind or usual_kind

    def _rounds(self, kind: VoidKind) -> Iterator[SlurryStep]:
        share, depth, count = VOIDS[kind]
        for number, still in enumerate(OPEN_IN_ROUND[:count], 1):
            of = f"{self.of}/round {number}"
            litres = work_together(
                rules.slurry_round, of, area_m2=self.area, void_pct=share, depth_mm=depth, share_open=still,
                film_l_m2=FILM_L_M2,
            )  # fmt: skip
            yield SlurryStep(number, litres, work(rules.slurry_minutes, of, area_m2=self.area, min_m2=SLURRY_MIN_M2))

    def _sealed_m2(self) -> float:
        more = self.brief.back_area_m2 if self.inputs.sealed_faces == "all round" else 0.0
        return round(self.area.value + more, 4) if self.shop.sealer else 0.0

    def _coats(self) -> Iterator[CoatStep]:
        sealer = self.shop.sealer
        if sealer is None:
            return
        for number in range(1, (self.inputs.coats or sealer.coats) + 1):
            yield self._coat(sealer, number)

    def _coat(self, sealer: SealerCoat, number: int) -> CoatStep:
        of, first, area = f"{self.of}/coat {number}", number == 1, self._sealed_m2()
        thin = self.inputs.thin_pct if first else 0.0
        waste = WASTE_SMALL if area < SMALL_M2 else WASTE
        goes_on = work(rules.sealer_coat, of, area_m2=area, coverage_m2_per_l=sealer.coverage_m2_per_l, waste_pct=waste)
        if (own := self.shop.own.get("sealer")) is not None:
            goes_on = work(own_sealer, of, product_coat_l=goes_on, own=own)
        product = work(rules.sealer_in_coat, of, coat_l=goes_on, thin_pct=thin)
        part_a = part_b = mass_a = mass_b = None
        if sealer.part_a is not None:
            a, b = sealer.part_a, sealer.part_b
            part_a = work(rules.part_by_volume, f"{of}/A", sealer_l=product, parts=a, other_parts=b)
            part_b = work(rules.part_by_volume, f"{of}/B", sealer_l=product, parts=b, other_parts=a)
            if sealer.density_a and sealer.density_b:
                mass_a = work(rules.part_by_mass, f"{of}/A", part_l=part_a, density_kg_l=sealer.density_a)
                mass_b = work(rules.part_by_mass, f"{of}/B", part_l=part_b, density_kg_l=sealer.density_b)
        minutes = work(rules.coat_minutes, of, area_m2=area, rate_m2_h=COAT_M2_H)
        return CoatStep(
            number, thin, goes_on, product, part_a, part_b, mass_a, mass_b,
            0.0 if first else sealer.recoat_from, 0.0 if first else sealer.recoat_likely,
            None if first else sealer.recoat_until, minutes, sealer.late,
        )  # fmt: skip

    def _dry_film(self, film: Figure | None, coats: int) -> Figure | None:
        sealer = self.shop.sealer
        if film is None or sealer is None or sealer.solids_pct is None:
            return None
        return work(
            rules.dry_film, self.of, wet_um=film, coats=float(coats), solids_pct=sealer.solids_pct,
            thin_pct=self.inputs.thin_pct,
        )  # fmt: skip

    def _opened(self) -> Figure | None:
        young = YOUNG.get(self.look)
        if young is None:
            return None
        return work(rules.minutes_to_open, self.of, area_m2=self.area, rate_m2_h=young.rate_m2_h)

    def _slurry_off(self) -> Figure:
        return work(rules.grit_minutes, f"{self.of}/slurry", area_m2=self.area, rate_m2_h=SLURRY_OFF_M2_H)

    def _arrises(self) -> Figure | None:
        length = self.brief.arris_mm
        if not self.inputs.arrises or not length or self.look in WORKED_YOUNG:
            return None
        return work(
            rules.minutes_along, f"{self.of}/arrises", length_mm=length, pace_m_h=ARRIS_M_H, times=float(ARRIS_GRITS)
        )

    def _burnished(self) -> Figure | None:
        sealer = self.shop.sealer
        if sealer is None or not sealer.is_burnished:
            return None
        return work(rules.coat_minutes, f"{self.of}/burnish", area_m2=self._sealed_m2(), rate_m2_h=BURNISH_M2_H)

    def _profiles(self) -> Figure | None:
        length = sum(one.length_mm for one in self.brief.routed)
        if not length or not self.grits:
            return None
        grits = float(len(self.grits))
        return work(rules.minutes_along, f"{self.of}/profiles", length_mm=length, pace_m_h=PROFILE_M_H, times=grits)
