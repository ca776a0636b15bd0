"""Jobs to test with."""

import json
from pathlib import Path
from typing import Any

from ulbrek.core.job.job import Job
from ulbrek.files.job_file import read_job_file

DEMO = Path(__file__).parents[1] / "demo"
DEMO_FILES = sorted(DEMO.glob("*.ulbrek.json"))


def demo_job(number: int) -> Job:
    """One of the demo's jobs, by the number its file begins with."""
    return read_job_file(DEMO_FILES[number - 1].read_bytes()).job


def opening(**changed: Any) -> dict[str, Any]:
    """A sink in the middle of the top of ``top_document``, with room on all sides."""
    return {
        "kind": "opening",
        "id": "sink",
        "name": "Sink",
        "x": {"side": "left", "to": "centre", "offset": "450 mm"},
        "y": {"side": "front", "to": "centre", "offset": "300 mm"},
        "length": "450 mm",
        "width": "330 mm",
        "corner_radius": "25 mm",
        **changed,
    }


def hole(x: str, y: str, diameter: str = "35 mm", name: str = "Tap hole", **changed: Any) -> dict[str, Any]:
    """A round hole measured from left and front."""
    return {
        "kind": "hole",
        "id": name.lower().replace(" ", "-"),
        "name": name,
        "x": {"offset": x},
        "y": {"offset": y},
        "diameter": diameter,
        **changed,
    }


def top_document(*features: dict[str, Any], **changed: Any) -> dict[str, Any]:
    """A top of 900 x 600 x 40 mm with nothing wrong but its weight, which is past four people."""
    piece = {
        "id": "top",
        "name": "Top",
        "outline": {"length": "900 mm", "width": "600 mm"},
        "thickness": "40 mm",
        "features": list(features),
    }
    piece |= changed.pop("piece", {})
    mix = {"mix": "ordinary", "bag": "60lb", "container": "bucket", **changed.pop("mix", {})}
    return {"name": "Top", "pieces": [piece], "mix": mix, "handling": {"people": 4}, **changed}


def top(*features: dict[str, Any], **changed: Any) -> Job:
    """The same, as a job."""
    return Job.model_validate(top_document(*features, **changed))


def with_fields(job: Job, fields: dict[str, Any]) -> Job:
    """A job with the values at some JSON pointers replaced, as a change's button does."""
    document = json.loads(job.model_dump_json())
    for pointer, value in fields.items():
        *way, last = pointer.split("/")[1:]
        at: Any = document
        for step in way:
            at = at[int(step)] if isinstance(at, list) else at[step]
        at[int(last) if isinstance(at, list) else last] = value
    return Job.model_validate(document)


def feature(kind: str, x: str = "450 mm", y: str = "300 mm", **fields: Any) -> dict[str, Any]:
    """A feature of any kind, in the middle of the top unless told otherwise."""
    name = fields.pop("name", kind.capitalize())
    place = {} if kind == "drop edge" else {"x": {"offset": x}, "y": {"offset": y}}
    return {"kind": kind, "id": name.lower().replace(" ", "-"), "name": name, **place, **fields}


def recess(**fields: Any) -> dict[str, Any]:
    """A recess of 200 x 150 mm, 15 mm deep."""
    return feature(
        "recess", **{"length": "200 mm", "width": "150 mm", "corner_radius": "10 mm", "depth": "15 mm", **fields}
    )


def core(**fields: Any) -> dict[str, Any]:
    """The inside of a planter, 300 mm deep."""
    return feature("core", **{"length": "400 mm", "width": "300 mm", "depth": "300 mm", **fields})


def free(*corners: tuple[float, float], **fields: Any) -> dict[str, Any]:
    """A free outline by its corners [mm]; fields go to the second corner."""
    listed: list[dict[str, Any]] = [{"x": f"{x} mm", "y": f"{y} mm"} for x, y in corners]
    listed[1] |= fields
    return {"kind": "free", "corners": listed}


def shaped(outline: dict[str, Any], *features: dict[str, Any], **piece: Any) -> Job:
    """A top of another outline."""
    return top(*features, piece={"outline": outline, **piece})
