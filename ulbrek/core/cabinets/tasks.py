"""What is done over cabinets, in order and in words."""

from collections.abc import Iterator, Sequence

from ulbrek.core.base.task import Task
from ulbrek.core.cabinets import care
from ulbrek.core.cabinets.inputs import CabinetRun
from ulbrek.core.cabinets.result import TopOver

_FORMERS = (
    "Formers on the board, from the appliance’s own template. The board stays whole under them: it is sawn out once "
    "the top is stripped."
)
_UNDER = (
    " For a sink under the top the former is {3 limit} smaller than the bowl all round, smooth, its upper edge "
    "rounded: that edge shows. Cast in threaded inserts for its clips. Later the board is sawn out as large as the "
    "rim, and the rim is bedded in silicone against the concrete."
)
MESH_BACK_MM = 50.0  # kept back from the front. Source: common practice.


def tasks_of(
    run: CabinetRun, tops: Sequence[TopOver], thickness_mm: float, *, meshed: bool, bracketed: bool
) -> Iterator[Task]:
    """All that is done before the concrete comes, while it is poured, and after.

    Args:
        run: the run
        tops: over it
        thickness_mm: of the thickest
        meshed: whether mesh lies in one
        bracketed: whether brackets hold wide overhangs
    """
    kinds = {unit.kind for leg in (run.left, run.back, run.right) if leg for unit in leg.units}
    yield Task(
        "level", "Cabinets", "Level both ways over their whole length, screwed to the wall and to each other. Shims "
        "under every side that does not bear.", care.FIXED,
    )  # fmt: skip
    if "dishwasher" in kinds:
        yield Task(
            "ledger", "Bar and ledger", "Over a dishwasher: a ledger screwed to the studs, and a bar from side to "
            "side behind the front. Braces lie on both.",
        )  # fmt: skip
    yield Task(
        "braces", "Braces", "Flat on the cabinets’ rails, flush with their sides, two screws at each end. One beside "
        "every opening and under every seam.",
    )  # fmt: skip
    if bracketed:
        yield Task(
            "brackets", "Brackets", "Screwed to cabinet sides, studs or a rail, upper faces level with the boards: "
            "they stay. One at each end of an overhang, and {600 limit} apart at most.",
        )  # fmt: skip
    yield Task(
        "boards", "Boards", "Seams on their braces, tight. Screwed every {200 limit} to all that bears, heads flush. "
        "No wallboard and no bare chipboard.", care.CUT,
    )  # fmt: skip
    yield Task("tape", "Seams", "Tape over every seam, every screw and along the walls: paste finds each gap.")
    yield Task(
        "cover", "Cover", "Doors off or wrapped, plastic from the board to the floor and over it, taped. Shut-off "
        "valves stay in reach.", care.PLUMBING,
    )  # fmt: skip
    yield Task("forms", "Front forms", _forms(run))
    if run.behind == "a wall":
        yield Task(
            "rail", "Back rail", "A straight strip along the wall at the top’s height, level with the front form: the "
            "screed rides on both. Foam strip or plastic between concrete and wall.",
        )  # fmt: skip
    if any(top.openings for top in tops):
        yield Task("formers", "Sink and hob", _FORMERS + (_UNDER if run.sinks == "under the top" else ""))
    if meshed:
        half = f"{{{thickness_mm / 2:.0f} mm}}"
        yield Task(
            "mesh", "Mesh on clips", f"{half} above the board, clips screwed down, {{{MESH_BACK_MM:g} limit}} back "
            "from every front and opening. Corners of openings have a bar across them.",
        )  # fmt: skip
    yield from _pouring(tops)


def _forms(run: CabinetRun) -> str:
    told = "Screwed from the front to the rail under the board’s edge, mitred or butted at corners, joints taped."
    if "range" in {unit.kind for leg in (run.left, run.back, run.right) if leg for unit in leg.units}:
        told += (
            f" Beside the range a straight, smooth board, upright and parallel, {{{run.beside.mm:g} mm}} back from the "
            "cabinet’s side."
        )
    return told


def _pouring(tops: Sequence[TopOver]) -> Iterator[Task]:
    names = [top.name for top in tops if top.piece is not None]
    first = f"{', then '.join(names)}. " if len(names) > 1 else ""
    yield Task(
        "carry", "Carry and pour", f"{first}From the far end toward the door, without a stop. One person mixes, others "
        "carry, one spreads.", care.LIFT,
    )  # fmt: skip
    yield Task(
        "screed", "Screed and tap", "Saw the screed along the front form and the back rail. Tap the front form all "
        "along, twice, until no more bubbles come.",
    )  # fmt: skip
    yield Task(
        "trowel", "Float and trowel", "Magnesium float once the sheen has gone; steel trowel when a finger leaves a "
        "print and stays clean. Back rail out before that, its groove filled.",
    )  # fmt: skip
    yield Task(
        "strip", "Strip", "Plastic over it. Round the upper edge with a stone while the front form still stands, then "
        "take the form off after {24 to 48 h}. Saw the openings out of the board.",
    )  # fmt: skip
