"""The ways of finishing, each with its reason and its limit, and what each sets."""

from collections.abc import Mapping
from dataclasses import field

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.way import Way
from ulbrek.core.finish.inputs import FinishInputs
from ulbrek.core.materials.sealers import SealerFamily


@dataclass(frozen=True, slots=True)
class School:
    """A way of finishing: what it sets, and the families of sealers that belong to it, best first.

    ``bare`` says that it is also done without any sealer.
    """

    way: Way
    sets: Mapping[str, bool | str | None] = field(default_factory=dict)
    families: tuple[SealerFamily, ...] = ()
    bare: bool = False


_PENETRATING: tuple[SealerFamily, ...] = ("reactive penetrant", "silane or siloxane", "silicate densifier")
# Source: common practice.
SCHOOLS_OF_FINISH = (
    School(
        Way("as cast and oiled", "The face as the form left it, warm and easy to renew.",
            "Oil marks under hot or wet things, and is renewed every few months. Its rags heat themselves."),
        {"look": "as cast", "voids": "left open", "sheen": "honed", "arrises": True},
        ("drying oil", "mineral oil", "wax"),
    ),
    School(
        Way("as cast, water repelled", "The face as the form left it, dry and plain.",
            "A repellent is no barrier: acid and oil still mark it."),
        {"look": "as cast", "voids": "left open", "sheen": "honed", "arrises": True},
        _PENETRATING, bare=True,
    ),
    School(
        Way("honed and thin-sealed", "Flat, matt and even; the sealer grips a face of grit 200 to 400.",
            "Past 400 some sealers do not grip. Honing opens small voids: fill them or live with them."),
        {"look": "cream-honed", "voids": "filled with slurry", "sheen": "honed", "arrises": True},
        ("reactive penetrant", "silane or siloxane"),
    ),
    School(
        Way("polished to gloss", "Stone laid open and polished until it mirrors; nothing lies on it to peel.",
            "Needs hard concrete, every grit, and the most hours. Only what soaks in may seal it."),
        {"look": "salt and pepper", "voids": "filled with slurry", "sheen": "gloss", "arrises": True},
        ("silane or siloxane", "wax"),
    ),
    School(
        Way("packed with filled voids", "Pressed in by hand so that voids stay, then filled in another shade.",
            "Rounds of slurry with a night between, each sanded off."),
        {"look": "cream-honed", "voids": "filled with slurry", "sheen": "matt", "void_kind": "packed, light veins",
         "arrises": True},
        ("reactive penetrant", "two-part urethane in water", "acrylic in water"),
    ),
    School(
        Way("film-coated", "Thin coats of a film keep stains off best.",
            "It scratches, marks under heat and peels from damp concrete: a sheet test first, trivets always."),
        {"look": "cream-honed", "voids": "filled with slurry", "sheen": "matt", "arrises": True},
        ("two-part urethane in water", "two-part urethane in solvent", "acrylic in water", "acrylic in solvent",
         "polyaspartic", "epoxy"),
    ),
    School(
        Way("coated in rubber", "A weight in a skin of rubber is quiet, sheds no dust, and is kind to floors.",
            "Colour and stone are hidden, and a cut lets it peel. Dry concrete only; for weights, not for tops."),
        {"look": "as cast", "voids": "left open", "sheen": "honed", "arrises": True},
        ("liquid rubber",),
    ),
    School(
        Way("broomed or stamped, left alone", "The texture of pour day is the finish.",
            "Nothing is ground; a film makes it slippery when wet."),
        {"look": "textured", "voids": "left open", "sheen": "honed", "arrises": False},
        _PENETRATING, bare=True,
    ),
    School(
        Way("sponged open, sand showing", "It matches a slab that has weathered, without a machine.",
            "One morning decides: too soon it tears, too late nothing comes off."),
        {"look": "sponged", "voids": "left open", "sheen": "honed", "arrises": False},
        _PENETRATING, bare=True,
    ),
    School(
        Way("washed, stones showing", "Stones stand out of the face, and it grips when wet.",
            "A retarder or an hour that is not missed; what is washed out goes into no drain."),
        {"look": "washed stone", "voids": "left open", "sheen": "honed", "arrises": False},
        _PENETRATING, bare=True,
    ),
)  # fmt: skip
SCHOOLS: dict[str, tuple[Way, ...]] = {"school": tuple(one.way for one in SCHOOLS_OF_FINISH)}


def school_of(inputs: FinishInputs, family: SealerFamily | None) -> str | None:
    """The way of finishing that a job follows; None where it is one of its own.

    Args:
        inputs: what the job says
        family: of its sealer; None where it is left bare
    """
    for one in SCHOOLS_OF_FINISH:
        sealed = one.bare if family is None else family in one.families
        if sealed and all(getattr(inputs, name) == value for name, value in one.sets.items()):
            return one.way.value
    return None
