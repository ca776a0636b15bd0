"""Warm's node."""

from collections.abc import Sequence
from dataclasses import replace

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Change, Finding
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.kit.geometry.outline import Outline
from ulbrek.core.measure.features.base import FeatureInPlan
from ulbrek.core.measure.features.bolt import Bolt
from ulbrek.core.measure.features.mat import Mat
from ulbrek.core.measure.features.void import Void
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.measure.shape import shape_of
from ulbrek.core.warm.brief import Pad, WarmBrief
from ulbrek.core.warm.inputs import WarmSeat
from ulbrek.core.warm.result import WarmResult
from ulbrek.core.warm.station import warm

_OF_JOB = "/warm/"
_MOSTLY = 0.3  # of the mat that foam lies under before it is taken for its pad


def is_warmed(piece: Piece) -> bool:
    """Whether an electric mat lies in a piece."""
    return any(isinstance(one, Mat) and one.electric for one in piece.features)


@dataclass(frozen=True, slots=True)
class WarmNode:
    """One piece with an electric mat: where it stands in the job, and how it is warmed."""

    pointer: str
    piece: Piece
    density: Figure
    strength_mpa: float
    energy_kwh: float | None
    seat: WarmSeat

    def work(self) -> WarmResult:
        """How warm it gets, and findings."""
        found = warm(self._brief())
        return replace(found, findings=tuple(self._pointed(one) for one in found.findings))

    def _brief(self) -> WarmBrief:
        piece = self.piece
        shape = shape_of(piece)
        mats = [(one, one.feature) for one in shape.placed if isinstance(one.feature, Mat) and one.feature.electric]
        first, mat = mats[0]
        seat = shape.outline
        left, low, right, high = seat.box
        boxes = [one.outline.box for one, _ in mats]
        borders = (
            min(box[0] for box in boxes) - left, min(box[1] for box in boxes) - low,
            right - max(box[2] for box in boxes), high - max(box[3] for box in boxes),
        )  # fmt: skip
        return WarmBrief(
            piece.id, piece.name, mat.name, first.index, piece.cast == "face down", piece.thickness.mm,
            min(mat.below_top.mm, piece.thickness.mm), mat.thickness.mm, _area_m2([one.outline for one, _ in mats]),
            seat.area_mm2 / 1e6, max(borders), max(right - left, high - low), self.strength_mpa, self.density,
            self._pad(first, mat, [one for one in shape.placed if isinstance(one.feature, Void)]), self.energy_kwh,
            piece.stays == "on the ground", self._crossed(mats, shape.placed), self.seat,
        )  # fmt: skip

    def _crossed(self, mats: list[tuple[FeatureInPlan, Mat]], placed: Sequence[FeatureInPlan]) -> tuple[str, ...]:
        """What goes through a mat, or so deep that it meets it, by name."""
        found: dict[str, None] = {}
        thick = self.piece.thickness.mm
        for one in placed:
            if isinstance(one.feature, Mat | Void):
                continue
            face = one.feature.into if isinstance(one.feature, Bolt) else getattr(one.feature, "face", "top")
            for other, mat in mats:
                far = mat.below_top.mm if face == "top" else thick - mat.below_top.mm - mat.thickness.mm
                deep = one.is_through or one.feature.reach_mm(thick) > far
                if deep and one.polygon.intersection(other.polygon).area > 0:
                    found[one.feature.name] = None
        return tuple(found)

    def _pad(self, placed: FeatureInPlan, mat: Mat, voids: list[FeatureInPlan]) -> Pad | None:
        """The foam that most of the mat lies on, or under."""
        shares = [
            (one.polygon.intersection(placed.polygon).area / max(1.0, placed.polygon.area), one.feature)
            for one in voids
            if isinstance(one.feature, Void)
        ]
        share, foam = max(shares, key=lambda one: one[0], default=(0.0, None))
        if foam is None or share < _MOSTLY:
            return None
        underside = self.piece.thickness.mm - mat.below_top.mm - mat.thickness.mm
        top = foam.above.mm + foam.height.mm
        over = foam.above.mm >= underside
        return Pad(foam.name, foam.height.mm, -1.0 if over else max(0.0, underside - top), min(1.0, share))

    def _pointed(self, found: Finding) -> Finding:
        """A finding whose field and change point into the job: into its piece, unless they are of the seat itself."""
        return replace(found, field=self._at(found.field), change=self._changed(found.change) if found.change else None)

    def _changed(self, change: Change) -> Change:
        return replace(change, fields={self._at(field): value for field, value in change.fields.items()})

    def _at(self, field: str) -> str:
        return field if field.startswith(_OF_JOB) else f"{self.pointer}{field}"


def _area_m2(outlines: list[Outline]) -> float:
    return sum(one.area_mm2 for one in outlines) / 1e6
