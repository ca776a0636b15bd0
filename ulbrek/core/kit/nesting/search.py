"""The search for a plan: at once one that will do, and then better ones for as long as somebody waits.

Sheets are filled one after another, each as full as a few throws of the dice make it; what was hard to place is worth
more in the next round (sequential value correction, a method known from cutting-stock problems). Then a few sheets
at a time are filled anew together with the emptiest one, so that less and less is on that. The same seed gives the
same plans in the same order.
"""

from collections.abc import Iterator, Sequence
from itertools import chain, repeat
from random import Random

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.kit.nesting.bounds import least_sheets
from ulbrek.core.kit.nesting.filling import Filler
from ulbrek.core.kit.nesting.panels import Panel, SheetStock, ways
from ulbrek.core.kit.nesting.tree import Tree, cuts_of, rips_of, stages_of

MOST_STAGES = 4
_TRIFLE = 1e-6
_LEANS = ((False, 0), (True, 2), (False, 1))
_MANY = 150  # parts from which a first plan tries fewer orders
_VERY_MANY = 1_500  # from which it tries one
_LARGER_FIRST = 1.08  # a part is worth its area to this power: large ones are hard to place late
_ROUNDS = (20, 30, 60)  # how often each sheet is shaken, round by round
_SHAKES = 80
_GATHERINGS = 20
_SLACK = 0.002  # of a sheet: so much worse a plan may be to get on from
_IDLE = 400  # tries without a better plan after which a small job is done


@dataclass(frozen=True, slots=True)
class Layout:
    """A plan that holds every part: offcuts first, then sheets.

    Attributes:
        trees: what is on each; those without parts are left out
        offcuts: which offcut each of the first ones is
    """

    trees: tuple[Tree, ...]
    offcuts: tuple[int, ...] = ()

    @property
    def sheets(self) -> tuple[Tree, ...]:
        """Those that are bought."""
        return self.trees[len(self.offcuts) :]

    @property
    def net(self) -> float:
        """Sheets, less the best piece that one cut leaves, as a share of a sheet."""
        best = max((tree.rest_mm2 for tree in self.sheets), default=0.0)
        whole = max((tree.root.size[0] * tree.root.size[1] for tree in self.sheets), default=1.0)
        return len(self.sheets) - best / whole

    @property
    def settings(self) -> int:
        """How many settings of the fence it takes."""
        return len(rips_of(self.trees))

    @property
    def cuts(self) -> int:
        """How many cuts it takes."""
        return sum(cuts_of(tree) for tree in self.trees)

    @property
    def stages(self) -> int:
        """How often what is cut is turned."""
        return max((stages_of(tree) for tree in self.trees), default=0)


class Search:
    """Parts on the way onto sheets.

    Args:
        panels: what is wanted; each fits a sheet or an offcut
        stock: what it is cut from
        seed: of the dice
        narrow: whether a part's short side lies across, so that few settings of the fence are needed
        stages: how many levels of cuts a sheet may take
    """

    def __init__(
        self, panels: Sequence[Panel], stock: SheetStock, seed: int = 1, narrow: bool = False, stages: int = MOST_STAGES
    ) -> None:
        self.stock, self.narrow = stock, narrow
        self.dice = Random(seed)  # noqa: S311 - for a search
        found = [_ways(panel, stock, narrow) for panel in panels]
        self.filler = Filler(found, stock.kerf_mm, stages, self.dice)
        self.sides = [max(one[0]) for one in found]
        self.heights = [min(one[0]) for one in found]
        self.least = least_sheets(panels, stock)

    def quick(self) -> Layout:
        """A first plan: the best of a few orders, without dice."""
        areas = self.filler.areas
        by_area = sorted(range(len(areas)), key=lambda one: (-areas[one], one))
        by_height = sorted(by_area, key=lambda one: (-self.heights[one], -self.sides[one], one))
        by_side = sorted(by_area, key=lambda one: (-self.sides[one], one))
        tries = 3 if len(areas) <= _MANY else 2 if len(areas) <= _VERY_MANY else 1
        orders, leans = (by_height, by_area, by_side)[:tries], _LEANS[:tries]
        plans: list[Layout] = []
        for order in orders:
            plans += [self._filled(order, tight, lean) for tight, lean in leans]
            best = min(plans, key=self.worth) if len(plans) > 1 else plans[0]
            if self.narrow and len(best.sheets) <= self.least and best.settings <= len(set(self.heights)):
                return best
        return best

    def worth(self, layout: Layout) -> tuple[float, ...]:
        """What one plan is better than another by: fewer sheets, then what is wished for."""
        if self.narrow:
            return len(layout.sheets), layout.settings, layout.cuts, layout.net
        return len(layout.sheets), layout.net, layout.settings

    def better(self, layout: Layout) -> Iterator[Layout]:
        """The best plan so far, try after try; it ends by itself where nothing more is found.

        Args:
            layout: a plan to begin from
        """
        best = layout
        for found in self._rounds():
            best = min(best, found, key=self.worth)
            yield best
        idle = 0
        for found in self._refined(best):
            idle += 1
            if self.worth(found) < self.worth(best):
                best, idle = found, 0
            yield best
            if idle > _IDLE:
                return

    def _filled(self, order: Sequence[int], tight: bool, lean: int) -> Layout:
        """Each part on the first sheet that takes it. Sheets only fill up: where one did not fit, none like it will."""
        trees = [Tree(offcut, self.stock.kerf_mm) for offcut in self.stock.offcuts]
        full: dict[tuple[tuple[float, float], ...], int] = {}
        for part in order:
            alike = tuple(self.filler.ways[part])
            at = full.get(alike, 0)
            while at < len(trees) and not self.filler.place(trees[at], part, tight, lean):
                at += 1
            if at == len(trees):
                trees.append(Tree(self.stock.usable, self.stock.kerf_mm))
                self.filler.place(trees[-1], part, tight, lean)
            full[alike] = at
        return self._layout(trees)

    def _layout(self, trees: Sequence[Tree]) -> Layout:
        given = len(self.stock.offcuts)
        offcuts = tuple(index for index in range(given) if trees[index].parts)
        sheets = [tree for tree in trees[given:] if tree.parts]
        return Layout((*(trees[index] for index in offcuts), *sheets), offcuts)

    def _rounds(self) -> Iterator[Layout]:
        """Plans of sheets filled one after another, each valuing higher what the one before wasted room on."""
        areas = [area**_LARGER_FIRST for area in self.filler.areas]
        values = list(areas)
        for shakes in _ROUNDS:
            left = list(range(len(areas)))
            trees: list[Tree] = []
            for room in chain(self.stock.offcuts, repeat(self.stock.usable)):
                if not left and len(trees) >= len(self.stock.offcuts):
                    break
                tree = self.filler.best(left, values, room, shakes)
                trees.append(tree)
                left = [part for part in left if part not in tree.parts]
                waste = room[0] * room[1] / max(tree.filled, 1.0)
                for part in tree.parts:
                    values[part] = 0.6 * values[part] + 0.4 * areas[part] * waste
            yield self._layout(trees)

    def _refined(self, layout: Layout) -> Iterator[Layout]:
        """Plans in which a few sheets were filled anew together with the emptiest."""
        dice, areas = self.dice, self.filler.areas
        trees, last = self._opened(layout)
        sheet = self.stock.usable[0] * self.stock.usable[1]
        while last is not None:
            picked = dice.sample(range(len(trees)), min(dice.choice((1, 1, 2, 3)), len(trees)))
            pool = [*last.parts, *(part for index in picked for part in trees[index].parts)]
            anew: dict[int, Tree] = {}
            for index in picked:
                anew[index] = self.filler.best(pool, areas, trees[index].root.size, _SHAKES)
                pool = [part for part in pool if part not in anew[index].parts]
            slack = _SLACK * sheet if dice.random() < 0.3 else 0.0
            kept = None
            if sum(areas[part] for part in pool) <= last.filled + slack:
                kept = self.filler.gathered(pool, self.stock.usable, _GATHERINGS) if pool else Tree((1.0, 1.0), 0.0)
            if kept is not None:
                for index, tree in anew.items():
                    trees[index] = tree
                last = kept
                if not pool:
                    trees, last = self._opened(self._layout(trees))
            yield self._layout([*trees, last] if last is not None else trees)

    def _opened(self, layout: Layout) -> tuple[list[Tree], Tree | None]:
        """All offcuts and sheets but the one with the most left, and that one."""
        trees = [Tree(offcut, self.stock.kerf_mm) for offcut in self.stock.offcuts]
        for index, tree in zip(layout.offcuts, layout.trees, strict=False):
            trees[index] = tree
        sheets = sorted(layout.sheets, key=lambda tree: tree.rest_mm2)
        return [*trees, *sheets[:-1]], sheets[-1] if sheets else None


def _ways(panel: Panel, stock: SheetStock, narrow: bool) -> list[tuple[float, float]]:
    found = ways(panel, stock.usable) or [way for offcut in stock.offcuts for way in ways(panel, offcut)]
    low = [way for way in found if way[0] >= way[1] - _TRIFLE]
    return low if narrow and low else found
