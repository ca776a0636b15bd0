"""What is done with a mat before, in and after the pour, in order and in words."""

from collections.abc import Iterator

from ulbrek.core.base.task import Task
from ulbrek.core.warm import care
from ulbrek.core.warm.brief import WarmBrief


def tasks_of(brief: WarmBrief) -> Iterator[Task]:
    """All that is done, from the meter before to the first evening.

    Args:
        brief: of the piece
    """
    yield Task(
        "measure-before", "Measure the mat", "Resistance between its ends, and from each to its screen, before it is "
        "laid. Write it down here: what comes later is held against it.", care.COILED,
    )  # fmt: skip
    yield Task(
        "cable", "Way out for the cable",
        "A tube of {20 mm} through the form for the cold lead. Another for the sensor, closed at its end: between two "
        "turns, never over one. The joint of cable and cold lead lies in concrete as the mat does, not in the tube and "
        "not in foam.",
    )  # fmt: skip
    pad = brief.pad
    foam = pad is not None and pad.under_mm >= 0
    if brief.face_down:
        yield Task(
            "face", "Concrete of the face", "Up to the height of the mat, level, its air shaken out. Strips of that "
            "height across the form show it.",
        )  # fmt: skip
        yield Task("lay", "Lay the mat", _LAID, care.CUT)
        if foam:
            yield Task("pad", "Foam on it", _FOAM)
    else:
        if foam:
            yield Task("pad", "Foam first", _FOAM)
        yield Task("lay", "Lay the mat", _LAID, care.CUT)
    yield Task(
        "watch", "Meter on while it is covered", "One reads the resistance as the concrete goes over it. No poker, "
        "rake or heel on the mat: a trowel, and shaking from outside.",
    )  # fmt: skip
    yield Task(
        "measure-after", "Measure again", "Resistance within {5 %} of before, and insulation against its screen by the "
        "electrician’s tester. Anything else: while it is fresh, take it out.",
    )  # fmt: skip
    yield Task(
        "cold", "Leave it off", "At least 28 days: a mat is no heater for curing. Hidden water would be driven out, "
        "and the face would craze.",
    )  # fmt: skip
    yield Task(
        "first", "First warming", "By {5 K} a day up to where it is held, and down the same way. Then sealed, if it is "
        "to be sealed.", care.SKIN,
    )  # fmt: skip
    yield Task(
        "connect", "Connected", "By a licensed electrician, with thermostat and RCD/GFCI tried out.", care.CURRENT
    )


_LAID = (
    "Flat, its turns as far apart as they were made, tied to mesh or to laths every {300 limit} so that nothing "
    "floats. No turn nearer than {50 limit} to another, to an opening or to a bolt."
)
_FOAM = (
    "Closed foam, its joints taped, no larger than the mat and {25 limit} from every side. Foam floats: it is held "
    "down as Form says, until the concrete over it has set."
)
