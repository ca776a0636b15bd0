"""One form for all sections of a field: boards round it, and strips between its sections that come out again."""

from collections.abc import Iterator

from ulbrek.core.form.brief import Channel, Divider, FieldStrips
from ulbrek.core.kit.geometry.grid import Grid

PLAY_MM = 2.0  # by which a gap may be wider than the boards in it
PAIR = 2


def channel_of(gap_mm: float, board_mm: float) -> Channel:
    """What stands in a gap: as many boards as go into it, two at most.

    What is left beside one board is a strip that is ripped; between two there are blocks.

    Args:
        gap_mm: how wide the gap is
        board_mm: how thick a board is
    """
    boards = min(PAIR, int((gap_mm + 1e-6) // board_mm))
    left = gap_mm - boards * board_mm
    if boards == PAIR:
        return Channel(gap_mm, boards, 0.0, left if left > PLAY_MM else 0.0)
    return Channel(gap_mm, boards, left if left > PLAY_MM or not boards else 0.0, 0.0)


def across(channel: Channel, board_mm: float) -> Iterator[tuple[float, float]]:
    """The boards in a gap from its one side to the other: where the middle of each stands, and its thickness [mm].

    Args:
        channel: what stands in it
        board_mm: how thick a board is
    """
    gap, ripped = channel.gap_mm, channel.ripped_mm
    if channel.boards == PAIR:
        yield board_mm / 2, board_mm
        yield gap - board_mm / 2, board_mm
    elif channel.boards and ripped:
        yield board_mm / 2, board_mm
        yield gap - ripped / 2, ripped
    else:
        yield gap / 2, ripped or board_mm


def strips_of(laid: Grid, board_mm: float) -> tuple[tuple[Divider, ...], FieldStrips]:
    """The strips between the sections of a field: long ones from end to end, short ones between those.

    Long ones run the way in which the field is longer.

    Args:
        laid: the sections
        board_mm: how thick a board is
    """
    length, width = laid.size
    lengthwise = length >= width
    between_columns = channel_of(laid.gap_mm, board_mm) if laid.columns > 1 else None
    between_rows = channel_of(laid.row_gap_mm, board_mm) if laid.rows > 1 else None
    found = list(_long(laid, between_rows if lengthwise else between_columns, board_mm, lengthwise))
    found += _short(laid, between_columns if lengthwise else between_rows, board_mm, lengthwise)
    channels = tuple(dict.fromkeys(one for one in (between_columns, between_rows) if one is not None))
    crossed = between_columns is not None and between_rows is not None
    return tuple(found), FieldStrips(laid.columns * laid.rows, channels, crossed)


def _long(laid: Grid, channel: Channel | None, board_mm: float, lengthwise: bool) -> Iterator[Divider]:
    length, width = laid.size
    many, size = (laid.rows, laid.width_mm) if lengthwise else (laid.columns, laid.length_mm)
    if channel is None:
        return
    for number in range(many - 1):
        start = (number + 1) * size + number * channel.gap_mm
        for at, thick in across(channel, board_mm):
            x = start + at
            line = (0.0, x, length, x) if lengthwise else (x, 0.0, x, width)
            yield _strip(line, thick, board_mm, "Long strip")


def _short(laid: Grid, channel: Channel | None, board_mm: float, lengthwise: bool) -> Iterator[Divider]:
    many, size = (laid.columns, laid.length_mm) if lengthwise else (laid.rows, laid.width_mm)
    bands, deep, gap = (
        (laid.rows, laid.width_mm, laid.row_gap_mm) if lengthwise else (laid.columns, laid.length_mm, laid.gap_mm)
    )
    if channel is None:
        return
    for band in range(bands):
        low = band * (deep + gap)
        for number in range(many - 1):
            start = (number + 1) * size + number * channel.gap_mm
            for at, thick in across(channel, board_mm):
                x = start + at
                line = (x, low, x, low + deep) if lengthwise else (low, x, low + deep, x)
                yield _strip(line, thick, board_mm, "Short strip")


def _strip(line: tuple[float, float, float, float], thick_mm: float, board_mm: float, name: str) -> Divider:
    x1, y1, x2, y2 = line
    return Divider(x1, y1, x2, y2, False, thick_mm, "Filling strip" if thick_mm < board_mm else name)
