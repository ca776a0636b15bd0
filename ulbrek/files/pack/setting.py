"""Sets pages: Typst lays them out, with the fonts that are shipped here and nothing else."""

import json
from collections.abc import Mapping
from datetime import UTC, datetime
from pathlib import Path
from typing import Any, Literal

import typst

Paper = Literal["a4", "letter"]
PAPERS: dict[Paper, str] = {"a4": "a4", "letter": "us-letter"}

_HERE = Path(__file__).parent


def set_pages(layout: str, data: Mapping[str, Any]) -> bytes:
    """A PDF of what is told, laid out by one of the files beside this one; the same data give the same bytes.

    Args:
        layout: the file's name
        data: what stands on the pages
    """
    made = typst.compile(
        str(_HERE / layout),
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
