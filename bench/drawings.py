"""Thousands of broken drawings: each is read or refused in words, in bounded time and memory.

Usage: ``python -m bench.drawings [how many] [seed]``; prints the count, the slowest and the memory that it took.
"""

import random
import resource
import sys
import time

from tests.jobs import hole, opening, recess, top
from ulbrek.core.measure.shape import shape_of
from ulbrek.files.drawing_in import read_drawing
from ulbrek.files.drawing_out import write_dxf, write_svg
from ulbrek.files.problems import InvalidDocumentError

MOST_CHANGES = 8


def main(count: int, seed: int) -> None:
    """Breaks a DXF and an SVG drawing so many times and reads them."""
    dice = random.Random(seed)
    shape = shape_of(top(opening(), hole("450 mm", "520 mm"), recess()).pieces[0])
    whole = {"a.dxf": write_dxf(shape).encode(), "a.svg": write_svg(shape).encode()}
    for name, content in whole.items():
        read_drawing(content, name, None)
    before = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss
    read, refused, slowest = 0, 0, 0.0
    for number in range(count):
        name = ("a.dxf", "a.svg")[number % 2]
        began = time.perf_counter()
        try:
            read_drawing(broken(whole[name], dice), name, None)
            read += 1
        except InvalidDocumentError:
            refused += 1
        slowest = max(slowest, time.perf_counter() - began)
    grown = (resource.getrusage(resource.RUSAGE_SELF).ru_maxrss - before) / 1024
    print(
        f"{count} broken drawings: {read} read, {refused} refused in words, 0 crashes; slowest {slowest:.2f} s, "
        f"{grown:.0f} MB more at the most"
    )


def broken(content: bytes, dice: random.Random) -> bytes:
    """A file with bytes changed, cut, doubled and swapped."""
    made = bytearray(content)
    for _ in range(dice.randrange(1, MOST_CHANGES)):
        at = dice.randrange(len(made) or 1)
        end = at + dice.randrange(1, 200)
        what = dice.randrange(5)
        if what == 0:
            made[at : at + 4] = bytes(dice.randrange(256) for _ in range(dice.randrange(8)))
        elif what == 1:
            del made[at:end]
        elif what == 2:
            made[at:at] = made[at:end]
        elif what == 3:
            made[at:at] = b"9" * dice.randrange(1, 30)
        else:
            made[at : at + 1] = dice.choice((b"-", b"e9", b".", b"<", b"\n", b"nan"))
    return bytes(made)


if __name__ == "__main__":
    main(*(int(given) for given in (sys.argv[1:] + ["10000", "11"][len(sys.argv) - 1 :])))
