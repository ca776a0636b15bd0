"""The cheapest set of bags that suffices, found exactly: stock first, few sizes."""

from collections.abc import Iterator, Sequence
from dataclasses import replace
from math import ceil, inf

from ulbrek.core.base.frozen import dataclass

_TRIFLE_L = 1e-9
_EXACT_BAGS = 100  # of the last so many bags the best set is found exactly


@dataclass(frozen=True, slots=True)
class Offer:
    """A size of bag: what it yields [l], what one costs, and how many are in hand and cost nothing more."""

    bag: str
    yield_l: float
    cost: float
    in_hand: int = 0


@dataclass(frozen=True, slots=True)
class BagSet:
    """Bags by size, in the order of the offers; what they cost and what they yield [l]."""

    counts: tuple[int, ...]
    cost: float
    yield_l: float

    @property
    def bags(self) -> int:
        """How many there are in all."""
        return sum(self.counts)

    @property
    def sizes(self) -> int:
        """In how many sizes."""
        return sum(1 for count in self.counts if count)

    @property
    def rank(self) -> tuple[float, int, float, int]:
        """What one set is better than another by: cost, few sizes, little left over, few bags."""
        return round(self.cost, 6), self.sizes, round(self.yield_l, 6), self.bags


def suffices(counts: Sequence[int], offers: Sequence[Offer], volumes_l: tuple[float, float], over: int) -> bool:
    """Whether bags give the volume with its spare, and without their smallest ones the bare volume.

    Args:
        counts: bags by size
        offers: the sizes
        volumes_l: of the pour, bare and with its spare
        over: how many bags must be over the bare count
    """
    bare, wanted = volumes_l
    total = sum(count * offer.yield_l for count, offer in zip(counts, offers, strict=True))
    if total < wanted - _TRIFLE_L:
        return False
    left, closed = over, 0.0
    for count, offer in sorted(zip(counts, offers, strict=True), key=lambda one: one[1].yield_l):
        taken = min(count, left)
        closed, left = closed + taken * offer.yield_l, left - taken
    return left == 0 and total - closed >= bare - _TRIFLE_L


def cheapest(offers: Sequence[Offer], volume_l: float, spare: float, over: int) -> BagSet:
    """The set of bags that costs least and suffices; of equal ones that of fewest sizes, then of least left over.

    Sizes are gone through from the cheapest litre on; whatever cannot become better than the best so far is left out.
    What goes beyond the last hundred bags is taken in the size with the cheapest litre.

    Args:
        offers: the sizes, one at least
        volume_l: of the pour
        spare: share over
        over: how many bags must be over the bare count
    """
    return _cheapest(offers, volume_l, volume_l * (1 + spare), over)


def _cheapest(offers: Sequence[Offer], bare: float, wanted: float, over: int) -> BagSet:
    """The same, for a bare volume and one with its spare [l]."""
    order = sorted(range(len(offers)), key=lambda one: (offers[one].cost / offers[one].yield_l, -offers[one].yield_l))
    first = offers[order[0]]
    bulk = max(0, ceil(wanted / first.yield_l) - _EXACT_BAGS)
    if bulk:
        gone = bulk * first.yield_l
        here = [replace(offer, in_hand=max(0, offer.in_hand - bulk)) if offer is first else offer for offer in offers]
        rest = _cheapest(here, max(0.0, bare - gone), wanted - gone, over)
        return _set([count + (bulk if one == order[0] else 0) for one, count in enumerate(rest.counts)], offers)
    best = min(_alone(offers, bare, wanted, over), key=lambda found: found.rank)
    counts = [0] * len(offers)

    def go_on(at: int, yielded: float, cost: float) -> None:
        nonlocal best
        found = _set(counts, offers)
        if suffices(counts, offers, (bare, wanted), over):
            best = min(best, found, key=lambda which: which.rank)
            if yielded >= wanted + over * max(offer.yield_l for offer in offers):
                return
        if at == len(order):
            return
        open_free = sum(max(0, offers[which].in_hand - counts[which]) * offers[which].yield_l for which in order[at:])
        rate = offers[order[at]].cost / offers[order[at]].yield_l  # the cheapest litre of all that are left
        bound = cost + max(0.0, wanted - yielded - open_free) * rate
        if bound > best.cost + 1e-6:
            return
        which = order[at]
        offer = offers[which]
        least = ceil(max(0.0, wanted - yielded) / offer.yield_l - _TRIFLE_L)
        last = at == len(order) - 1
        for number in range(least, least + over + 1) if last else range(least + over, -1, -1):
            counts[which] = number  # of the last size only so many as are wanted: more are never better
            paid = max(0, number - offer.in_hand) * offer.cost
            if cost + paid <= best.cost + 1e-6:
                go_on(at + 1, yielded + number * offer.yield_l, cost + paid)
        counts[which] = 0

    go_on(0, 0.0, 0.0)
    return best


def of_one_size(offers: Sequence[Offer], volume_l: float, spare: float, over: int) -> BagSet:
    """The set of one size that costs least and suffices: where no prices are known, a mixture saves nothing.

    Args:
        offers: the sizes, one at least
        volume_l: of the pour
        spare: share over
        over: how many bags must be over the bare count
    """
    return min(_alone(offers, volume_l, volume_l * (1 + spare), over), key=lambda found: found.rank)


def neighbours(
    found: BagSet, offers: Sequence[Offer], volume_l: float
) -> tuple[tuple[BagSet, float] | None, tuple[BagSet, float] | None]:
    """The set with one bag less and with one more of its smallest size, each with what is over the bare volume [l]."""
    held = [one for one, count in enumerate(found.counts) if count]
    if not held:
        return None, None
    smallest = min(held, key=lambda one: offers[one].yield_l)

    def other(by: int) -> tuple[BagSet, float] | None:
        counts = [count + (by if one == smallest else 0) for one, count in enumerate(found.counts)]
        bags = _set(counts, offers)
        return (bags, bags.yield_l - volume_l) if sum(counts) else None

    return other(-1), other(1)


def _set(counts: Sequence[int], offers: Sequence[Offer]) -> BagSet:
    pairs = list(zip(counts, offers, strict=True))
    cost = sum(max(0, count - offer.in_hand) * offer.cost for count, offer in pairs)
    return BagSet(tuple(counts), cost, sum(count * offer.yield_l for count, offer in pairs))


def _alone(offers: Sequence[Offer], bare: float, wanted: float, over: int) -> Iterator[BagSet]:
    """The sets of one size each."""
    for at, offer in enumerate(offers):
        number = max(ceil(wanted / offer.yield_l - _TRIFLE_L), 0)
        counts = [number if one == at else 0 for one in range(len(offers))]
        while not suffices(counts, offers, (bare, wanted), over):
            counts[at] += 1
        found = _set(counts, offers)
        if found.cost < inf:
            yield found
