"""Arch's node."""

from dataclasses import replace

from ulbrek.core.arch.brief import ArchBrief
from ulbrek.core.arch.inputs import ArchInputs
from ulbrek.core.arch.result import ArchResult
from ulbrek.core.arch.station import arch
from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Change, Finding
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.measure.inputs.outlines import ArchBlock

_OF_JOB = "/arch/"


@dataclass(frozen=True, slots=True)
class ArchNode:
    """One arch: where its blocks stand in the job, what they are, and how it is held."""

    pointer: str
    piece: str
    name: str
    outline: ArchBlock
    width_mm: float
    count: int
    density: Figure
    inputs: ArchInputs

    def work(self) -> ArchResult:
        """Its statics, and findings."""
        arch_of = self.outline
        found = arch(
            ArchBrief(
                self.piece,
                self.name,
                arch_of.span.mm,
                arch_of.rise.mm,
                arch_of.depth.mm,
                arch_of.blocks,
                self.width_mm,
                self.density,
                self.count,
                self.inputs,
                arch_of.joint.mm,
                arch_of.faces == "straight",
            )
        )
        return replace(found, findings=tuple(self._pointed(one) for one in found.findings))

    def _pointed(self, found: Finding) -> Finding:
        """A finding whose field and change point into the job: into its piece, unless they are of the arch itself."""
        return replace(found, field=self._at(found.field), change=self._changed(found.change) if found.change else None)

    def _changed(self, change: Change) -> Change:
        return replace(change, fields={self._at(field): value for field, value in change.fields.items()})

    def _at(self, field: str) -> str:
        return field if field.startswith(_OF_JOB) else f"{self.pointer}{field}"
