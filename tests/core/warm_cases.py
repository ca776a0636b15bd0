"""Findings of Warm: what raises each, and a near miss that does not; and seats to begin a test with."""

from collections.abc import Mapping
from typing import Any

from ulbrek.core.job.job import Job

MEASURED: Mapping[str, Any] = {"ohms_before": 12.8, "ohms_after": 12.9, "megohms": 500.0}
PAD: Mapping[str, Any] = {}
_HOLE = {"kind": "hole", "id": "hole", "name": "Hole", "y": {"to": "centre", "offset": "200 mm"}, "diameter": "30 mm"}


def at(mm: str) -> dict[str, str]:
    return {"to": "centre", "offset": mm}


def seat(
    mat: Mapping[str, Any] = {}, pad: Mapping[str, Any] | None = None, *, thick: str = "75 mm",
    more: tuple[Mapping[str, Any], ...] = (), cast: str = "face down", **warm: Any,
) -> Job:  # fmt: skip
    """A seat of 1200 by 400 mm with a mat of 1000 by 300 in it, measured, unless it is told otherwise."""
    box = {"x": at("600 mm"), "y": at("200 mm"), "length": "1000 mm", "width": "300 mm"}
    features = [{"kind": "mat", "id": "mat", "name": "Heat mat", **box, "below_top": "25 mm", **mat}, *more]
    if pad is not None:
        features.append({"kind": "void", "id": "pad", "name": "Pad", **box, "height": "20 mm", "above": "25 mm", **pad})
    piece = {
        "id": "seat", "name": "Warm seat", "outline": {"kind": "rectangle", "length": "1200 mm", "width": "400 mm"},
        "thickness": thick, "cast": cast, "features": features,
    }  # fmt: skip
    return Job.model_validate({
        "name": "Seat", "pieces": [piece], "warm": {"seats": {"seat": {**MEASURED, **warm}}},
        "mix": {"mix": "ordinary", "bag": "25kg", "container": "tub"},
    })  # fmt: skip


def bored(along: str) -> Job:
    return seat(pad=PAD, more=({**_HOLE, "x": at(along)},))


WARM_CASES: dict[str, tuple[Job, Job]] = {
    "mat-buried": (seat(pad=PAD, megohms=None), seat(pad=PAD)),
    "mat-damaged": (seat(pad=PAD, ohms_after=13.5), seat(pad=PAD, ohms_after=13.4)),
    "mat-leaks": (seat(pad=PAD, megohms=0.9), seat(pad=PAD, megohms=1.0)),
    "mat-not-as-labelled": (seat(pad=PAD, ohms_label=14.5), seat(pad=PAD, ohms_label=14.0)),
    "mat-not-as-labelled by its power": (seat(pad=PAD, watts=52.0), seat(pad=PAD, watts=48.0)),
    "mat-crossed": (bored("1085 mm"), bored("1120 mm")),
    "seat-burns": (seat(pad=PAD, held_c=None, watts=110.0, air_c=15), seat(pad=PAD, watts=110.0, air_c=15)),
    "seat-burns-covered": (seat(pad=PAD, held_c=45), seat(pad=PAD, held_c=43)),
    "foam-over-the-mat": (seat({"below_top": "50 mm"}, {"above": "28 mm"}), seat(pad=PAD)),
    "warms-the-ground": (seat(), seat(pad=PAD)),
    "feels-cool": (seat(pad=PAD, ohms_before=None), seat(pad=PAD, watts=60.0, ohms_before=9.6, ohms_after=9.6)),
    "feels-cool by its thermostat": (
        seat(pad=PAD, held_c=22, air_c=18),
        seat(pad=PAD, held_c=26, air_c=18),
    ),
    "slow-to-warm": (
        seat({"below_top": "60 mm"}, PAD, thick="140 mm"),
        seat({"below_top": "25 mm"}, PAD, thick="140 mm"),
    ),
    "warm-middle-cold-rim": (
        seat({"length": "820 mm"}, PAD, held_c=None, watts=200.0),
        seat({"length": "820 mm"}, PAD, watts=100.0),
    ),
}
