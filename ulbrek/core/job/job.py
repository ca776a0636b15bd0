"""A job: the pieces that are wanted and what has been decided about making them."""

from typing import Annotated, Any

from pydantic import Field, field_validator, model_validator

from ulbrek.core.arch.inputs import ArchInputs
from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.document import Document
from ulbrek.core.cabinets.inputs import CabinetInputs
from ulbrek.core.cure.inputs import CureInputs
from ulbrek.core.finish.inputs import FinishInputs
from ulbrek.core.form.inputs import FormInputs
from ulbrek.core.ground.inputs import GroundInputs
from ulbrek.core.handling.inputs import ON_THE_GROUND, HandlingInputs
from ulbrek.core.job.cost import CostInputs
from ulbrek.core.job.effort import StationInputs, effort_ms, too_much
from ulbrek.core.job.tops import tops_drawn
from ulbrek.core.measure.inputs.common import Name
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.measure.inputs.site import Site
from ulbrek.core.mix.inputs import MixInputs
from ulbrek.core.steel.inputs import SteelInputs
from ulbrek.core.warm.inputs import WarmInputs


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


def stays_said(told: Any) -> Any:  # noqa: ANN401 - whatever a document may hold
    """A document whose pieces say whether they stay where they are cast.

    Before, a piece stayed on the ground where it was used as a pad or step on the ground, was exposed to it, and was
    cast face up.

    Args:
        told: of a job, from before Ground or from after
    """
    steel, pieces = (told.get("steel"), told.get("pieces")) if isinstance(told, dict) else (None, None)
    if not isinstance(steel, dict) or steel.get("exposure") != "on the ground" or not isinstance(pieces, list | tuple):
        return told
    handling = told.get("handling")
    standing = handling.get("standing") if isinstance(handling, dict) else None
    if not isinstance(standing, dict):
        return told

    def stays(piece: Any) -> bool:  # noqa: ANN401 - whatever a document may hold
        if not isinstance(piece, dict) or "stays" in piece or piece.get("cast") != "face up":
            return False
        stands = standing.get(piece.get("id"))
        return isinstance(stands, dict) and stands.get("use") == ON_THE_GROUND

    if not any(stays(one) for one in pieces):
        return told
    return {**told, "pieces": [{**one, "stays": "on the ground"} if stays(one) else one for one in pieces]}


class Job(Document):
    """A job's document: everything a plan is worked out from, beside the shop."""

    name: Name
    pieces: Annotated[tuple[Piece, ...], Field(min_length=1, max_length=60), COUNTED]
    site: Site = Site()
    ground: GroundInputs = GroundInputs()
    cabinets: CabinetInputs = CabinetInputs()
    arch: ArchInputs = ArchInputs()
    warm: WarmInputs = WarmInputs()
    form: FormInputs = FormInputs()
    steel: SteelInputs = SteelInputs()
    mix: MixInputs
    cure: CureInputs = CureInputs()
    handling: HandlingInputs = HandlingInputs()
    finish: FinishInputs = FinishInputs()
    pricing: CostInputs = CostInputs()

    @model_validator(mode="before")
    @classmethod
    def _sealer_of_cure(cls, told: Any) -> Any:  # noqa: ANN401 - whatever a document may hold
        """A job from before Finish: Cure said what sealed it."""
        return sealer_moved(told)

    @model_validator(mode="before")
    @classmethod
    def _stays_by_its_use(cls, told: Any) -> Any:  # noqa: ANN401 - whatever a document may hold
        """A job from before Ground: what it is used as said whether a piece stays."""
        return stays_said(told)

    @field_validator("pieces")
    @classmethod
    def _ids_differ(cls, pieces: tuple[Piece, ...]) -> tuple[Piece, ...]:
        ids = [piece.id for piece in pieces]
        repeated = next((one for one in ids if ids.count(one) > 1), None)
        if repeated:
            raise ValueError(f"Two pieces are called “{repeated}”. Give each its own id.")
        return pieces

    @model_validator(mode="after")
    def _tops_follow_their_cabinets(self) -> "Job":
        """What lies over cabinets is as large as they make it."""
        object.__setattr__(self, "pieces", tops_drawn(self.pieces, self.cabinets))
        return self

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
