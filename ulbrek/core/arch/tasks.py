"""What is done to build an arch, in order and in words."""

from collections.abc import Iterator

from ulbrek.core.arch import care
from ulbrek.core.arch.inputs import ArchInputs
from ulbrek.core.base.task import Task

_CENTRING = {
    "timber on wedges": "Two ribs sawn to the radius of the underside, laths across them, on posts. Under each post a "
    "pair of wedges, driven so far that it can come down by {20 mm}.",
    "sand on boards": "Boards on posts, damp sand on them, tamped and drawn to the radius of the underside with a "
    "template. A board at one end comes off to let the sand out.",
}
_DOWN = {
    "timber on wedges": "Ease all wedges by a hair, then again, round after round from the crown outward. Look at "
    "every joint between two rounds, and stop where one opens. Leave it a day on eased wedges before the ribs come "
    "out.",
    "sand on boards": "Let the sand out a little at a time, the same on both sides. Look at every joint, and stop "
    "where one opens. Leave it a day before the boards come out.",
}


def tasks_of(inputs: ArchInputs, blocks: int, *, mortared: bool = False) -> Iterator[Task]:
    """All that is done, from the springings to the day after.

    Args:
        inputs: what the job says
        blocks: in the ring
        mortared: whether they lie in mortar
    """
    held = (
        "Piers stand, and have cured, before the first block. They are as wide as said, founded on what does not give."
        if inputs.held_by == "piers built for it"
        else "Walls that push back: solid, no opening within the rise of the arch. A wall of one brick is none."
    )
    yield Task("abutments", "Abutments", held)
    yield Task(
        "springings", "Springings", "Both at one level, the clear span apart, their faces on the line to the centre: a "
        "lath from the centre, or the angle from the table. Check both diagonals to the crown with a tape.",
    )  # fmt: skip
    yield Task("centring", "Centring", _CENTRING[inputs.centring], care.UNDER)
    yield Task(
        "lay", "Lay the blocks", "From both springings at once, never more than one block ahead. Mark every joint on "
        "the centring first, by the table. "
        + (
            "Damp each face, butter it full, and press the block to its mark: full joints, alike in front and behind."
            if mortared
            else "Each block bears on its whole face: a shim where it rocks, never a point."
        ),
        care.LIFT,
    )  # fmt: skip
    if blocks % 2:
        yield Task(
            "close", "Closing block", "Measure its gap at the underside and at the back, in front and behind, when all "
            "others lie. Cast or grind it to that, and let it down from above. It is never driven in.", care.FINGERS,
        )  # fmt: skip
    else:
        yield Task(
            "close", "Last two blocks", "Measure the gap that is left for them before they are laid, and share it.",
            care.FINGERS,
        )  # fmt: skip
    if inputs.load_kg_m:
        yield Task("load", "What stands on it", "In even courses from both sides, once the ring is closed.")
    waits = "Not before the mortar has had a week, kept damp. " if mortared else ""
    yield Task("down", "Let it down", waits + _DOWN[inputs.centring], care.UNDER)
    yield Task(
        "look", "Look again", "A day later, a week later and after the first frost: joints, crown and springings."
    )
