"""Form's nodes."""

from collections.abc import Sequence
from dataclasses import replace

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.form.brief import Beneath
from ulbrek.core.form.checks.ground import face_on_the_ground, needs_a_base
from ulbrek.core.form.checks.shape import not_in_one_form
from ulbrek.core.form.cutting import CutFrom, cutting
from ulbrek.core.form.inputs import FormHabits, FormInputs
from ulbrek.core.form.result import BuiltForm, CuttingResult, FormResult
from ulbrek.core.form.station import FormFill, form
from ulbrek.core.materials.boards import Foam, Lumber, Sheet
from ulbrek.core.materials.supplies import Supplies
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.measure.shape import shape_of
from ulbrek.core.plan.briefs.form import Materials, castings_of, side_by_side, wanted_for
from ulbrek.core.plan.memory import Worked
from ulbrek.core.plan.pointing import pointed


@dataclass(frozen=True, slots=True)
class FormNode:
    """The form of one piece: what the job and the shop say of forms, what is cast in it, and whether it stays there."""

    piece: Piece
    inputs: FormInputs
    habits: FormHabits
    materials: Materials
    foam: Foam
    net_area: Figure
    density: Figure
    stays: bool
    beneath: Beneath | None = None

    def work(self) -> FormResult:
        """Its boards, figures and findings."""
        shape, own = shape_of(self.piece), f"{self.piece.id}."
        brief = wanted_for(self.inputs, self.habits, shape, self.materials, stays=self.stays, beneath=self.beneath)
        cast = FormFill(self.net_area, self.density, castings_of(self.inputs, shape))
        as_cut = {key.removeprefix(own): cut for key, cut in self.inputs.as_cut.items() if key.startswith(own)}
        found = form(brief, cast, self.foam, as_cut)
        asked, made = self.inputs.side_by_side, side_by_side(self.inputs, shape)
        name = shape.piece.name
        alone = not_in_one_form(name, asked, made) if asked > 1 == made and shape.piece.count > 1 else ()
        on_ground = () if self.stays or self.beneath else (*needs_a_base(name, brief), *face_on_the_ground(name, brief))
        return replace(found, findings=pointed("/form", (*alone, *on_ground, *found.findings)))


@dataclass(frozen=True, slots=True)
class WorkedForm:
    """A form that is built: of which piece, and how many of it."""

    name: str
    form: Worked[FormResult]
    count: int


@dataclass(frozen=True, slots=True)
class CuttingNode:
    """The forms of a job, and what they are cut from."""

    built: tuple[WorkedForm, ...]
    sheets: Sequence[Sheet]
    lengths: frozenset[str]
    lumber: Lumber
    habits: FormHabits
    inputs: FormInputs
    supplies: Supplies

    def work(self) -> CuttingResult:
        """The cut plan, and what to have."""
        forms = [BuiltForm(one.name, one.form.result, one.count) for one in self.built]
        found = cutting(forms, CutFrom(self.sheets, self.lengths, self.lumber, self.supplies), self.habits, self.inputs)
        return replace(found, findings=pointed("/form", found.findings))
