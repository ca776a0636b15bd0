"""Ground: what is dug, filled, set out, levelled and jointed for one piece that stays where it is cast."""

from collections.abc import Iterator, Mapping

from shapely import Polygon, box

from ulbrek.core.base.figure import Figure, Spread, work
from ulbrek.core.base.units import Length
from ulbrek.core.ground import care, checks, rules
from ulbrek.core.ground.brief import GroundBrief
from ulbrek.core.ground.inputs import Carries, Plot, SideName, Soil, Tamper
from ulbrek.core.ground.joints import joints_of
from ulbrek.core.ground.levels import Plane, corners_of, heights
from ulbrek.core.ground.result import Channels, Dig, GroundResult, InsideSteps, Path, SubBase, TreadAt
from ulbrek.core.ground.setting_out import curves, right_angle, tapes
from ulbrek.core.ground.tasks import Found, tasks_of

# Source of all: common practice.
SUB_BASE_MM: Mapping[Carries, float] = {"path or patio": 100.0, "machine or shed": 100.0, "car": 150.0}
MORE_MM: Mapping[Soil, float] = {"firm": 0.0, "clay, or it freezes": 50.0, "soft or filled": 100.0}
BULKS: Mapping[Soil, Spread] = {
    "firm": Spread(1.15, 1.25, 1.3), "clay, or it freezes": Spread(1.3, 1.35, 1.4),
    "soft or filled": Spread(1.1, 1.15, 1.25),
}  # fmt: skip
LAYER_MM: Mapping[Tamper, float] = {"hand tamper": 75.0, "plate compactor": 100.0}
BARROW_L = 60.0
FIFTH = 0.2
STONE_KG_L = Spread(1.6, 1.7, 1.8)
WASHED_KG_L = Spread(1.5, 1.55, 1.6)
STONE_BAG_KG = 25.0
LEAST_CHANNELS_M2 = 0.001
COAT_KG_M2 = Spread(1.0, 1.5, 2.0)
POWDER_KG_M2 = Spread(0.15, 0.17, 0.2)


def ground(brief: GroundBrief, plot: Plot) -> GroundResult:
    """What the ground takes of one piece, and findings.

    Args:
        brief: the slab
        plot: how it lies
    """
    if brief.shaped:
        plot = plot.model_copy(update={"fall_mm_m": 0.0, "cross_to": None})
    if brief.steps and plot.above is None:  # the lowest riser is climbed like the others
        plot = plot.model_copy(update={"above": Length(mm=brief.thickness_mm)})
    return _Ground(brief, plot).result()


class _Ground:
    def __init__(self, brief: GroundBrief, plot: Plot) -> None:
        self.brief, self.plot, self.of = brief, plot, brief.piece
        self.plane = Plane(brief, plot)
        self.corners = corners_of(brief)
        self.hole = _dug(brief, plot)

    def result(self) -> GroundResult:
        brief, plot = self.brief, self.plot
        on_soil = plot.under == "ground"
        depth = self._sub_base_depth() if on_soil else None
        dig = self._dig(depth) if depth else None
        sub_base = self._sub_base(depth) if depth and depth.value > 0 else None
        inside = self._inside()
        joints = joints_of(brief, plot) if not brief.sections else None
        corners = tuple(heights(self.plane, self.corners))
        isolation = self._isolation()
        bonding = self._bonding() if plot.under == "old slab, bonded" else None
        drop = self.plane.drop()
        left, front, right, back = brief.outline.box
        found = Found(
            dig, sub_base, drop, self.plane.low, joints, isolation, bonding, bool(brief.sections), brief.thickness_mm,
            "stamped" if self._stamped else brief.worked, brief.steps, inside,
        )  # fmt: skip
        return GroundResult(
            under=plot.under, above_mm=plot.above_mm, dig=dig, sub_base=sub_base, inside=inside,
            datum=plot.datum, falls_to=plot.falls_to, section_drop_mm=self.plane.section_drop_mm,
            drop=drop, low=self.plane.low, corners=corners,
            water=tuple(self.plane.ways()), tapes=tuple(tapes(brief, self.corners)),
            right_angle=tuple(right_angle(brief)), curves=tuple(curves(brief, self.corners)), joints=joints,
            isolation=isolation, bonding=bonding,
            concrete=work(rules.concrete_barrows, self.of, volume_l=round(brief.volume_l, 3), barrow_l=BARROW_L)
            if brief.volume_l else None,
            mats=self._mats(), powder=self._powder(),
            outline_dug=_path(self.hole) if dig else (),
            outline=brief.outline.path, length_mm=round(right - left, 3), width_mm=round(back - front, 3),
            sections=tuple(one.path for one in brief.sections), channels=self._channels(),
            treads=tuple(TreadAt(*one) for one in brief.treads),
            tasks=tuple(tasks_of(plot, found)), care=tuple(self._care(joints is not None)),
            findings=tuple(checks.of_plot(brief, plot, corners, joints)),
        )  # fmt: skip

    def _sub_base_depth(self) -> Figure:
        plot = self.plot
        if plot.sub_base is not None:
            return work(rules.sub_base_own, self.of, typed_mm=plot.sub_base.mm)
        return work(rules.sub_base_depth, self.of, load_mm=SUB_BASE_MM[plot.carries], soil_mm=MORE_MM[plot.soil])

    @property
    def _dug_m2(self) -> float:
        """What is dug for all castings [m²]."""
        return round(self.hole.area * self.brief.count / 1e6, 4)

    def _dig(self, depth: Figure) -> Dig | None:
        down = work(
            rules.dig_depth, self.of, slab_mm=self.brief.thickness_mm, sub_base_mm=depth, above_mm=self.plot.above_mm
        )
        if down.value <= 0:
            return None
        area = self._dug_m2
        volume = work(rules.dig_volume, self.of, area_m2=area, depth_mm=down)
        loose = work(rules.spoil, self.of, dig_l=volume, bulking=BULKS[self.plot.soil])
        return Dig(down, area, volume, loose, work(rules.barrows, self.of, loose_l=loose, barrow_l=BARROW_L))

    def _sub_base(self, depth: Figure) -> SubBase:
        tamped = work(rules.stone_tamped, self.of, area_m2=self._dug_m2, depth_mm=depth)
        layers = work(rules.layers, self.of, depth_mm=depth, layer_mm=LAYER_MM[self.plot.tamper])
        return SubBase(depth, tamped, *self._ordered(tamped, self.of), layers)

    def _ordered(self, tamped: Figure, of: str) -> tuple[Figure, Figure]:
        """Stone to order for some that lies tamped: loose, and its mass."""
        loose = (
            work(rules.stone_a_fifth_more, of, tamped_l=tamped, more=FIFTH)
            if self.plot.loose_by == "a fifth more"
            else work(rules.stone_a_fifth_lost, of, tamped_l=tamped, lost=FIFTH)
        )
        return loose, work(rules.stone_mass, of, loose_l=loose, density_kg_l=STONE_KG_L)

    def _inside(self) -> InsideSteps | None:
        """Stone that steps are filled with, in all castings."""
        inside, of = self.brief.inside, f"{self.of}/inside"
        if inside is None:
            return None
        tamped = work(
            rules.stone_inside, of, side_m2=round(inside.outline.area_mm2 / 1e6, 6), wide_mm=inside.wide_mm,
            castings=self.brief.count,
        )  # fmt: skip
        layers = work(rules.layers, of, depth_mm=inside.high_mm, layer_mm=LAYER_MM["hand tamper"])
        return InsideSteps(inside.clear_mm, tamped, *self._ordered(tamped, of), layers, inside.outline.path)

    def _isolation(self) -> Figure | None:
        count = self.brief.count
        along = sum(_length_of(self.brief, side) for side in self.plot.isolated) + self.brief.walled_mm
        if not along and not self.brief.around_mm:
            return None
        return work(
            rules.strip_length,
            self.of,
            sides_mm=round(along * count, 1),
            openings_mm=round(self.brief.around_mm * count, 1),
        )

    def _channels(self) -> Channels | None:
        """What of a field no section covers."""
        brief = self.brief
        area = (brief.outline.polygon.area - sum(one.polygon.area for one in brief.sections)) / 1e6
        if not brief.sections or area < LEAST_CHANNELS_M2:
            return None
        area = round(area, 4)
        stone = work(rules.channel_stone, self.of, area_m2=area, depth_mm=brief.thickness_mm)
        mass = work(rules.stone_mass, f"{self.of}/channels", loose_l=stone, density_kg_l=WASHED_KG_L)
        return Channels(area, stone, mass, work(rules.stone_bags, self.of, mass_kg=mass, bag_kg=STONE_BAG_KG))

    @property
    def _stamped(self) -> bool:
        return self.brief.worked == "textured" and self.plot.texture == "stamp mats"

    def _mats(self) -> Figure | None:
        if not self._stamped:
            return None
        left, front, right, back = (self.brief.sections[0] if self.brief.sections else self.brief.outline).box
        return work(rules.mats_needed, self.of, across_mm=min(right - left, back - front), mat_mm=self.plot.mat_mm)

    def _powder(self) -> Figure | None:
        if not self._stamped:
            return None
        area = sum(one.polygon.area for one in self.brief.sections or (self.brief.outline,)) * self.brief.count / 1e6
        return work(rules.release_powder, self.of, area_m2=round(area, 4), powder_kg_m2=POWDER_KG_M2)

    def _bonding(self) -> Figure:
        area = round(self.brief.outline.polygon.area * self.brief.count / 1e6, 4)
        return work(rules.bonding_coat, self.of, area_m2=area, coat_kg_m2=COAT_KG_M2)

    def _care(self, jointed: bool) -> Iterator[str]:
        if self.plot.under == "ground":
            yield care.UTILITIES
            yield care.STEPS
            if self.plot.tamper == "plate compactor":
                yield care.TAMPER
        yield care.BACKS
        yield care.WET
        if jointed and self.plot.joints in ("early saw", "wet saw"):
            yield care.SAW


def _path(hole: Polygon) -> Path:
    return tuple(v for x, y in list(hole.exterior.coords)[:-1] for v in (round(x, 1), round(y, 1), 0.0))


def _dug(brief: GroundBrief, plot: Plot) -> Polygon:
    """The hole: the slab, and what is dug wider at each side that stands free."""
    slab: Polygon = brief.outline.polygon
    wide = plot.overdig_mm
    if not wide:
        return slab
    left, front, right, back = brief.outline.box
    against = set(plot.isolated) | ({plot.house} if plot.house else set())
    within = box(
        left - (0 if "left" in against else wide), front - (0 if "front" in against else wide),
        right + (0 if "right" in against else wide), back + (0 if "back" in against else wide),
    )  # fmt: skip
    dug = slab.buffer(wide, join_style="mitre").intersection(within)
    return dug if isinstance(dug, Polygon) else slab


def _length_of(brief: GroundBrief, side: SideName) -> float:
    """How long a slab is along a side of the box round it: its edges that lie there [mm]."""
    left, front, right, back = brief.outline.box
    at, index = {"left": (left, 0), "right": (right, 0), "front": (front, 1), "back": (back, 1)}[side]
    there = 0.0
    for edge in brief.outline.edges:
        start, end = (edge.start.x, edge.start.y), (edge.end.x, edge.end.y)
        if not edge.is_arc and abs(start[index] - at) < 1 and abs(end[index] - at) < 1:
            there += edge.length
    return there
