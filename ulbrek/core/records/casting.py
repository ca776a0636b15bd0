"""The life of a casting: which state may follow which, and the act that brings each about."""

from collections.abc import Collection, Mapping
from typing import Literal, get_args

State = Literal["planned", "poured", "stripped", "turned", "finished", "in use", "failed", "archived"]
STATES: tuple[State, ...] = get_args(State)

# What a casting may become. Any casting may fail from its pour on; what is over is archived, never deleted.
# A face-up casting is not turned, and many are used as they come out of the form.
FOLLOWS: Mapping[State, tuple[State, ...]] = {
    "planned": ("poured", "archived"),
    "poured": ("stripped", "failed"),
    "stripped": ("turned", "finished", "in use", "failed"),
    "turned": ("finished", "in use", "failed"),
    "finished": ("in use", "failed", "archived"),
    "in use": ("failed", "archived"),
    "failed": ("archived",),
    "archived": (),
}
ACT_OF: Mapping[State, str] = {"stripped": "strip", "turned": "turn", "finished": "seal", "in use": "install"}
COAT = "coat-"  # acts of coats that are put on on days of their own: coat-2, coat-3
MOST_COATS = 8
# Nothing more is due on a casting in one of these.
SETTLED: tuple[State, ...] = ("in use", "failed", "archived")


def brought_by(act: str, among: Collection[str] = ()) -> State | None:
    """The state that an act brings about: finished comes with the last coat, where coats take several days.

    Args:
        act: that was done
        among: the acts of its plan
    """
    coats = sorted((one for one in among if one.startswith(COAT)), key=lambda one: int(one.removeprefix(COAT)))
    last = coats[-1] if coats else ACT_OF["finished"]
    if act in (last, ACT_OF["finished"]):
        return "finished" if act == last else None
    return next((state for state, brings in ACT_OF.items() if brings == act), None)


def acts_behind(state: State) -> tuple[str, ...]:
    """The acts that a casting in a state has behind it, whether or not anybody wrote them down."""
    acts = [act for reached, act in ACT_OF.items() if has_reached(state, reached)]
    coats = [f"{COAT}{number}" for number in range(2, MOST_COATS + 1)] if has_reached(state, "finished") else []
    return (*acts, *coats)


def may_follow(now: State, then: State) -> bool:
    """Whether a casting in one state may come into another next."""
    return then in FOLLOWS[now]


def has_reached(state: State, other: State) -> bool:
    """Whether a casting in ``state`` has been in ``other`` or past it; failed and archived ones have reached all."""
    return STATES.index(state) >= STATES.index(other)
