"""The job pack: what is taped to the wall, as a PDF."""

from ulbrek.files.pack.pack import job_pack, pour_sheet
from ulbrek.files.pack.setting import Paper

__all__ = ["Paper", "job_pack", "pour_sheet"]
