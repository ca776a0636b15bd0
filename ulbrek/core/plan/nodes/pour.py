"""The nodes of a pour: Mix and Cure."""

from collections.abc import Sequence
from dataclasses import replace

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cure.brief import CureBrief
from ulbrek.core.cure.inputs import CureInputs, Hours
from ulbrek.core.cure.result import CureResult
from ulbrek.core.cure.station import cure
from ulbrek.core.kit.climate.conditions import Conditions
from ulbrek.core.mix.brief import MixBrief
from ulbrek.core.mix.inputs import MixedBatch, MixInputs
from ulbrek.core.mix.pour import Pour
from ulbrek.core.mix.result import MixResult
from ulbrek.core.mix.station import mix
from ulbrek.core.plan.pointing import pointed


@dataclass(frozen=True, slots=True)
class MixNode:
    """What is mixed, in what, for what, and the batches so far."""

    inputs: MixInputs
    mixed_from: MixBrief
    pour: Pour
    batches: Sequence[MixedBatch]

    def work(self) -> MixResult:
        """Bags, water, doses, batches and their clock."""
        found = mix(self.inputs, self.mixed_from, self.pour, self.batches)
        return replace(found, findings=pointed("/mix", found.findings))


@dataclass(frozen=True, slots=True)
class CureNode:
    """What is poured and what its acts need, how it is kept, the shop's hours, and the weather."""

    inputs: CureInputs
    poured: CureBrief
    hours: Hours
    known: Conditions

    def work(self) -> CureResult:
        """The acts with their hours."""
        found = cure(self.inputs, self.poured, self.hours, self.known)
        return replace(found, findings=pointed("/cure", found.findings))
