"""Cabinets: the run in plan, the boards and braces under its tops, what they carry, and findings."""

from collections.abc import Iterator, Mapping, Sequence
from math import ceil, dist

from shapely import Polygon

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.cabinets import care, checks, rules
from ulbrek.core.cabinets.bearing import bearings_of, boards_of, path_of, rows_of
from ulbrek.core.cabinets.brief import CabinetBrief, TopBrief
from ulbrek.core.cabinets.inputs import LEGS, CabinetInputs, LegName
from ulbrek.core.cabinets.overhang import brackets_of
from ulbrek.core.cabinets.result import (
    Bearing,
    CabinetsResult,
    Cut,
    LegFit,
    RunResult,
    TopOver,
    UnderBoard,
    UnitPlace,
    Wall,
)
from ulbrek.core.cabinets.run import Laid, along, edges, lay, walled
from ulbrek.core.cabinets.tasks import tasks_of

# Source of all: common practice.
STRENGTH_MPA: Mapping[str, float] = {"cement": 5.2}  # in bending; of all other boards the next
WOOD_MPA = 15.0
SCREW_EVERY_MM, CLIP_EVERY_MM, COVER_MM, TAPE_PAST_MM = 200.0, 400.0, 1_200.0, 100.0
THINNEST_MM = 40.0  # of a run that has no top yet: what its boards are laid for


def cabinets(brief: CabinetBrief) -> RunResult:
    """One run with its tops, and findings.

    Args:
        brief: the run
    """
    return _Run(brief).result()


def together(inputs: CabinetInputs, runs: Sequence[RunResult], volume_l: float) -> CabinetsResult:
    """All runs of a job, and how long the concrete of their tops is carried.

    Args:
        inputs: how it is carried
        runs: worked out
        volume_l: of all tops over them
    """
    findings = tuple(one for run in runs for one in run.findings)
    if not runs:
        return CabinetsResult()
    if volume_l <= 0:
        return CabinetsResult(tuple(runs), None, None, (care.FIXED, care.CUT), findings)
    many = work(rules.buckets, "cabinets", volume_l=round(volume_l, 3), bucket_l=inputs.bucket_l)
    taken = work(
        rules.carrying_min, "cabinets", buckets=many, carriers=float(inputs.carriers), walk_m=inputs.walk_m
    )  # fmt: skip
    return CabinetsResult(tuple(runs), many, taken, (care.FIXED, care.CUT, care.PLUMBING, care.LIFT), findings)


class _Run:
    def __init__(self, brief: CabinetBrief) -> None:
        self.brief, self.run, self.board = brief, brief.run, brief.board
        self.laid: Laid = lay(brief.run)
        tops = [one for one in brief.tops if one]
        self.thick = max((one.thickness_mm for one in tops), default=THINNEST_MM)
        self.strength = STRENGTH_MPA.get(self.board.face, WOOD_MPA)
        self.load = work(
            rules.load_on_board, self.run.id, thickness_mm=self.thick, density_kg_m3=brief.density,
            board_mm=self.board.thickness_mm, board_kg_m3=self.board.density_kg_m3,
        )  # fmt: skip
        bears: dict[str, Figure | float] = {
            "load_mpa": self.load, "modulus_mpa": self.board.modulus_mpa, "board_mm": self.board.thickness_mm,
            "strength_mpa": self.strength,
        }  # fmt: skip
        self.spacing = work(rules.span_of_one, self.run.id, **bears)
        self.several = work(rules.span_of_several, self.run.id, **bears)

    def result(self) -> RunResult:
        run, laid = self.run, self.laid
        tops = tuple(self._tops())
        bow = self._brace_bow(tops)
        fits = tuple(self._fits())
        walls = tuple(self._walls())
        brackets = brackets_of(run, min((one.thickness_mm for one in self.brief.tops if one), default=0.0))
        meshed = any(one.meshed for one in self.brief.tops if one)
        seen = checks.RunCase(self.brief, laid, tops, fits, walls, self.thick, bow)
        return RunResult(
            run.id, run.name,
            tuple(
                UnitPlace(one.leg, one.number, one.unit.kind, one.unit.width.mm, path_of(one.foot))
                for one in laid.units
            ),
            tops, walls, fits, self.board.name, self.spacing, self.several, bow,
            work(rules.floor_cover, run.id, front_mm=self._front(), wide_mm=COVER_MM), self._more(walls),
            brackets,
            tuple(tasks_of(run, tops, self.thick, meshed=meshed, bracketed=brackets is not None)),
            tuple(checks.of_run(seen)),
        )  # fmt: skip

    def _tops(self) -> Iterator[TopOver]:
        for number, outline in enumerate(self.laid.tops):
            top = self.brief.tops[number] if number < len(self.brief.tops) else None
            left, front, _, _ = outline.bounds
            if top is None:
                yield TopOver(
                    None, f"Top {number + 1}", path_of(outline), (), left, front, (), (), (), None, None, None, None
                )
            else:
                yield self._top(top, (left, front))

    def _top(self, top: TopBrief, at: tuple[float, float]) -> TopOver:
        run, board, of = self.run, self.board, top.piece
        rows = list(rows_of(run, self.laid, top, self.spacing.value, board))
        boards = list[UnderBoard]()
        bearings = list[Bearing]()
        for row in rows:
            boards.extend(boards_of(row, top.bed, len(boards) + 1))
            bearings.extend(bearings_of(run, self.laid, row))
        deep = max((row.strip.deep for row in rows), default=run.depth.mm)
        seams = sum(row.strip.deep * len(row.joints) for row in rows)
        seams += sum((row.strip.end - row.strip.start) * (row.rows - 1) for row in rows)
        seams += sum(row.strip.deep for row in rows if row.strip.leg != "back")
        walls = sum(self._against(top.outline))
        across = [abs(one.x2 - one.x1) + abs(one.y2 - one.y1) for one in bearings]
        return TopOver(
            top.piece, top.name, path_of(top.outline), tuple(path_of(one.outline) for one in top.openings), *at,
            tuple(boards), tuple(bearings), tuple(self._lumber(bearings, top, rows_long=sum(
                (row.strip.end - row.strip.start) * (row.rows - 1) for row in rows))),
            work(
                rules.load_a_metre, of, thickness_mm=top.thickness_mm, density_kg_m3=self.brief.density,
                board_mm=board.thickness_mm, board_kg_m3=board.density_kg_m3, depth_mm=deep,
            ),
            work(rules.mesh_clips, of, area_m2=round(top.outline.area / 1e6, 4), apart_mm=CLIP_EVERY_MM)
            if top.meshed else None,
            work(rules.board_screws, of, bearing_mm=round(sum(across), 1), lines=float(len(across)),
                 every_mm=SCREW_EVERY_MM),
            work(rules.seam_tape, of, seams_mm=round(seams + walls, 1), ends_mm=TAPE_PAST_MM * len(boards)),
        )  # fmt: skip

    def _lumber(self, bearings: Sequence[Bearing], top: TopBrief, rows_long: float) -> Iterator[Cut]:
        """Braces, and what stands in for cabinet sides over a dishwasher; a rail under each edge that is formed."""
        braces = sum(one.on != "cabinet side" for one in bearings)
        if braces:
            yield Cut("brace", "Brace under the board", self.run.depth.mm + sum(self.run.braced), braces)
        for one in self.laid.units:
            if one.unit.kind == "dishwasher" and top.outline.intersects(one.foot.centroid):
                yield Cut(f"bar-{one.leg}-{one.number}", "Bar or ledger over the dishwasher", one.unit.width.mm, 2)
        for number, length in enumerate(self._formed(top.outline), 1):
            yield self._in_lengths(f"rail-{number}", "Rail under the board’s edge", length)
        for number, length in enumerate(self._against(top.outline), 1):
            yield self._in_lengths(f"back-rail-{number}", "Back rail, for the screed", length)
        if rows_long:
            yield self._in_lengths("seam-rail", "Rail under a seam along the top", rows_long)

    def _in_lengths(self, key: str, name: str, length: float) -> Cut:
        """A rail in equal lengths that the lumber has: it may be butted."""
        parts = ceil(length / max(self.brief.lumber.lengths_mm) - 1e-9)
        return Cut(key, name, round(length / parts, 1), parts)

    def _formed(self, outline: Polygon) -> Iterator[float]:
        """How long the edges of a top are that get a form [mm]."""
        yield from (dist(*ends) for ends in edges(outline) if not walled(self.laid, ends))

    def _against(self, outline: Polygon) -> Iterator[float]:
        """How long a top runs along each wall [mm]."""
        yield from (dist(*ends) for ends in edges(outline) if walled(self.laid, ends))

    def _front(self) -> float:
        return sum(length for outline in self.laid.tops for length in self._formed(outline))

    def _brace_bow(self, tops: Sequence[TopOver]) -> Figure | None:
        if not any(one.on != "cabinet side" for top in tops for one in top.bearings):
            return None
        lumber = self.brief.lumber
        return work(
            rules.brace_bow, self.run.id, load_mpa=self.load, apart_mm=self.spacing, span_mm=self.run.depth.mm,
            modulus_mpa=lumber.modulus_mpa, wide_mm=lumber.width_mm, deep_mm=lumber.thickness_mm,
        )  # fmt: skip

    def _walls(self) -> Iterator[Wall]:
        """Each wall as far as tops lie along it."""
        run = self.run
        lines = zip(self._walled(), self.laid.walls, strict=True)
        for leg, line in lines:
            there = [ends for top in self.laid.tops for ends in edges(top) if along(line, ends)]
            if not there:
                continue
            xs = [x for ends in there for x, _ in ends]
            ys = [y for ends in there for _, y in ends]
            own = run.leg(leg)
            yield Wall(leg, min(xs), min(ys), max(xs), max(ys), own.bow.mm if own else 0.0)

    def _walled(self) -> list[LegName]:
        """The legs that have a wall, in the order of the walls."""
        return [name for name in ("back", "left", "right") if self.run.has_wall(name)]

    def _more(self, walls: Sequence[Wall]) -> Figure | None:
        bowed = sum(one.bowed_mm2 for one in walls)
        if not bowed:
            return None
        return work(rules.more_at_wall, self.run.id, bowed_mm2=round(bowed, 1), thickness_mm=self.thick)

    def _fits(self) -> Iterator[LegFit]:
        run = self.run
        for name in LEGS:
            leg = run.leg(name)
            if leg is None or leg.wall is None:
                continue
            taken = leg.units_mm + (0.0 if name == "back" else run.depth.mm)
            yield LegFit(name, taken, leg.wall.mm, round(leg.wall.mm - taken, 3))
