"""A job: the pieces that are wanted and what has been decided about making them."""

from typing import Annotated, Any

from pydantic import Field, field_validator, model_validator

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.document import Document
from ulbrek.core.cure.inputs import CureInputs
from ulbrek.core.finish.inputs import FinishInputs
from ulbrek.core.form.inputs import FormInputs
from ulbrek.core.handling.inputs import HandlingInputs
from ulbrek.core.job.effort import StationInputs, effort_ms, too_much
from ulbrek.core.measure.inputs.common import Name
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.measure.inputs.site import Site
from ulbrek.core.mix.inputs import MixInputs
from ulbrek.core.steel.inputs import SteelInputs


def sealer_moved(told: Any) -> Any:  # noqa: ANN401 - whatever a document may hold
    """A document whose ``cure`` says what it is sealed with, with that said by its ``finish``.

    Args:
        told: of a job or its habits, from before Finish or from after
    """
    cure = told.get("cure") if isinstance(told, dict) else None
    if not isinstance(cure, dict) or "sealer" not in cure:
        return told
    kept = {name: value for name, value in cure.items() if name != "sealer"}
    finish = told.get("finish")
    said = cure["sealer"]
    if isinstance(finish, dict | None) and said is not None:
        sealer = None if said == "none" else said
        return {**told, "cure": kept, "finish": {"sealer": sealer} | (finish or {})}
    return {**told, "cure": kept}


class Job(Document):
    """A job's document: everything a plan is worked out from, beside the shop."""

    name: Name
    pieces: Annotated[tuple[Piece, ...], Field(min_length=1, max_length=60), COUNTED]
    site: Site = Site()
    form: FormInputs = FormInputs()
    steel: SteelInputs = SteelInputs()
    mix: MixInputs
    cure: CureInputs = CureInputs()
    handling: HandlingInputs = HandlingInputs()
    finish: FinishInputs = FinishInputs()

    @model_validator(mode="before")
    @classmethod
    def _sealer_of_cure(cls, told: Any) -> Any:  # noqa: ANN401 - whatever a document may hold
        """A job from before Finish: Cure said what sealed it."""
        return sealer_moved(told)

    @field_validator("pieces")
    @classmethod
    def _ids_differ(cls, pieces: tuple[Piece, ...]) -> tuple[Piece, ...]:
        ids = [piece.id for piece in pieces]
        repeated = next((one for one in ids if ids.count(one) > 1), None)
        if repeated:
            raise ValueError(f"Two pieces are called “{repeated}”. Give each its own id.")
        return pieces

    @model_validator(mode="after")
    def _can_be_planned(self) -> "Job":
        said = too_much(self.pieces, StationInputs(self.form, self.steel, self.handling))
        if said:
            raise ValueError(f"{said}.")
        return self

    @property
    def effort_ms(self) -> float:
        """What it costs to plan, near enough [ms]."""
        return effort_ms(self.pieces, StationInputs(self.form, self.steel, self.handling))
