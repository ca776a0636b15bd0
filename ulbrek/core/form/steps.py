"""The assembly in numbered steps, in the order that keeps oil off what must be bonded."""

from collections.abc import Iterator, Sequence

from ulbrek.core.form.boards import Wanted
from ulbrek.core.form.care import DUST, FOAM, RAGS, SEALANT
from ulbrek.core.form.result import Board, Joint, Knockout, Step
from ulbrek.core.materials.fixings import SEALING_CURE_H

_WAYS = {
    "down": "Screw down through the strip: full-size hole through it, pilot in the base only, heads countersunk.",
    "up": "Turn it over and screw up through the base into the strip: full-size hole in the base, pilot in the strip.",
    "in": "Screw through the strip into the base's edge: full-size hole in the strip, pilot in the edge.",
}


def steps(wanted: Wanted, boards: Sequence[Board], made: Joint, knockouts: Sequence[Knockout]) -> tuple[Step, ...]:
    """The steps, numbered."""
    told = _told(wanted, boards, made, knockouts)
    return tuple(Step(number, title, text, adds, care) for number, (title, text, adds, care) in enumerate(told, 1))


def _told(
    wanted: Wanted, boards: Sequence[Board], made: Joint, knockouts: Sequence[Knockout]
) -> Iterator[tuple[str, str, tuple[str, ...], str]]:
    habits = wanted.habits
    yield (
        "Lay the base on its bearers",
        "Good face up. Level it both ways now, while it is light, and mark the inside of the form on it in pencil.",
        ("base",),
        DUST,
    )
    strips = [board.key for board in boards if board.key != "base"]
    first = wanted.long_pair[0] if habits.corner == "run past" else strips[0]
    yield "Fix the first strip", _WAYS[made.way], (first,), ""
    rest = [key for key in strips if key != first]
    if habits.corner == "run past":
        between = [key for key in rest if key not in wanted.long_pair]
        yield (
            "Set the two strips between",
            "Push each hard against the first and screw it through the corner, then to the base.",
            tuple(between),
            "",
        )
        yield "Close with the last strip", "Measure both diagonals before the last screw.", (wanted.long_pair[1],), ""
    else:
        for key in rest:
            yield (
                f"Set the {key} strip",
                "Butt it against the strip before it, let its other end run past, and screw it on its line.",
                (key,),
                "",
            )
    yield (
        "Square it, check the rail",
        "Both diagonals alike. A straightedge over the strips shows one height all round, within half a millimetre.",
        (),
        "",
    )
    hours = SEALING_CURE_H[habits.sealing]
    yield (
        f"Seal every inside joint with {habits.sealing}",
        f"Tape both sides, tool the bead, peel. Let it cure {hours:g} h before anything oily comes near.",
        ("bead",),
        SEALANT,
    )
    if knockouts:
        yield (
            "Set the knockouts",
            "Glue the layers, cut to the template, sand flush with the rails, wrap in tape. Fix them on their marks, "
            f"{habits.knockouts}, and run a bead round each.",
            tuple(one.feature for one in knockouts),
            FOAM,
        )
    yield "Tape the screw heads", "Paste in a screw head means prying on strip day.", ("tape",), ""
    if habits.release != "none":
        yield (
            f"Wipe on the release, {habits.release}",
            "A thin film on every contact face, last of all: nothing bonds to it.",
            (),
            RAGS if habits.release == "oil" else "",
        )
