"""One sheet filled as well as it can be: parts thrown on it, then shaken."""

from collections.abc import Iterator, Sequence
from random import Random

from ulbrek.core.kit.nesting.tree import CROSS, RIP, Node, Tree

_TRIFLE = 1e-6
_THROWS = 4
Size = tuple[float, float]


class Filler:
    """Fills one sheet at a time.

    Args:
        ways: how each part may lie: its size along the sheet and across it [mm]
        kerf: what the saw takes [mm]
        stages: how many levels of cuts a sheet may take
        dice: for the order of the parts
    """

    def __init__(self, ways: Sequence[Sequence[Size]], kerf: float, stages: int, dice: Random) -> None:
        self.ways, self.kerf, self.stages, self.dice = ways, kerf, stages, dice
        self.areas = [found[0][0] * found[0][1] for found in ways]
        self.shapes = [min(found) for found in ways]

    def best(self, parts: Sequence[int], values: Sequence[float], size: Size, shakes: int) -> Tree:
        """The sheet of most worth that is found.

        Args:
            parts: those that may be on it
            values: what each is worth
            size: of the sheet [mm]
            shakes: how often some parts are taken out and others put in
        """
        pool = sorted(parts, key=lambda part: -values[part])
        now = max((self._thrown(pool, values, size, throw) for throw in range(_THROWS)), key=lambda one: one[1])
        best = now
        for number in range(shakes if now[0].parts else 0):
            tried = self._shaken(now, pool, values)
            slack = 0.01 * best[1] * (1 - number / shakes)
            if tried[1] >= now[1] - slack * self.dice.random():
                now = tried
                if now[1] > best[1] + _TRIFLE:
                    best = now
        return best[0]

    def gathered(self, parts: Sequence[int], size: Size, tries: int) -> Tree | None:
        """A sheet with all of these parts and as much as possible left in one piece; None where they do not fit it."""
        found: Tree | None = None
        for number in range(tries):
            keys = {part: -self.areas[part] * (1 - (0.5 * self.dice.random() if number else 0.0)) for part in parts}
            tree = Tree(size, self.kerf)
            self.fill(tree, sorted(parts, key=keys.__getitem__), self.areas, 0.0)
            if len(tree.parts) == len(parts) and (found is None or tree.rest_mm2 > found.rest_mm2):
                found = tree
        return found

    def _thrown(self, pool: Sequence[int], values: Sequence[float], size: Size, throw: int) -> tuple[Tree, float]:
        dice, order = self.dice, pool
        if throw:
            spread = dice.choice((0.15, 0.4, 0.8))
            keys = {part: -values[part] * (1.0 - spread * dice.random()) for part in pool}
            order = sorted(pool, key=keys.__getitem__)
        tree = Tree(size, self.kerf)
        return tree, self.fill(tree, order, values, 0.0)

    def _shaken(self, now: tuple[Tree, float], pool: Sequence[int], values: Sequence[float]) -> tuple[Tree, float]:
        dice = self.dice
        tree, worth = now[0].copy(), now[1]
        for _ in range(dice.choice((1, 1, 2, 3))):
            if not tree.parts:
                break
            node = tree.parts[dice.choice(list(tree.parts))]
            for _ in range(dice.choice((0, 1, 1, 2, 3))):
                node = node.up or node
            for part in list(parts_in(node)):
                tree.take(part)
                worth -= values[part]
        return tree, worth + self.fill(tree, pool, values, dice.choice((0.0, 0.1, 0.3, 0.5)))

    def fill(self, tree: Tree, order: Sequence[int], values: Sequence[float], slip: float) -> float:
        """Puts parts onto a sheet as long as one fits, and says what those are worth.

        Args:
            tree: the sheet
            order: in which they are tried
            values: what each is worth
            slip: how often one is passed over
        """
        dice = self.dice
        tight, lean = dice.random() < 0.6, dice.choice((0, 0, 1, 2))
        missed: set[Size] = set()
        areas, shapes, there = self.areas, self.shapes, tree.parts
        largest, worth = _largest(tree), 0.0
        for part in order:
            if areas[part] > largest or part in there or shapes[part] in missed:
                continue
            if slip and dice.random() < slip:
                continue
            if not self.place(tree, part, tight, lean):
                missed.add(shapes[part])
                continue
            worth += values[part]
            largest = _largest(tree)
        return worth

    def place(self, tree: Tree, part: int, tight: bool, lean: int) -> bool:
        """Puts one part where it fits best, if it fits.

        Args:
            tree: the sheet
            part: its number
            tight: by the side that fits closest; else into the smallest piece
            lean: how it is cut free, see ``first_cut``
        """
        best: tuple[Node, Size, int] | None = None
        least = float("inf")
        for leaf in tree.free:
            a, b = leaf.size
            for size in self.ways[part]:
                over_a, over_b = a - size[0], b - size[1]
                if over_a < -_TRIFLE or over_b < -_TRIFLE:
                    continue
                cost = (over_a if over_a < over_b else over_b) if tight else a * b
                if cost >= least:
                    continue
                axis = first_cut(leaf, size, self.kerf, self.stages, lean)
                if axis is not None:
                    least, best = cost, (leaf, size, axis)
        if best is not None:
            tree.put(best[0], part, best[1], best[2])
        return best is not None


def first_cut(leaf: Node, size: Size, kerf: float, stages: int, lean: int = 0) -> int | None:
    """Which way a part is cut free first; None where it takes too many cuts.

    Args:
        leaf: what is left over
        size: of the part, along and across [mm]
        kerf: what the saw takes [mm]
        stages: how many levels of cuts there may be
        lean: 0: so that the larger piece is left whole; 1: sheets are crosscut first, then ripped; 2: ripped first
    """
    over_a, over_b = leaf.size[0] - size[0], leaf.size[1] - size[1]
    if lean:
        whole = leaf.up is None or (leaf.depth == 1 and leaf.up.axis == CROSS)
        first = CROSS if lean == 1 and whole else RIP
    else:
        along = max((over_a - kerf) * leaf.size[1], (over_b - kerf) * size[0])
        across = max((over_b - kerf) * leaf.size[0], (over_a - kerf) * size[1])
        first = CROSS if along >= across else RIP
    for axis in (first, 1 - first):
        if _depth(leaf, (over_a, over_b), axis) <= stages:
            return axis
    return None


def parts_in(node: Node) -> Iterator[int]:
    """The parts that a piece of a sheet is cut into."""
    if node.part is not None:
        yield node.part
    for kid in node.kids or ():
        yield from parts_in(kid)


def _depth(leaf: Node, over: Size, axis: int) -> int:
    """How deep a part would lie."""
    depth, beside = leaf.depth, -1 if leaf.up is None else leaf.up.axis
    for cut in (axis, 1 - axis):
        if over[cut] > _TRIFLE:
            if beside != cut:
                depth += 1
            beside = cut
    return depth


def _largest(tree: Tree) -> float:
    return max((leaf.size[0] * leaf.size[1] for leaf in tree.free), default=0.0) + 1.0
