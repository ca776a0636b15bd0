"""The life of a casting: which state may follow which, and the act that brings each about."""

from collections.abc import Mapping
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
# Nothing more is due on a casting in one of these.
SETTLED: tuple[State, ...] = ("in use", "failed", "archived")


def may_follow(now: State, then: State) -> bool:
    """Whether a casting in one state may come into another next."""
    return then in FOLLOWS[now]


def has_reached(state: State, other: State) -> bool:
    """Whether a casting in ``state`` has been in ``other`` or past it; failed and archived ones have reached all."""
    return STATES.index(state) >= STATES.index(other)
