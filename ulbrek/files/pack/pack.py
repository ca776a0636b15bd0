"""Sets a job pack: Typst lays the pages out, with the fonts that are shipped here and nothing else."""

from ulbrek.core.base.units import Units
from ulbrek.core.job.job import Job
from ulbrek.core.plan.result import Plan
from ulbrek.core.pour.sheet import RunSheet
from ulbrek.files.pack.pages import Pages
from ulbrek.files.pack.pouring import pour_day
from ulbrek.files.pack.setting import PAPERS, Paper, set_pages


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
        "paper": PAPERS[paper],
        "job": job.name,
        "shop": shop_name,
        "pages": list(Pages(job, plan, units).all()),
    }
    return set_pages("pack.typ", data)


def pour_sheet(sheet: RunSheet, *, name: str, shop_name: str, units: Units, paper: Paper) -> bytes:
    """The run sheet of one pour as a PDF, with boxes to tick.

    Args:
        sheet: of the pour
        name: of its job
        shop_name: for the foot of the pages
        units: what lengths and quantities are written in
        paper: A4 or US Letter
    """
    pages = [{"title": "Pour day", "blocks": list(pour_day(sheet, units))}]
    return set_pages("pack.typ", {"paper": PAPERS[paper], "job": name, "shop": shop_name, "pages": pages})
