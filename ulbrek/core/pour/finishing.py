"""From strike-off to cover, and clearing up: each waits for its test, not for the clock. Source: common practice."""

from collections.abc import Iterator

from ulbrek.core.base.figure import Spread
from ulbrek.core.pour.brief import ActBrief, FillBrief, PourBrief
from ulbrek.core.pour.sheet import Answer, Shows, Step

_MIN_A_M2 = {
    "float": Spread(4, 7, 12),
    "edge": Spread(2, 4, 8),
    "broom": Spread(2, 4, 8),
    "trowel": Spread(6, 10, 18),
    "cover": Spread(2, 3, 6),
}
_ON = {
    "bleed": ("The sheen is gone", "Water still stands on it"),
    "float": ("A finger leaves {6 to 12 limit}", "The finger goes in deeper"),
    "edge": ("The edger leaves a clean line", "Paste creeps back over the edge"),
    "broom": ("Lines stay, nothing tears", "The lines fill up again"),
    "trowel": ("A print stays, the finger is clean", "The finger comes away grey"),
    "cover": ("It is finished, and no longer marked by the plastic", "It still marks"),
    "leave": ("It has stiffened", "It still moves"),
    "wet": ("A dull haze is over it", "It still shines"),
}
_LATE = {
    "float": ("Hardly a mark", "Float now with a wet sponge and pressure. Next time look sooner."),
    "edge": ("The edger rides on stones", "Wet the edge a little, press harder, and go over it twice."),
    "broom": ("The broom leaves no line", "A stiffer broom, wetted; never water on the face."),
    "trowel": ("It rings, and takes no print", "Trowel hard with a little mist, edges first."),
}
_HOW = {
    "bleed": "Wait. Whoever works bleed water in makes a weak skin.",
    "float": "Work the float in arcs with its leading edge up; fill small holes with what comes up. Edges once more.",
    "edge": "Edger along the boards, its front up; groover along a straight board. Both again when the sheen is gone.",
    "broom": "Across the way water runs, each pull beside the last, without stopping. Edges once more after it.",
    "trowel": "Steel trowel, flat at first and steeper each time; overlap by half.",
    "cover": "Plastic right onto a back; over a show face on laths, edges weighted. No wrinkles on the face.",
    "wet": "From now on mist it every 10 min for an hour, and keep it under plastic between.",
    "leave": "No shaking and no tapping from now on: it would come off its steel and its edges.",
}
# Bleed water and stiffening are only waited for; the rest is work that begins when the test says so.
_TWOFOLD = frozenset({"float", "edge", "broom", "trowel", "cover", "wet"})
_SAID_BY_ANSWERS = ("leave", "wet", "cover")
_SHOWS: dict[str, Shows] = {"cover": "cover", "wet": "cover"}


def finish_steps(fill: FillBrief, of: PourBrief) -> Iterator[Step]:
    """What is done to a face after it is struck off."""
    for act in of.acts:
        if act.id in _HOW and _is_for(act.id, fill):
            yield _of(act, fill)


def _is_for(act: str, fill: FillBrief) -> bool:
    """Whether an act is done to a face."""
    return {
        "trowel": fill.face_up and not fill.broomed,
        "broom": fill.face_up and fill.broomed,
        "edge": fill.on_ground,
    }.get(act, True)


def _of(act: ActBrief, fill: FillBrief) -> Step:
    on, not_yet = _ON[act.id]
    answers = [Answer("on", on, "on"), Answer("not yet", not_yet, "not yet", "Look again in a while.")]
    if act.id in _LATE:
        says, do = _LATE[act.id]
        answers.append(Answer("late", says, "late", do))
    m2 = fill.area_mm2 * fill.count / 1e6
    takes = _MIN_A_M2.get(act.id, Spread(0, 0, 0))
    test = "" if act.id in _SAID_BY_ANSWERS else act.test
    minutes = Spread(*(max(one > 0, one * m2) for one in (takes.low, takes.likely, takes.high)))
    return Step(
        f"{act.id}/{fill.id}", f"{fill.name}: {act.name[:1].lower()}{act.name[1:]}", _HOW[act.id], "placer", minutes,
        test=test, answers=tuple(answers), care=act.care, hours=act.hours, act=act.id, twofold=act.id in _TWOFOLD,
        fill=fill.id,
        shows=_SHOWS.get(act.id, "test"), depth_mm=fill.depth_mm,
    )  # fmt: skip


def after_steps() -> Iterator[Step]:
    """When all is placed."""
    look = Spread(3, 5, 10)
    yield Step(
        "after/tools", "Wash the tools",
        "In a tub, not under the tap. Let the wash-out water settle, keep it out of drains and soil.", "mixer", look,
    )  # fmt: skip
    yield Step(
        "after/bags", "Count the bags that are left", "Closed ones back on the shelf, open ones marked with the date.",
        "mixer", look,
    )  # fmt: skip
    yield Step(
        "after/photo", "A photo, and how it went", "The face, the edges, what was odd. In a month nobody remembers.",
        "anyone", look,
    )  # fmt: skip
