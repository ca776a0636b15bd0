"""Arch: where its thrust runs, what holds it, how it is set out, and findings."""

from collections.abc import Iterator
from math import atan2, ceil, cos, degrees, hypot, pi, sin

from ulbrek.core.arch import care, checks, rules
from ulbrek.core.arch.brief import ArchBrief
from ulbrek.core.arch.checks.held import HOLDS, PIERS
from ulbrek.core.arch.checks.standing import FACTOR
from ulbrek.core.arch.result import ArchResult, Point, SetOut
from ulbrek.core.arch.tasks import tasks_of
from ulbrek.core.base.figure import Figure, work
from ulbrek.core.base.task import Task
from ulbrek.core.base.units.constants import GRAVITY
from ulbrek.core.kit.arch.ring import Ring, block_joints, ring_of
from ulbrek.core.kit.arch.thrust import Thrust, middle_line, thrust_range
from ulbrek.core.kit.geometry.shapes import arch_angle

CLOSES_MM = 0.2  # a dry joint, once the centring is out. Source: an estimate.
SLIPS_AT = 0.4  # friction by which a block stays on the one below while it is laid. Source: common practice.
_STEP_MM, _MOST_DEPTH, _MOST_PIER_MM = 5.0, 0.6, 3_000.0


def arch(brief: ArchBrief) -> ArchResult:
    """One arch, and findings.

    Args:
        brief: of it
    """
    return _Arch(brief).result()


class _Arch:
    def __init__(self, brief: ArchBrief) -> None:
        self.brief, self.blocks, self.inputs = brief, brief.blocks, brief.inputs
        self.span, self.rise, self.depth = brief.span_mm, brief.rise_mm, brief.depth_mm
        self.radius, whole = arch_angle(self.span, self.rise)
        self.past_half = self.rise > self.span / 2 + 0.5
        self.half = min(whole / 2, pi / 2)
        self.width, self.density = brief.width_mm, brief.density
        self.joints = block_joints(self.half, self.blocks)
        each = 2 * self.half / self.blocks
        self.full = sin(each) / each if brief.straight else 1.0  # of what curved faces enclose
        self.ring = self._ring(self.depth)
        self.range = thrust_range(self.ring)
        self.line, self.share = middle_line(self.ring)
        self.of = brief.piece

    def _ring(self, depth: float) -> Ring:
        return ring_of(
            self.radius / 1000, depth / 1000, self.joints, self.width / 1000,
            self.density.value * self.full,
            self.inputs.load_kg_m * GRAVITY,
        )  # fmt: skip

    def result(self) -> ArchResult:
        middle = self.radius + self.depth / 2
        weight = self._weight()
        thrust = self._level("middle", self.line)
        least, most = (None, None) if self.range is None else (self.range.least, self.range.most)
        strongest = self._level("most", most) if most else thrust
        push = work(rules.abutment_push, self.of, thrust_n=strongest, weight_n=weight)
        factor = work(rules.ring_factor, self.of, needed_share=self.share)
        friction, pier = self._friction(), self._pier(weight, strongest)
        rise, reach = middle * (1 - cos(self.half)), middle * sin(self.half)
        seen = checks.ArchCase(
            self.brief, self.range is not None, self.past_half, factor,
            self._enough(factor.value), pier, self._pier_enough(weight, strongest),
        )  # fmt: skip
        return ArchResult(
            self.brief.piece, self.brief.name, self.radius, self.radius - self.rise, tuple(self._set_out()),
            self.brief.joint_mm, self._inside(), self._mortar(),
            self._points(least), self._points(self.line), self._points(most),
            self._level("least", least) if least else None, strongest if most else None, thrust, weight, push,
            degrees(atan2(weight.value, strongest.value)), factor, friction, pier, self._on_centring(),
            work(rules.crown_drop, self.of, joints=self.blocks / 2 + 1, closes_mm=CLOSES_MM,
                 chord_mm=hypot(rise, reach), rise_mm=rise),
            work(rules.drop_by_spread, self.of, half_span_mm=reach, rise_mm=rise),
            hypot(self.span / 2, self.rise), tuple(self._tasks()),
            (care.UNDER, care.DECIDES), tuple(checks.of_arch(seen)),
        )  # fmt: skip

    def _tasks(self) -> Iterator[Task]:
        return tasks_of(self.inputs, self.blocks, mortared=self.brief.joint_mm > 0)

    def _inside(self) -> float:
        return self.radius * (1 - cos(self.half / self.blocks)) if self.brief.straight else 0.0

    def _mortar(self) -> Figure | None:
        if not self.brief.joint_mm:
            return None
        return work(
            rules.mortar, self.of, joints=float(self.blocks), joint_mm=self.brief.joint_mm, depth_mm=self.depth,
            width_mm=self.width,
        )  # fmt: skip

    def _weight(self) -> Figure:
        area = ((self.radius + self.depth) ** 2 - self.radius**2) / 2 * self.half * self.full
        return work(
            rules.weight_on_springing, self.of, ring_area_mm2=area, width_mm=self.width, density_kg_m3=self.density,
            load_kg_m=self.inputs.load_kg_m, reach_mm=(self.radius + self.depth) * sin(self.half),
        )  # fmt: skip

    def _level(self, which: str, line: Thrust) -> Figure:
        return work(rules.level_thrust, f"{self.of}/{which}", found_n=line.thrust)

    def _friction(self) -> Figure:
        """At the joint of the line nearest to the middle where the force leans most."""
        forces = [
            (
                abs(joint.weight * cos(joint.angle) - self.line.thrust * sin(joint.angle)),
                self.line.thrust * cos(joint.angle) + joint.weight * sin(joint.angle),
            )
            for joint in self.ring.joints
        ]
        along, across = max(forces, key=lambda one: one[0] / one[1])
        return work(rules.friction_needed, self.of, along_n=along, across_n=across)

    def _pier(self, weight: Figure, thrust: Figure) -> Figure | None:
        inputs = self.inputs
        if inputs.held_by != PIERS or inputs.pier_width is None or inputs.springing.mm <= 0:
            return None
        return self._held(inputs.pier_width.mm, weight, thrust)

    def _held(self, pier_mm: float, weight: Figure, thrust: Figure) -> Figure:
        bears = max(0.0, pier_mm - self.depth * sin(self.half) / 2)
        high = self.inputs.springing.mm
        own = work(
            rules.pier_weight, self.of, pier_mm=pier_mm, height_mm=high, width_mm=self.width,
            density_kg_m3=self.density,
        )  # fmt: skip
        return work(
            rules.pier_factor, self.of, pier_n=own, pier_mm=pier_mm, weight_n=weight, bears_mm=bears, thrust_n=thrust,
            height_mm=high,
        )  # fmt: skip

    def _pier_enough(self, weight: Figure, thrust: Figure) -> float | None:
        """A width of pier that holds; None where no reasonable one does, or none is wanted [mm]."""
        if self.inputs.held_by != PIERS or self.inputs.springing.mm <= 0:
            return None
        wide = 50.0
        while wide <= _MOST_PIER_MM:
            if self._held(wide, weight, thrust).value >= HOLDS:
                return wide
            wide += 10.0
        return None

    def _enough(self, factor: float) -> float | None:
        """A depth of the ring with twice what it needs, to the next 5 mm; None where it has it, or none is found."""
        if factor >= FACTOR or self.past_half:
            return None
        depth: float = ceil(self.depth / _STEP_MM + 1e-9) * _STEP_MM
        most = _MOST_DEPTH * self.radius
        while depth <= most:
            _, share = middle_line(self._ring(depth))
            if share * FACTOR <= 1:
                return depth
            depth += max(_STEP_MM, ceil((share * FACTOR - 1) * depth / 4 / _STEP_MM) * _STEP_MM)
        return None

    def _on_centring(self) -> Figure:
        """Block by block, by the middle of each."""
        each = 2 * self.half / self.blocks
        leans = [-self.half + (number + 0.5) * each for number in range(self.blocks)]
        bears = [max(0.0, cos(lean) - SLIPS_AT * sin(abs(lean))) for lean in leans]
        area = ((self.radius + self.depth) ** 2 - self.radius**2) * self.half * self.full
        mass = area * self.width * self.density.value / 1e9
        return work(
            rules.mass_on_centring, self.of, ring_mass_kg=mass, share=sum(bears) / len(bears)
        )  # fmt: skip

    def _set_out(self) -> Iterator[SetOut]:
        each = 2 * self.half / self.blocks
        for number in range(self.blocks + 1):
            lean = -self.half + number * each
            yield SetOut(number, self._at(lean, self.radius), self._at(lean, self.radius + self.depth))

    def _points(self, line: Thrust | None) -> tuple[Point, ...]:
        """A line of thrust from the left springing to the right."""
        if line is None:
            return ()
        middle = self.radius + self.depth / 2
        right = [
            self._at(joint.angle, middle + off * 1000)
            for joint, off in zip(self.ring.joints, line.offsets, strict=True)
        ]
        left = [Point(-one.x, one.y) for one in reversed(right) if one.x > 0]
        return (*left, *right)

    def _at(self, lean: float, radius: float) -> Point:
        """A point so far from the centre, leaning so far to the right of upright."""
        return Point(round(radius * sin(lean), 2), round(radius * cos(lean) - (self.radius - self.rise), 2))
