"""In which order parts are joined to a finished casting, and who turns it for that."""

from collections.abc import Iterator, Sequence

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.handling.inputs import JoinedPart
from ulbrek.core.handling.result import JoiningStep


@dataclass(frozen=True, slots=True)
class _Step:
    """What is done, for which of the parts there are, and whether the casting is turned with it."""

    does: str
    of: frozenset[str] = frozenset()
    turns: bool = False


_WOOD = frozenset({"plank", "stretcher"})
_UNDER = frozenset({"foot", "steel leg"})  # they go on from below
# Source: common practice.
_ORDER = (
    _Step("Oil or varnish the wood on all faces, its end grain twice, and let it dry.", _WOOD),
    _Step("Coat the steel and let it harden: bare steel stains the concrete.", frozenset({"steel leg"})),
    _Step("Wait until the sealer is hard: what is joined sooner sticks to it.", frozenset({"sealer"})),
    _Step("Gaskets or pads where wood and steel touch the concrete: the joint dries.", frozenset({"gasket", "pad"})),
    _Step("Turn it over on its edge onto soft battens, fingers clear.", _UNDER, turns=True),
    _Step("Legs on, square to the edge: all nuts finger-tight first, then crosswise.", frozenset({"steel leg"})),
    _Step("Clean the places for the feet with spirit, glue them on, and let the glue harden.", frozenset({"foot"})),
    _Step("Turn it back the same way, lifted clear: never over its legs.", _UNDER, turns=True),
    _Step("Stretchers before planks: they hold the legs square.", frozenset({"stretcher"})),
    _Step("Lay the planks on dry: they rock nowhere. Then from the middle out, one gap.", frozenset({"plank"})),
    _Step("Nuts finger-tight all round, then a quarter turn: wood swells, concrete does not.", _WOOD),
    _Step("Where it stays: level it, and pack what floats before it carries anything."),
)


def joining(parts: Sequence[JoinedPart], people: int, *, sealed: bool, gaskets: bool) -> Iterator[JoiningStep]:
    """What is done in which order; nothing where nothing is joined.

    Args:
        parts: as they are described
        people: that it takes to turn the heaviest casting
        sealed: whether the concrete is sealed
        gaskets: whether a bolt has a gasket
    """
    there = {one.kind for one in parts} | ({"sealer"} if sealed else set()) | ({"gasket"} if gaskets else set())
    for step in _ORDER if parts else ():
        if not step.of or step.of & there:
            yield JoiningStep(step.does, people if step.turns else None)
