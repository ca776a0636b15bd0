"""Cut plans beside a plain packing library, in one run: ``python -m bench.cutting [seconds a search]``.

Every layout is checked by itself: each part on a sheet, a kerf between parts, and taken apart by cuts right across.
"net" is sheets less the best piece that one cut leaves.
"""

import json
import sys
import time
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import product
from pathlib import Path
from statistics import median

import rectpack

from ulbrek.core.kit.nesting.bounds import least_sheets
from ulbrek.core.kit.nesting.lengths import CutLength, LengthStock, cut_lengths, fewest_lengths
from ulbrek.core.kit.nesting.panels import Panel, SheetStock
from ulbrek.core.kit.nesting.sawing import sawn
from ulbrek.core.kit.nesting.search import Layout, Search
from ulbrek.core.kit.nesting.sheets import first_layout

CASES = Path(__file__).with_name("cutting-instances.json")
SEEDS = (1, 2, 3)
STAGES = {"XL": 5}
# From memory, confirmed by the bounds: 73 lengths of 5600 are needed.
ROLLS = {
    1380: 22, 1520: 25, 1560: 12, 1710: 14, 1820: 18, 1880: 18, 1930: 20, 2000: 10, 2050: 12, 2100: 14, 2140: 16,
    2150: 18, 2200: 20,
}  # fmt: skip
Box = tuple[float, float, float, float]


@dataclass(frozen=True)
class Case:
    """Parts and what they are cut from."""

    name: str
    panels: tuple[Panel, ...]
    stock: SheetStock

    @property
    def area(self) -> float:
        """The area of the parts less that of the offcuts, in sheets."""
        parts = sum(p.length_mm * p.width_mm for p in self.panels) - sum(a * b for a, b in self.stock.offcuts)
        return parts / (self.stock.length_mm * self.stock.width_mm)


def cases() -> Iterator[Case]:
    """The measuring cases; those of many parts also without offcuts."""
    for read in json.loads(CASES.read_text()):
        panels = tuple(Panel(part["id"], part["l"], part["w"]) for part in read["parts"])
        given = tuple((float(a), float(b)) for a, b in read["offcuts"])
        for offcuts, name in ((given, read["name"]), ((), read["name"] + "-no")):
            if offcuts or len(panels) > 50:
                yield Case(name, panels, SheetStock(read["sheet"][0], read["sheet"][1], read["kerf"], 0.0, offcuts))


def main(seconds: float) -> None:
    """Prints the table."""
    for case in cases():
        ours(case, seconds)
        peers(case)
    rolls()


def ours(case: Case, seconds: float) -> None:
    """Ulbrek's plans: at once, and after so many seconds from three seeds."""
    panels, stock = case.panels, case.stock
    began = time.perf_counter()
    least = least_sheets(panels, stock)
    bounded = time.perf_counter()
    first = first_layout(list(panels), stock, "fewest settings")
    done = time.perf_counter()
    check(case, sheets_of(first, case))
    distinct = len({min(p.length_mm, p.width_mm) for p in panels})
    print(f"{case.name}: {len(panels)} parts, bound {least} ({(bounded - began) * 1e3:.0f} ms), short sides {distinct}")
    print(f"  at once    {said(first, least)}, {(done - bounded) * 1e3:.0f} ms")
    for narrow in (False, True):
        found = [searched(case, seed, seconds, narrow) for seed in SEEDS]
        nets = [layout.net for layout, _ in found]
        best = min((layout for layout, _ in found), key=lambda one: (len(one.sheets), one.net))
        reached = median(at for _, at in found)
        ratio = f", median net {median(nets) / case.area:.3f} of the area" if len(panels) > 50 else ""
        wish = "few settings" if narrow else "large rest  "
        print(f"  {wish} {said(best, least)}, sheets reached in {reached:.2f} s{ratio}")


def searched(case: Case, seed: int, seconds: float, narrow: bool) -> tuple[Layout, float]:
    """The best plan of a search, and when it had its number of sheets [s]."""
    search = Search(case.panels, case.stock, seed, narrow, STAGES.get(case.name[:2], 4))
    began = time.perf_counter()
    best = search.quick()
    reached = time.perf_counter() - began
    for found in search.better(best):
        if len(found.sheets) < len(best.sheets):
            reached = time.perf_counter() - began
        best = found
        if time.perf_counter() - began > seconds:
            break
    check(case, sheets_of(best, case))
    return best, reached


def said(layout: Layout, least: int) -> str:
    """A plan in a few figures."""
    proven = " proven" if len(layout.sheets) == least else ""
    return (
        f"{len(layout.sheets)} sheets{proven}, net {layout.net:.3f}, {layout.settings} settings, {layout.stages} stages"
    )


def peers(case: Case) -> None:
    """The packing library's guillotine rules: six fixed ones, then all of them."""
    splits = ("Sas", "Las", "Slas", "Llas", "Maxas", "Minas")
    rules = [getattr(rectpack, f"GuillotineB{fit}{split}") for fit, split in product(("ssf", "lsf", "af"), splits)]
    sorts = (
        rectpack.SORT_AREA, rectpack.SORT_PERI, rectpack.SORT_DIFF, rectpack.SORT_SSIDE, rectpack.SORT_LSIDE,
        rectpack.SORT_RATIO,
    )  # fmt: skip
    bins = (rectpack.PackingBin.BFF, rectpack.PackingBin.BBF, rectpack.PackingBin.BNF)
    every = list(product(rules, sorts, bins))
    for name, chosen in (("6 rules", every[::54]), (f"{len(every)} rules", every)):
        began = time.perf_counter()
        found = [packed(case, *rule) for rule in chosen]
        took = time.perf_counter() - began
        nets = [one for one in found if one is not None]
        sheets, net = min(nets, default=(0, 0.0))
        wrong = len(found) - len(nets)
        print(f"  {name:10} {sheets} sheets, net {net:.3f}, {took:.2f} s; {wrong} not to be sawn or not whole")


def packed(case: Case, rule: object, sort: object, bins: object) -> tuple[int, float] | None:
    """What one rule needs; None where its layout does not hold."""
    packer = rectpack.newPacker(mode=rectpack.PackingMode.Offline, bin_algo=bins, pack_algo=rule, sort_algo=sort)
    kerf, stock = case.stock.kerf_mm, case.stock
    for panel in case.panels:
        packer.add_rect(panel.length_mm + kerf, panel.width_mm + kerf, panel.key)
    for a, b in stock.offcuts:
        packer.add_bin(a + kerf, b + kerf)
    packer.add_bin(stock.length_mm + kerf, stock.width_mm + kerf, count=len(case.panels))
    packer.pack()
    places: dict[tuple[float, float, int], list[tuple[str, Box]]] = {}
    for index, one in enumerate(packer):
        for rect in one:
            box = (rect.x, rect.y, rect.x + rect.width - kerf, rect.y + rect.height - kerf)
            places.setdefault((one.width - kerf, one.height - kerf, index), []).append((rect.rid, box))
    try:
        check(case, [(size[0], size[1], found) for size, found in places.items()])
    except AssertionError:
        return None
    whole = stock.length_mm * stock.width_mm
    bought = [(size, found) for size, found in places.items() if size[0] * size[1] == whole]
    rests = [
        max((size[0] - max(box[2] for _, box in found) - kerf) * size[1],
            (size[1] - max(box[3] for _, box in found) - kerf) * size[0], 0.0)
        for size, found in bought
    ]  # fmt: skip
    return len(bought), len(bought) - max(rests, default=0.0) / whole


Sheets = Sequence[tuple[float, float, Sequence[tuple[str, Box]]]]


def sheets_of(layout: Layout, case: Case) -> Sheets:
    """A plan's sheets as boxes."""
    return [
        (
            plan.length_mm,
            plan.width_mm,
            [(p.key, (p.x_mm, p.y_mm, p.x_mm + p.length_mm, p.y_mm + p.width_mm)) for p in plan.panels],
        )
        for plan in sawn(layout, case.panels, case.stock)
    ]


def check(case: Case, sheets: Sheets) -> None:
    """Fails where a layout does not hold: a part lost, off its sheet, or not to be freed by cuts right across."""
    got = [key for _, _, places in sheets for key, _ in places]
    assert sorted(got) == sorted(panel.key for panel in case.panels), "parts are lost or doubled"
    sizes = {panel.key: sorted((panel.length_mm, panel.width_mm)) for panel in case.panels}
    for length, width, places in sheets:
        for key, box in places:
            assert (
                max(abs(a - b) for a, b in zip(sorted((box[2] - box[0], box[3] - box[1])), sizes[key], strict=True))
                < 1e-6
            )
        _apart([box for _, box in places], (0.0, 0.0, length, width), case.stock.kerf_mm)


def _apart(boxes: list[Box], room: Box, kerf: float) -> None:
    assert all(
        b[0] >= room[0] - 1e-6 and b[1] >= room[1] - 1e-6 and b[2] <= room[2] + 1e-6 and b[3] <= room[3] + 1e-6
        for b in boxes
    ), "a part lies over an edge"
    if len(boxes) <= 1:
        return
    for axis in (0, 1):
        ordered = sorted(boxes, key=lambda box: box[axis])
        end = ordered[0][axis + 2]
        for number in range(1, len(ordered)):
            if ordered[number][axis] >= end + kerf - 1e-6:
                first, second = list(room), list(room)
                first[axis + 2], second[axis] = end, end + kerf
                _apart(ordered[:number], tuple(first), kerf)  # type: ignore[arg-type]
                _apart(ordered[number:], tuple(second), kerf)  # type: ignore[arg-type]
                return
            end = max(end, ordered[number][axis + 2])
    raise AssertionError("no cut right across takes it apart")


def rolls() -> None:
    """Linear stock: the well-known rolls."""
    parts = [
        CutLength(f"{length}.{number}", float(length)) for length, count in ROLLS.items() for number in range(count)
    ]
    fewest_lengths(parts[:3], LengthStock(5600))
    began = time.perf_counter()
    cut = fewest_lengths(parts, LengthStock(5600))
    took = (time.perf_counter() - began) * 1e3
    plain = len(cut_lengths(parts, LengthStock(5600))[0])
    print(f"5600 mm rolls: {len(cut.plans)} lengths, proven: {cut.proven}, {took:.0f} ms; longest first needs {plain}")


if __name__ == "__main__":
    main(float(sys.argv[1]) if len(sys.argv) > 1 else 5.0)
