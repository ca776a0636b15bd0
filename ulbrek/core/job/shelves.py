"""What a shop keeps lists of: the order they are shown in, where jobs name them, and what stock calls them."""

from collections.abc import Iterator, Sequence
from typing import Any, Literal

from ulbrek.core.base.document import Document
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.texts import without_controls
from ulbrek.core.job.shop import Shop, Standby
from ulbrek.core.materials.admixtures import Admixture
from ulbrek.core.materials.boards import Foam, Linear, Lumber, Sheet
from ulbrek.core.materials.containers import Container
from ulbrek.core.materials.ingredients import Ingredient
from ulbrek.core.materials.mixes import Mix
from ulbrek.core.materials.sealers import SealerCoat
from ulbrek.core.materials.steel import Bar, Mesh
from ulbrek.core.materials.supplies import ReadyFormer, ReleaseAgent, Screws, Sealant, Slurry, Tape
from ulbrek.core.materials.tools import Carrier, Grinder, Pad, Saw, Vibrator

Part = Literal["Mix", "Form", "Steel", "Finish", "Tools"]
StockKind = Literal["bag", "sheet", "foam", "bar", "mesh", "hardware", "supply"]
_LONGEST_ID = 40


@dataclass(frozen=True, slots=True)
class Shelf:
    """A list of the shop.

    Attributes:
        name: its field in the shop's document
        of: what stands on it
        part: of the shop that it is shown in
        title: what it is called
        one: what one of them is called, with its article
        used_at: where a job names one, as JSON pointers; ``*`` is every item of a list
        stock: the kind that stock keeps it as; None where it is not counted
    """

    name: str
    of: type[Document]
    part: Part
    title: str
    one: str
    used_at: tuple[str, ...] = ()
    stock: StockKind | None = None


SHELVES: tuple[Shelf, ...] = (
    Shelf("mixes", Mix, "Mix", "Bagged mixes", "a bagged mix", ("/mix/mix",), "bag"),
    Shelf(
        "ingredients", Ingredient, "Mix", "Cement, sand and gravel", "an ingredient",
        ("/mix/scratch/cement", "/mix/scratch/sand", "/mix/scratch/stone"), "bag",
    ),
    Shelf("admixtures", Admixture, "Mix", "Admixtures and fibre", "an admixture", ("/mix/doses/*/admixture",),
          "supply"),
    Shelf("standby", Standby, "Mix", "Moulds for leftover concrete", "a mould for leftovers"),
    Shelf("sheets", Sheet, "Form", "Boards and sheets", "a sheet", ("/form/sheet", "/form/base_sheet"), "sheet"),
    Shelf("liners", Sheet, "Form", "Liners", "a liner", ("/form/liner",), "sheet"),
    Shelf(
        "lumber", Lumber, "Form", "Lumber", "lumber", ("/form/lumber", "/form/sheet", "/handling/parts/*/cut_from"),
        "hardware",
    ),
    Shelf(
        "linear", Linear, "Form", "Pipe, tube and rod", "a pipe or rod", ("/handling/parts/*/cut_from",), "hardware"
    ),
    Shelf("foams", Foam, "Form", "Foam", "foam", ("/form/foam",), "foam"),
    Shelf("formers", ReadyFormer, "Form", "Tins and tubes", "a tin or tube", (), "supply"),
    Shelf("sealants", Sealant, "Form", "Sealants", "a sealant", (), "supply"),
    Shelf("tapes", Tape, "Form", "Tapes", "a tape", (), "supply"),
    Shelf("releases", ReleaseAgent, "Form", "Release agents", "a release agent", (), "supply"),
    Shelf("screws", Screws, "Form", "Screws", "screws", (), "hardware"),
    Shelf("bars", Bar, "Steel", "Bars", "a bar", ("/steel/bar",), "bar"),
    Shelf("meshes", Mesh, "Steel", "Mesh and scrim", "a mesh", ("/steel/mesh",), "mesh"),
    Shelf("sealers", SealerCoat, "Finish", "Sealers", "a sealer", (), "supply"),
    Shelf("slurries", Slurry, "Finish", "Void fillers", "a void filler", (), "supply"),
    Shelf("pads", Pad, "Finish", "Pads", "a pad", (), "supply"),
    Shelf("containers", Container, "Tools", "Mixing vessels", "a vessel", ("/mix/container",)),
    Shelf("saws", Saw, "Tools", "Saws", "a saw"),
    Shelf("vibrators", Vibrator, "Tools", "Vibrators", "a vibrator"),
    Shelf("carriers", Carrier, "Tools", "Benches, dollies, hoists", "a bench, dolly or hoist"),
    Shelf("grinders", Grinder, "Tools", "Grinders", "a grinder"),
)  # fmt: skip
BY_NAME = {one.name: one for one in SHELVES}


def entries(shop: Shop, shelf: Shelf) -> tuple[Any, ...]:
    """What stands on a shelf of a shop, in its order."""
    found: tuple[Any, ...] = getattr(shop, shelf.name)
    return found


def needs_one(shelf: Shelf) -> bool:
    """Whether a plan needs one of it at least."""
    return any(getattr(told, "min_length", None) for told in Shop.model_fields[shelf.name].metadata)


def with_entry(shop: Shop, shelf: Shelf, entry: Any) -> Shop:  # noqa: ANN401 - a document of any shelf
    """The shop with an entry in the place of the one of the same id, or behind all others.

    Raises:
        pydantic.ValidationError: when there is no room on the shelf
    """
    there = entries(shop, shelf)
    known = any(one.id == entry.id for one in there)
    return with_entries(shop, shelf, [entry if one.id == entry.id else one for one in there] + [entry][known:])


def with_entries(shop: Shop, shelf: Shelf, all_: Sequence[Any]) -> Shop:
    """The shop with these entries on a shelf.

    Raises:
        pydantic.ValidationError: when they are too many, or too few
    """
    return Shop.model_validate({**{name: getattr(shop, name) for name in Shop.model_fields}, shelf.name: tuple(all_)})


def first_of(shop: Shop, shelf: Shelf, entry_id: str) -> Shop:
    """The shop with an entry before all others: what a job gets that chooses nothing."""
    there = entries(shop, shelf)
    return with_entries(shop, shelf, sorted(there, key=lambda one: one.id != entry_id))


def id_for(name: str, taken: Sequence[str]) -> str:
    """An id for a new entry, from its name: small letters, digits and dashes, none of those that are taken."""
    plain = "".join(sign if sign.isalnum() and sign.isascii() else "-" for sign in without_controls(name).lower())
    base = "-".join(part for part in plain.split("-") if part)[: _LONGEST_ID - 5] or "own"
    used = set(taken)
    return next(one for one in _numbered(base) if one not in used)


def _numbered(base: str) -> Iterator[str]:
    yield base
    number = 2
    while True:
        yield f"{base}-{number}"
        number += 1
