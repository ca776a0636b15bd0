"""What this shop usually does at each station: a new job begins with it."""

from typing import TYPE_CHECKING, Any

from pydantic import model_validator

from ulbrek.core.base.document import Document, patch_of
from ulbrek.core.cure.inputs import CureInputs
from ulbrek.core.finish.inputs import FinishInputs
from ulbrek.core.handling.inputs import HandlingInputs
from ulbrek.core.job.job import Job, sealer_moved
from ulbrek.core.mix.inputs import MixInputs
from ulbrek.core.steel.inputs import SteelInputs

if TYPE_CHECKING:

    class SteelHabits(Document):
        """How this shop usually reinforces."""

    class MixHabits(Document):
        """How this shop usually mixes and places."""

    class CureHabits(Document):
        """How this shop usually cures."""

    class MoveHabits(Document):
        """How this shop usually moves its castings."""

    class FinishHabits(Document):
        """How this shop usually finishes."""

else:
    SteelHabits = patch_of(
        SteelInputs, Document, "school", "held", "fill_share", "exposure", "edge_distance", "spacing", "standard",
        named=f"{__name__}:SteelHabits",
    )  # fmt: skip
    MixHabits = patch_of(
        MixInputs, Document, "work", "spare", "least_bags_over", "buy", "settled", "people", "minutes_mixing",
        "minutes_placing", named=f"{__name__}:MixHabits",
    )  # fmt: skip
    CureHabits = patch_of(
        CureInputs, Document, "temperature_c", "strength_by", "maturity", "moist",
        named=f"{__name__}:CureHabits",
    )  # fmt: skip
    MoveHabits = patch_of(HandlingInputs, Document, "people", "carry", named=f"{__name__}:MoveHabits")
    FinishHabits = patch_of(
        FinishInputs, Document, "look", "sheen", "grind_when", "machine", "voids", "arrises", "sealer", "sealed_faces",
        "rags",
        named=f"{__name__}:FinishHabits",
    )  # fmt: skip


class Habits(Document):
    """What a new job begins with, station by station; what is None is as everybody begins."""

    steel: SteelHabits = SteelHabits()
    mix: MixHabits = MixHabits()
    cure: CureHabits = CureHabits()
    move: MoveHabits = MoveHabits()
    finish: FinishHabits = FinishHabits()

    @model_validator(mode="before")
    @classmethod
    def _sealer_of_cure(cls, told: Any) -> Any:  # noqa: ANN401 - whatever a document may hold
        """Habits from before Finish: Cure said what sealed it."""
        return sealer_moved(told)


def begun(job: Job, habits: Habits) -> Job:
    """A new job as this shop begins one: what it says itself stays.

    Args:
        job: as it was asked for; what it leaves out is as everybody begins
        habits: of the shop
    """
    said = {
        "steel": (job.steel, habits.steel), "mix": (job.mix, habits.mix), "cure": (job.cure, habits.cure),
        "handling": (job.handling, habits.move), "finish": (job.finish, habits.finish),
    }  # fmt: skip
    return job.model_copy(
        update={
            station: inputs.model_copy(
                update={
                    name: value
                    for name in type(usual).model_fields
                    if (value := getattr(usual, name)) is not None and name not in inputs.model_fields_set
                }
            )
            for station, (inputs, usual) in said.items()
        }
    )
