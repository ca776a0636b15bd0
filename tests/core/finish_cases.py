"""Findings of Finish: what raises each, and a near miss that does not."""

from typing import Any

from tests.jobs import top, top_document
from ulbrek.core.job.job import Job

GROUND = {"look": "cream-honed"}


def finished(piece: dict[str, Any] | None = None, steel: dict[str, Any] | None = None, **said: Any) -> Job:
    """A top that is finished in one way or another."""
    more: dict[str, Any] = {"finish": said}
    if piece:
        more["piece"] = piece
    if steel:
        more["steel"] = steel
    return top(**more)


def pair(**looks: str) -> Job:
    """Two tops that must look alike."""
    document = top_document(finish={"look": "cream-honed", "by_piece": looks})
    first = document["pieces"][0] | {"matches": "pair"}
    return Job.model_validate(document | {"pieces": [first, first | {"id": "other", "name": "Other"}]})


def on_the_ground(**said: Any) -> Job:
    """A pad that is cast on the ground it stays on."""
    return top(
        piece={"cast": "face up", "thickness": "90 mm"},
        steel={"exposure": "on the ground", "school": "mesh"},
        handling={"standing": {"top": {"use": "pad or step on the ground"}}},
        finish=said,
    )


FINISH_CASES: dict[str, tuple[Job, Job]] = {
    "grit-skipped": (
        finished(**GROUND, grits=[100, 300]),
        finished(**GROUND, grits=[100, 250]),
    ),
    "grit-skipped from metal": (
        finished(look="full stone", piece={"grind": "4 mm"}, grits=[30, 120, 200]),
        finished(look="full stone", piece={"grind": "4 mm"}, grits=[30, 60, 120, 200]),
    ),
    "opened-too-late": (
        finished(look="sponged", arrises=False),
        finished(look="sponged", arrises=False, piece={"cast": "face up"}),
    ),
    "ladder-goes-back": (finished(**GROUND, grits=[200, 100]), finished(**GROUND, grits=[100, 200])),
    "green-and-patchy": (
        finished(look="salt and pepper", piece={"grind": "1.5 mm"}, grind_when="green"),
        finished(look="cream-honed", grind_when="green"),
    ),
    "grinds-past-allowance": (
        finished(look="salt and pepper", piece={"grind": "1 mm"}),
        finished(look="salt and pepper", piece={"grind": "1.2 mm"}),
    ),
    "past-the-sealers-grip": (
        finished(**GROUND, grits=[200, 400, 800]),
        finished(**GROUND, grits=[200, 400]),
    ),
    "sheen-not-reached": (finished(**GROUND, sheen="satin"), finished(**GROUND, sheen="honed")),
    "dilution-not-allowed": (finished(thin_pct=101), finished(thin_pct=100)),
    "dilution-not-allowed at all": (finished(sealer="wax", thin_pct=1), finished(sealer="wax", thin_pct=0)),
    "sealed-all-round": (
        finished(sealer="film", sealed_faces="all round"),
        finished(sealer="penetrating", sealed_faces="all round"),
    ),
    "sealed-too-soon": (finished(sealer="film", seal_after_d=27), finished(sealer="film", seal_after_d=28)),
    "film-on-the-ground": (on_the_ground(sealer="film"), on_the_ground(sealer="penetrating")),
    "not-for-heat": (finished(sealer="film", hot=True), finished(sealer="penetrating", hot=True)),
    "oily-rags": (finished(sealer="oil"), finished(sealer="oil", rags="in a lidded tin")),
    "finished-apart": (pair(other="as cast"), pair(other="cream-honed")),
}
