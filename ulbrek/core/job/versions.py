"""Documents of jobs as older versions wrote them, brought up to the present one."""

from collections.abc import Callable
from typing import Any, Literal

Document = dict[str, Any]

SCHEMA_VERSION: Literal[2] = 2


def _from_1(raw: Document) -> Document:
    """The first version knew rectangles, openings and round holes alone; all it held means the same today."""
    return {**raw, "schema_version": 2}


# By version, what brings a document up to the next one. A document is checked after the last of them.
UPCASTS: dict[int, Callable[[Document], Document]] = {1: _from_1}


def brought_up(raw: Document, version: int) -> Document:
    """A document of an older version as the present one would have written it.

    Args:
        raw: the document
        version: the version that wrote it, not above the present one
    """
    for older in range(version, SCHEMA_VERSION):
        raw = UPCASTS[older](raw)
    return raw
