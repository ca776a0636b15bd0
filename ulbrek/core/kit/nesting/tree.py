"""A sheet taken apart by cuts right across: a tree whose every level is cut the other way than the one above it."""

from collections.abc import Iterable, Iterator

RIP, CROSS = 1, 0  # what lies side by side across the sheet is ripped apart, what lies along it is crosscut
_TRIFLE = 1e-6


class Node:
    """A rectangle of a sheet: a part, what is left over, or what is cut into others side by side.

    Attributes:
        size: along the sheet and across it [mm]
        axis: how what is in it lies: along the sheet (``CROSS``) or across it (``RIP``)
        kids: what it is cut into, in order; None for a part or for what is left over
        part: the number of the part that it is; None otherwise
        up: what it is cut out of
        depth: how many cuts the other way came before it
    """

    __slots__ = ("axis", "depth", "kids", "part", "size", "up")

    def __init__(self, size: tuple[float, float], up: "Node | None" = None) -> None:
        self.size = size
        self.up = up
        self.depth: int = 0 if up is None else up.depth + 1
        self.axis = -1
        self.kids: list[Node] | None = None
        self.part: int | None = None

    @property
    def is_left(self) -> bool:
        """Whether nothing is in it."""
        return self.kids is None and self.part is None


class Tree:
    """One sheet on the way to being cut.

    Attributes:
        root: the whole of it
        free: what is left over, in no order
        filled: area of its parts [mm²]
    """

    __slots__ = ("filled", "free", "kerf", "parts", "root")

    def __init__(self, size: tuple[float, float], kerf: float) -> None:
        self.root = Node(size)
        self.kerf = kerf
        self.free = [self.root]
        self.parts: dict[int, Node] = {}
        self.filled = 0.0

    def copy(self, twins: dict[Node, Node] | None = None) -> "Tree":
        """The same, to be changed by itself.

        Args:
            twins: told which piece that is left over has become which
        """
        twin = Tree.__new__(Tree)
        twin.kerf, twin.filled, twin.free, twin.parts = self.kerf, self.filled, [], {}
        twin.root = twin._grown(self.root, None, twins)
        return twin

    def _grown(self, of: Node, up: Node | None, twins: dict[Node, Node] | None) -> Node:
        node = Node(of.size, up)
        node.axis, node.part = of.axis, of.part
        if of.kids is not None:
            node.kids = [self._grown(kid, node, twins) for kid in of.kids]
        elif of.part is None:
            self.free.append(node)
            if twins is not None:
                twins[of] = node
        else:
            self.parts[of.part] = node
        return node

    def put(self, leaf: Node, part: int, size: tuple[float, float], axis: int) -> None:
        """Puts a part into the corner of what is left over.

        Args:
            leaf: what is left over, at least as large
            part: its number
            size: along the sheet and across it [mm]
            axis: which way it is cut free first
        """
        self.free.remove(leaf)
        slab = self._cut_off(leaf, size[axis], axis)
        at = self._cut_off(slab, size[1 - axis], 1 - axis)
        at.part = part
        self.parts[part] = at
        self.filled += size[0] * size[1]

    def _cut_off(self, leaf: Node, length: float, axis: int) -> Node:
        """So much of a piece, cut off along an axis; what is left of it stays beside it."""
        left = leaf.size[axis] - length
        if left <= _TRIFLE:
            return leaf
        slab_size = (length, leaf.size[1]) if axis == CROSS else (leaf.size[0], length)
        rest = left - self.kerf
        up = leaf.up
        if up is not None and up.axis == axis:
            slab = leaf
            slab.size, whole = slab_size, leaf.size
        else:
            whole, up = leaf.size, leaf
            slab = Node(slab_size, leaf)
            leaf.axis, leaf.kids = axis, [slab]
        if rest > _TRIFLE:
            other = Node((rest, whole[1]) if axis == CROSS else (whole[0], rest), up)
            assert up.kids is not None  # noqa: S101 - it was cut just now, or before
            up.kids.append(other)
            self.free.append(other)
        return slab

    def take(self, part: int) -> None:
        """Takes a part out; what is left over beside it becomes one with it."""
        node = self.parts.pop(part)
        self.filled -= node.size[0] * node.size[1]
        node.part = None
        self.free.append(node)
        while node.up is not None:
            up = node.up
            kids = up.kids or []
            empty = [kid for kid in kids if kid.is_left]
            full = [kid for kid in kids if not kid.is_left]
            for kid in empty:
                self.free.remove(kid)
            if not full:
                up.kids, up.axis = None, -1
                self.free.append(up)
                node = up
                continue
            axis = up.axis
            rest = up.size[axis] - sum(kid.size[axis] + self.kerf for kid in full)
            up.kids = full
            if rest > _TRIFLE:
                leaf = Node((rest, up.size[1]) if axis == CROSS else (up.size[0], rest), up)
                up.kids.append(leaf)
                self.free.append(leaf)
            return

    def renew(self) -> None:
        """Finds anew what it knows of its pieces, after they were put together by hand."""
        self.free, self.parts, self.filled = [], {}, 0.0
        ahead = [self.root]
        while ahead:
            node = ahead.pop()
            if node.kids is not None:
                ahead.extend(node.kids)
            elif node.part is None:
                self.free.append(node)
            else:
                self.parts[node.part] = node
                self.filled += node.size[0] * node.size[1]

    def rest(self) -> tuple[float, int]:
        """The largest piece that one cut right across leaves: its length along that cut's way [mm], and the way."""
        root = self.root
        if root.is_left:
            return root.size[CROSS], CROSS
        if root.kids is None:
            return 0.0, CROSS
        left = max((kid.size[root.axis] for kid in root.kids if kid.is_left), default=0.0)
        return left, root.axis

    @property
    def rest_mm2(self) -> float:
        """The area of that piece [mm²]."""
        length, axis = self.rest()
        return length * self.root.size[1 - axis]


def rips_of(trees: Iterable[Tree]) -> set[float]:
    """The settings of the fence [mm]: how wide things are that are ripped off something wider."""
    return {round(size, 3) for tree in trees for size in _ripped(tree.root, tree.kerf)}


def _ripped(node: Node, kerf: float) -> Iterator[float]:
    kids = node.kids or ()
    if node.axis == RIP:
        full = [kid.size[RIP] for kid in kids if not kid.is_left]
        if full and sum(full) + (len(full) - 1) * kerf >= node.size[RIP] - _TRIFLE:
            full.remove(min(full))  # the last one needs no cut of its own
        yield from full
    for kid in kids:
        yield from _ripped(kid, kerf)


def cuts_of(tree: Tree) -> int:
    """How many cuts take a sheet apart."""
    return _cuts(tree.root, tree.kerf)


def _cuts(node: Node, kerf: float) -> int:
    full = [kid for kid in node.kids or () if not kid.is_left]
    if not full:
        return 0
    used = sum(kid.size[node.axis] for kid in full) + (len(full) - 1) * kerf
    own = len(full) - (used >= node.size[node.axis] - _TRIFLE)  # the last one of a full piece needs no cut
    return own + sum(_cuts(kid, kerf) for kid in full)


def stages_of(tree: Tree) -> int:
    """How often the saw is turned: how many levels of cuts a sheet takes."""
    return max((node.depth for node in tree.parts.values()), default=0)
