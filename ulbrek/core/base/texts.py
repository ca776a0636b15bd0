"""Text that a person types: a line of it, or several, and nothing else."""

import re
from typing import Annotated

from pydantic import AfterValidator, Field

# What no file, calendar or page can hold as text: controls but tab and breaks, halves of characters, non-characters.
_CONTROL = re.compile("[\x00-\x08\x0b\x0c\x0e-\x1f\x7f-\x9f\u2028\u2029\ufffe\uffff\ud800-\udfff]")
_BREAK = re.compile("[\t\r\n]")


def without_controls(text: str) -> str:
    """A text without what is no text."""
    return _CONTROL.sub("", text)


def _text(text: str | None) -> str | None:
    if text is not None and _CONTROL.search(text):
        raise ValueError("It contains a character that cannot be stored. Type it again.")
    return text


def _line(text: str | None) -> str | None:
    if text is not None and (_CONTROL.search(text) or _BREAK.search(text)):
        raise ValueError("It holds a line break or a character that is no text. Type it again, on one line.")
    return text


# Several lines, such as a note; one line, such as a name.
LINES = AfterValidator(_text)
ONE_LINE = AfterValidator(_line)
# What the rooms know a piece by, whose document they do not read.
PieceId = Annotated[str, Field(min_length=1, max_length=40), ONE_LINE]
