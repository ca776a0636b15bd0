"""The job pack: what is taped to the wall, as a PDF."""

from ulbrek.files.pack.days_sheet import days_sheet
from ulbrek.files.pack.pack import job_pack, pour_sheet
from ulbrek.files.pack.setting import Paper

__all__ = ["Paper", "days_sheet", "job_pack", "pour_sheet"]
