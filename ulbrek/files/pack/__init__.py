"""The job pack: what is taped to the wall, as a PDF."""

from ulbrek.files.pack.pack import Paper, job_pack

__all__ = ["Paper", "job_pack"]
