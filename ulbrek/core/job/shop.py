"""The shop: the people, what they mix with, and their habits."""

from collections.abc import Sequence
from typing import Annotated

from pydantic import Field

from ulbrek.core.base.counted import COUNTED
from ulbrek.core.base.document import Document
from ulbrek.core.base.label import label
from ulbrek.core.base.texts import ONE_LINE
from ulbrek.core.cure.inputs import Hours
from ulbrek.core.form.inputs import FormHabits
from ulbrek.core.materials.admixtures import Admixture
from ulbrek.core.materials.boards import Foam, Lumber, Sheet, SheetSize
from ulbrek.core.materials.catalogue import (
    ADMIXTURES,
    BARS,
    CONTAINERS,
    FOAMS,
    INGREDIENTS,
    LINERS,
    LUMBER,
    MESHES,
    MIXES,
    SHEETS,
)
from ulbrek.core.materials.containers import Container
from ulbrek.core.materials.ingredients import Ingredient
from ulbrek.core.materials.mixes import Mix
from ulbrek.core.materials.steel import Bar, Mesh


class Standby(Document):
    """A small mould that stands by for what is left over."""

    name: Annotated[str, Field(min_length=1, max_length=60), label("Name"), ONE_LINE]
    volume_l: Annotated[float, Field(ge=0.01, le=1000, allow_inf_nan=False), label("Volume", unit="volume")]


class Shop(Document):
    """A shop's document. It starts from generic materials and common practice."""

    name: Annotated[str, Field(min_length=1, max_length=80), ONE_LINE] = "Shop"
    one_person_lifts_kg: Annotated[float, Field(ge=1, le=60, allow_inf_nan=False)] = 25.0
    mixes: Annotated[tuple[Mix, ...], Field(min_length=1, max_length=100), COUNTED] = MIXES
    admixtures: Annotated[tuple[Admixture, ...], Field(max_length=100), COUNTED] = ADMIXTURES
    ingredients: Annotated[tuple[Ingredient, ...], Field(max_length=100), COUNTED] = INGREDIENTS
    standby: Annotated[tuple[Standby, ...], Field(max_length=30), COUNTED] = ()
    containers: Annotated[tuple[Container, ...], Field(min_length=1, max_length=100), COUNTED] = CONTAINERS
    sheets: Annotated[tuple[Sheet, ...], Field(min_length=1, max_length=100), COUNTED] = SHEETS
    liners: Annotated[tuple[Sheet, ...], Field(min_length=1, max_length=30), COUNTED] = LINERS
    lumber: Annotated[tuple[Lumber, ...], Field(min_length=1, max_length=30), COUNTED] = LUMBER
    foams: Annotated[tuple[Foam, ...], Field(min_length=1, max_length=30), COUNTED] = FOAMS
    bars: Annotated[tuple[Bar, ...], Field(min_length=1, max_length=60), COUNTED] = BARS
    meshes: Annotated[tuple[Mesh, ...], Field(min_length=1, max_length=60), COUNTED] = MESHES
    form_habits: FormHabits = FormHabits()
    hours: Hours = Hours()

    def with_sizes(self, sheet_id: str, sizes: Sequence[SheetSize]) -> "Shop | None":
        """The shop with other sizes of a sheet or a liner; None where it has none of that id.

        Args:
            sheet_id: which
            sizes: what it is sold in, the usual size first; one at least
        """
        if sheet_id not in {one.id for one in (*self.sheets, *self.liners)}:
            return None
        usual, *others = sizes
        told = {
            "length_mm": usual.length_mm, "width_mm": usual.width_mm, "price": usual.price,
            "other_sizes": tuple(others),
        }  # fmt: skip

        def changed(all_: Sequence[Sheet]) -> tuple[Sheet, ...]:
            return tuple(one.model_copy(update=told) if one.id == sheet_id else one for one in all_)

        return self.model_copy(update={"sheets": changed(self.sheets), "liners": changed(self.liners)})
