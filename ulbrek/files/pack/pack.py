"""Sets a job pack: Typst lays the pages out, with the fonts that are shipped here and nothing else."""

import json
from datetime import UTC, datetime
from pathlib import Path
from typing import Literal

import typst

from ulbrek.core.base.units import Units
from ulbrek.core.job import Job
from ulbrek.core.plan import Plan
from ulbrek.files.pack.pages import Pages

Paper = Literal["a4", "letter"]

_HERE = Path(__file__).parent
_PAPERS: dict[Paper, str] = {"a4": "a4", "letter": "us-letter"}


def job_pack(job: Job, plan: Plan, *, shop_name: str, units: Units, paper: Paper) -> bytes:
    """The pack of a job as a PDF: what is measured, built, cut, laid, mixed, lifted and done when.

    Args:
        job: the job
        plan: its plan
        shop_name: for the foot of the pages
        units: what lengths and quantities are written in
        paper: A4 or US Letter

    Returns:
        the PDF; the same job, plan and paper give the same bytes
    """
    data = {
        "paper": _PAPERS[paper],
        "job": job.name,
        "shop": shop_name,
        "pages": list(Pages(job, plan, units).all()),
    }
    made = typst.compile(
        str(_HERE / "pack.typ"),
        root=str(_HERE),
        font_paths=[str(_HERE / "fonts")],
        ignore_system_fonts=True,
        format="pdf",
        sys_inputs={"data": json.dumps(data)},
        timestamp=datetime(2000, 1, 1, tzinfo=UTC),
    )
    if not isinstance(made, bytes):
        raise TypeError("Typst gave pages instead of one document.")
    return made
