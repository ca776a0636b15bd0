"""Findings of Move: what raises each, and a near miss that does not."""

from typing import Any

from tests.jobs import free, opening, shaped, top, top_document
from ulbrek.core.job.job import Job

LONG = {"outline": {"kind": "rectangle", "length": "2000 mm", "width": "600 mm"}}
PLANK = {"id": "p", "kind": "plank", "name": "Plank", "length": "900 mm", "width": "120 mm", "thickness": "40 mm"}
SHORT = {"outline": {"kind": "rectangle", "length": "890 mm", "width": "600 mm"}}
METRE = {"outline": {"kind": "rectangle", "length": "1000 mm", "width": "600 mm"}}
SMALL = {"outline": {"kind": "rectangle", "length": "600 mm", "width": "400 mm"}}  # some 22 kg


def standing(piece: dict[str, Any] | None = None, handling: dict[str, Any] | None = None, **of: Any) -> Job:
    """A top that stands in one way or another."""
    people = {"people": 4, "standing": {"top": of}, **(handling or {})}
    return top(**({"piece": piece} if piece else {}), handling=people)


def passing(width: str, piece: dict[str, Any] | None = None, kind: str = "doorway", **handling: Any) -> Job:
    """A top that must pass a doorway or stairs."""
    way = {"id": "way", "name": "The way", "kind": kind, "width": width, "height": "2000 mm"}
    changed: dict[str, Any] = {"piece": piece} if piece else {}
    return Job.model_validate(
        top_document(**changed, site={"passages": [way]}) | {"handling": {"people": 4, **handling}}
    )


def past_a_sink(wide: str) -> dict[str, Any]:
    """A long top with an opening near its left end, and webs before and behind it."""
    sink = opening(
        x={"side": "left", "to": "edge", "offset": "300 mm"}, y={"side": "front", "to": "centre", "offset": "325 mm"},
        length="800 mm", width=wide,
    )  # fmt: skip
    return {"outline": {"length": "2400 mm", "width": "650 mm"}, "features": [sink]}


def leg(depth: str) -> Job:
    """A leg of 400 mm that stands on its edge: its centroid is at 200."""
    return shaped(free((0, 0), (300, 0), (300, 400), (0, 400)), thickness=depth, drawn="from the side")


def part(length: str) -> Job:
    """A stretcher out of wood of 2.4 m."""
    return top(
        handling={"people": 4, "parts": [{"id": "s", "kind": "stretcher", "name": "Stretcher", "length": length}]}
    )


SPANNED = {"rests": "on supports", "supports": ["0 mm", "2000 mm"]}
MOVE_CASES: dict[str, tuple[Job, Job]] = {
    "breaks-when-slid": (
        standing(LONG, put="slid onto it"),
        standing({"outline": {"kind": "rectangle", "length": "1800 mm", "width": "600 mm"}}, put="slid onto it"),
    ),
    "breaks-when-lowered": (
        standing(past_a_sink("500 mm"), put="lowered by straps"),  # the straps stand out of its way
        standing(past_a_sink("200 mm"), put="lowered by straps"),
    ),
    "breaks-in-its-place": (
        standing(SHORT, rests="at both ends", load_kg=70),  # too short for bars along its sides: its mesh carries it
        standing(SHORT, rests="at both ends", load_kg=60),
    ),
    "wood-on-concrete": (
        top(handling={"people": 4, "parts": [PLANK]}),
        top(handling={"people": 4, "parts": [PLANK, {"id": "g", "kind": "gasket", "name": "Gasket"}]}),
    ),
    "support-beyond": (
        standing(METRE, rests="on supports", supports=["100 mm", "900 mm", "1001 mm"]),
        standing(METRE, rests="on supports", supports=["100 mm", "900 mm", "1000 mm"]),
    ),
    "tips-under-its-load": (
        standing(LONG, rests="on supports", supports=["500 mm", "1500 mm"], load_kg=120),  # of 113 kg in the middle
        standing(LONG, rests="on supports", supports=["500 mm", "1500 mm"], load_kg=110),
    ),
    "place-overloaded": (standing(SMALL, carries_kg=121), standing(SMALL, carries_kg=124)),
    "place-not-known": (
        standing({"outline": {"kind": "rectangle", "length": "2700 mm", "width": "600 mm"}}, rests="at both ends"),
        standing({"outline": {"kind": "rectangle", "length": "2500 mm", "width": "600 mm"}}, rests="at both ends"),
    ),
    "over-the-bench": (top(handling={"people": 4, "bench_kg": 60}), top(handling={"people": 4, "bench_kg": 80})),
    "over-the-dolly": (top(handling={"people": 4, "dolly_kg": 50}), top(handling={"people": 4, "dolly_kg": 60})),
    "people-do-not-fit": (
        passing("489 mm"),  # 52 kg: three people
        passing("490 mm"),
    ),
    "too-heavy-for-stairs": (
        passing("900 mm", kind="stairs"),
        passing("900 mm", SMALL, "stairs"),
    ),
    "tips-easily": (leg("70 mm"), leg("71 mm")),  # atan(35.3 / 200) is 10°
    "blown-over": (
        standing(SMALL, use="base or leg", sail_height="2000 mm", sail_m2=0.35),
        standing(SMALL, use="base or leg", sail_height="2000 mm", sail_m2=0.34),
    ),
    "blown-over by a storm": (
        standing(SMALL, use="base or leg", sail_height="2000 mm", sail_m2=0.3, blown="left out in any weather"),
        standing(SMALL, use="base or leg", sail_height="2000 mm", sail_m2=0.3),
    ),
    "held-over-a-body": (
        standing(SMALL, use="weight over a body"),
        standing(SMALL, use="weight over a body", anchored=True),
    ),
    "needs-an-engineer": (standing(SMALL, use="hung or overhead"), standing(SMALL, use="table")),
    "needs-an-engineer for its load": (standing(SMALL, load_kg=301), standing(SMALL, load_kg=300)),
    "part-longer-than-stock": (part("2401 mm"), part("2400 mm")),
}
