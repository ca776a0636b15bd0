"""A code that a phone reads, to be printed."""

import segno

from ulbrek.files.pack.svg import wrap


def code_of(text: str) -> str:
    """A QR code of a text as SVG, its modules as squares, with the quiet margin that readers want."""
    code = segno.make(text, error="m", micro=False)
    rows = [list(row) for row in code.matrix_iter(border=4)]
    squares = "".join(
        f'<rect x="{x}" y="{y}" width="1.02" height="1.02"/>'
        for y, row in enumerate(rows)
        for x, dark in enumerate(row)
        if dark
    )
    return wrap([squares], len(rows), len(rows))
