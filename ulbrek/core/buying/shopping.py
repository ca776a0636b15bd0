"""The shopping list of one job or of several: what they take, less what is in stock, in packs, by kind, with prices."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from math import ceil
from typing import Literal, NamedTuple, Protocol

from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.values import value_words
from ulbrek.core.buying.cast_in import cast_in
from ulbrek.core.buying.demand import PlannedJob, Take, takes
from ulbrek.core.buying.prices import PriceList
from ulbrek.core.form.ready import FITS_MM
from ulbrek.core.form.result import Knockout
from ulbrek.core.job.choices import choose
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.materials.protections import PROTECTIONS
from ulbrek.core.measure.shape import shape_of
from ulbrek.core.plan.briefs.form import side_by_side
from ulbrek.core.plan.plan import at_once, copies_of
from ulbrek.core.plan.result import PiecePlan, Plan
from ulbrek.core.records.record import EMPTY

Group = Literal["mix", "doses", "boards and lumber", "steel", "foam and supplies", "finish", "protective gear"]
GROUPS: tuple[Group, ...] = (
    "mix",
    "doses",
    "boards and lumber",
    "steel",
    "foam and supplies",
    "finish",
    "protective gear",
)
_MM2_PER_M2 = 1e6
MEASURED = ("g", "kg", "m", "m2", "l", "water")  # what is not bought by whole ones of its unit, unless in packs
# Source: common practice; what is worn at mixing, sawing and cutting foam.
GEAR = (
    ("gloves", "Waterproof gloves, a pair each"),
    ("glasses", "Sealed safety glasses"),
    ("mask", "Respirator and filters"),
    ("ears", "Ear protection for the saw"),
)


@dataclass(frozen=True, slots=True)
class Line:
    """A line of a shopping list.

    Attributes:
        key: its kind and material
        size_mm: of one, the length last; none where its name tells it
        unit: the kind that its quantities are written by
        wanted: what the jobs take
        here: what is in stock of it
        to_buy: whole ones
        pack: how much of that one pack is that is sold; 0 where it is sold by its unit
        price: of one; None where nobody has said
        cost: of those to buy
        jobs: that take it
        bought: whether it is ticked off in all of them
    """

    key: str
    group: Group
    name: str
    size_mm: tuple[float, ...]
    unit: str
    wanted: float
    here: float
    to_buy: float
    pack: float
    price: float | None
    cost: float | None
    jobs: tuple[str, ...]
    bought: bool


@dataclass(frozen=True, slots=True)
class ShoppingList:
    """What is to be bought, group by group; ``cost`` is of what has a price, ``unpriced`` how many lines have none."""

    lines: tuple[Line, ...]
    cost: float
    unpriced: int
    currency: str


class _Priced(Protocol):
    @property
    def id(self) -> str: ...
    @property
    def price(self) -> float | None: ...


class _Taken(NamedTuple):
    job: Job
    group: Group
    take: Take


def shopping(planned: Sequence[PlannedJob], shop: Shop, stock: Mapping[str, float], prices: PriceList) -> ShoppingList:
    """The shopping list of some jobs.

    Args:
        planned: the jobs with their plans, one at least
        shop: the shop that their choices are found in
        stock: what is free in stock, by kind and material
        prices: what a store asks, for what the shop has no price of its own
    """
    wanted: dict[str, list[_Taken]] = {}
    jobs = [one.job for one in planned]
    for job, its_plan in planned:
        for group, take in _of(job, shop, its_plan):
            wanted.setdefault(f"{take.kind}/{take.material}", []).append(_Taken(job, group, take))
    own, here = _own_prices(shop), dict(stock)
    for job in jobs:  # what was typed as being here may be what stock says, or more
        for one in job.mix.in_hand:
            key = f"bag/{job.mix.mix}/{one.bag}"
            here[key] = max(here.get(key, 0.0), float(one.count))
    lines = [
        _line(key, found, here.get(key, 0.0), _own_price(found[0].take, own, shop), prices)
        for key, found in wanted.items()
    ]
    lines += [
        Line(f"gear/{key}", "protective gear", name, (), "", 0, 0, 0, 0, None, None, (), _ticked(jobs, f"gear/{key}"))
        for key, name in GEAR
    ]
    lines.sort(key=lambda line: GROUPS.index(line.group))
    priced = [line.cost for line in lines if line.cost is not None]
    return ShoppingList(
        tuple(lines),
        round(sum(priced), 2),
        sum(1 for line in lines if line.cost is None and line.to_buy > 0),
        shop.currency,
    )


def _line(key: str, found: Sequence[_Taken], here: float, own: float | None, prices: PriceList) -> Line:
    _, group, take = found[0]
    wanted = sum(one.quantity for _, _, one in found)
    short = max(0.0, wanted - here)
    to_buy = short if take.unit in MEASURED else float(ceil(short - 1e-9))
    bought = float(ceil(short / take.pack - 1e-9)) if take.pack else to_buy
    price = own if own is not None else prices.price_of(take.kind, take.material)
    jobs = tuple(dict.fromkeys(job.name for job, _, _ in found))
    return Line(
        key, group, take.name, take.size_mm, take.unit, round(wanted, 3), here, round(to_buy, 3), take.pack, price,
        round(price * bought, 2) if price is not None and (take.pack or take.unit not in MEASURED) else None, jobs,
        _ticked([job for job, _, _ in found], key),
    )  # fmt: skip


def _ticked(jobs: Iterable[Job], key: str) -> bool:
    return all(key in job.mix.bought for job in jobs)


def _of(job: Job, shop: Shop, planned: Plan) -> Iterator[tuple[Group, Take]]:
    """What one job takes, with its group; foam and release beside what stock keeps of it."""
    doses = {one.admixture for one in planned.mix.doses}
    for take in takes(job, shop, planned):
        yield _group(take, doses), take
    chosen = choose(job, shop)
    built = {piece.id: copies_of(job, piece) for piece in job.pieces}
    foam = sum(_foam_mm2(one) * built[one.id] for one in planned.pieces) / _MM2_PER_M2
    if foam:
        sheet = chosen.foam.length_mm * chosen.foam.width_mm / _MM2_PER_M2
        yield (
            "foam and supplies",
            Take("supply", chosen.foam.id, chosen.foam.name, round(foam, 2), "m2", of_form=True, pack=round(sheet, 3)),
        )
    ties = sum(one.count * one.steel.ties.value for one in planned.pieces if one.steel.ties)
    if ties:
        yield "steel", Take("supply", "ties", "Tie wire or cable ties", ties, "pieces")
    for wood in planned.joined.wood:
        section = (wood.width_mm, wood.thickness_mm) if wood.material is None else ()
        size = (*section, wood.length_mm)
        yield (
            "boards and lumber",
            Take(
                "hardware",
                f"{wood.material or 'wood'}/{'×'.join(f'{one:g}' for one in size)}",
                wood.name if wood.material else "Wood",
                wood.count.value,
                "lengths",
                size_mm=size,
            ),
        )
    for name, count, ready in _ready(job, shop, planned):
        yield "foam and supplies", Take("supply", ready, name, float(count), "pieces", of_form=True)
    for part in planned.joined.parts:
        if not part.sawn:
            yield "foam and supplies", Take("hardware", f"part/{part.name}", part.name, float(part.count), "pieces")
    beside = {piece.id: side_by_side(job.form, shape_of(piece)) for piece in job.pieces}
    release = sum(  # wiped on before each pour
        p.form.consumed.release.value * ceil(p.count / beside[p.id]) for p in planned.pieces if p.form.consumed.release
    )
    agent = shop.supplies.release("wax" if shop.form_habits_of(job.form).release == "wax" else "oil")
    if release and agent:
        yield (
            "foam and supplies",
            Take("supply", agent.id, agent.name, round(release, 2), "water", of_form=True, pack=agent.pack_l),
        )
    yield from (("foam and supplies", take) for take in _protecting(job, planned))
    yield from (("foam and supplies", take) for take in cast_in(job))
    yield from (("mix", take) for take in _ground(planned))
    yield from (("foam and supplies", take) for take in _over_cabinets(planned))
    yield from (("finish", take) for take in _finish(shop, planned))


def _protecting(job: Job, planned: Plan) -> Iterator[Take]:
    """What castings are protected from the weather with: as much as covers those that cure at once, and its laps."""
    if not job.cure.is_in_weather:
        return
    covered = sum(
        (piece.measure.net_area.value + sum(one.length.value for one in piece.measure.edge_lengths) * _OVER_EDGES_MM)
        * at_once(job, one, EMPTY) for one, piece in zip(job.pieces, planned.pieces, strict=True)
    ) / _MM2_PER_M2  # fmt: skip
    for id_ in job.cure.protections:
        words, by = value_words(id_, "protections"), PROTECTIONS[id_].bought_by
        quantity = round(covered * _LAYERS.get(id_, 1.0), 1) if by == "m2" else 1.0
        yield Take("hardware", f"protection/{id_}", words[0].upper() + words[1:], quantity, by)


_OVER_EDGES_MM = 150.0  # a cover laps over its edges; common practice
_LAYERS = {"quilts": 2.0, "tent": 4.0}  # a tent is walls and a roof, a hand's breadth off


def _ready(job: Job, shop: Shop, planned: Plan) -> Iterator[tuple[str, int, str]]:
    """Tins and tubes that knockouts are made of, so many cut from one as its length gives: name, count and id.

    What stays in the concrete is wanted for each casting, else one for each form that is built.
    """
    beside = {piece.id: side_by_side(job.form, shape_of(piece)) for piece in job.pieces}
    built = {piece.id: copies_of(job, piece) for piece in job.pieces}
    for former in shop.formers:
        lengths = [
            knockout.height_mm
            for one in planned.pieces
            for knockout in one.form.knockouts
            if knockout.ready == former.id
        ]
        wanted = sum(
            ceil(many / beside[one.id] * one.count) if former.stays else many * built[one.id]
            for one in planned.pieces
            for many in [sum(1 for knockout in one.form.knockouts if knockout.ready == former.id)]
        )
        if lengths:
            each = max(1, int((former.depth_mm + FITS_MM) // max(lengths)))
            yield former.name, ceil(wanted / each), former.id


def _ground(planned: Plan) -> Iterator[Take]:
    """What lies under and beside a slab on the ground: stone, isolation strip, cement of the bonding coat."""
    lying = [piece.ground for piece in planned.pieces if piece.ground is not None]
    stone = sum(part.loose.value for one in lying for part in (one.sub_base, one.inside) if part)
    if stone:
        yield Take("supply", "sub-base", "Crushed stone, sub-base", round(stone, 1), "l")
    strip = sum(one.isolation.value for one in lying if one.isolation)
    if strip:
        yield Take("supply", "isolation-strip", "Isolation strip", round(strip, 1), "m")
    washed = sum(one.channels.bags.value for one in lying if one.channels)
    if washed:
        yield Take("supply", "washed-stone", "Washed stone, 25 kg", washed, "bags")
    powder = sum(one.powder.value for one in lying if one.powder)
    if powder:
        yield Take("supply", "release-powder", "Release powder for stamping", round(powder, 1), "kg")
    cement = sum(one.bonding.value for one in lying if one.bonding)
    if cement:
        yield Take("supply", "bonding-cement", "Cement, bonding coat", round(cement, 1), "kg")


def _over_cabinets(planned: Plan) -> Iterator[Take]:
    """What boards over cabinets take beside themselves: screws, tape, clips, and a cover for the floor."""
    runs = planned.cabinets.runs
    tops = [top for run in runs for top in run.tops if top.piece is not None]
    screws = sum(top.screws.value for top in tops if top.screws)
    if screws:
        yield Take("hardware", "board-screws", "Screws for cement board, 32 mm (1 1/4 in)", screws, "pieces")
    tape = sum(top.tape.value for top in tops if top.tape)
    if tape:
        yield Take("supply", "seam-tape", "Tape over board seams", round(tape, 1), "m")
    clips = sum(top.clips.value for top in tops if top.clips)
    if clips:
        yield Take("hardware", "mesh-clips", "Clips for mesh", clips, "pieces")
    brackets = sum(run.brackets.value for run in runs if run.brackets)
    if brackets:
        yield Take("hardware", "overhang-brackets", "Brackets for overhangs", brackets, "pieces")
    cover = sum(run.cover.value for run in runs if any(top.piece for top in run.tops))
    if cover:
        yield Take("supply", "floor-cover", "Floor cover, plastic", round(cover, 1), "m2")


def _finish(shop: Shop, planned: Plan) -> Iterator[Take]:
    """What the finish takes: sealer, filler for the voids, and pads."""
    finish = planned.finish
    sealer = next((one for one in shop.sealers if one.id == finish.sealer), None)
    if sealer and finish.sealer_l:
        yield Take("supply", sealer.id, sealer.name, round(finish.sealer_l.value, 2), "water", pack=sealer.pack_l)
    filler = next(iter(shop.slurries), None)
    if filler and finish.filler:
        yield Take("supply", filler.id, filler.name, round(finish.filler.value, 2), "kg", pack=filler.pack_kg)
    in_packs = {one.admixture for one in planned.mix.doses if one.packs}  # what is bought in packs has enough left
    for pigment in finish.pigments:
        if pigment.admixture not in in_packs:
            yield Take("supply", pigment.admixture, pigment.name, round(pigment.grams.value, 1), "g")
    for pads in finish.pads:  # one of each that the shop has is at hand
        quantity = pads.count - (pads.have is not None)
        if quantity:
            yield Take("supply", pads.have or f"grit-{pads.grit}", pads.name, quantity, "pads")


def _foam_mm2(piece: PiecePlan) -> float:
    return sum(
        one.layers.value * _foot(one) for one in piece.form.knockouts if one.layers and one.build.startswith("foam")
    )


def _foot(one: Knockout) -> float:
    """The rectangle of foam that a knockout is cut from [mm²]."""
    if one.set_out is not None:
        return one.set_out.length_mm * one.set_out.width_mm
    xs, ys = one.paths[0][0::3], one.paths[0][1::3]
    return (max(xs) - min(xs)) * (max(ys) - min(ys))


def _group(take: Take, doses: set[str]) -> Group:
    if take.material in doses:
        return "doses"
    by_kind: dict[str, Group] = {"bag": "mix", "sheet": "boards and lumber", "bar": "steel", "mesh": "steel"}
    if take.kind == "hardware" and take.unit == "lengths":
        return "boards and lumber"
    return by_kind.get(take.kind, "foam and supplies")


def _own_price(take: Take, own: Mapping[str, float], shop: Shop) -> float | None:
    """What the shop says that one costs: on the average as the plan buys it, by its length, or as it is sold."""
    if take.price is not None:
        return take.price
    if take.size_mm:
        by_length = {one.id: one.price_m for one in shop.lumber} | {one.id: one.price_m for one in shop.linear}
        metre = by_length.get(take.material.partition("/")[0])
        return None if metre is None else metre * take.size_mm[-1] / 1000
    return own.get(f"{take.kind}/{take.material}")


def _own_prices(shop: Shop) -> dict[str, float]:
    """The prices that the shop has written down, by kind and material."""
    used_up: tuple[_Priced, ...] = (
        *shop.foams, *shop.sealants, *shop.tapes, *shop.releases, *shop.sealers, *shop.slurries,
    )  # fmt: skip
    priced = [
        *((f"bag/{mix.id}/{size.id}", size.price) for mix in shop.mixes for size in mix.sizes),
        *((f"bag/{one.id}", one.price) for one in shop.ingredients),
        *((f"supply/{one.id}", one.price) for one in shop.admixtures),
        *((f"sheet/{one.id}", one.price) for one in (*shop.sheets, *shop.liners)),
        *((f"bar/{one.id}", one.price) for one in shop.bars),
        *((f"mesh/{one.id}", one.price) for one in shop.meshes),
        *((f"hardware/{one.id}", one.price) for one in shop.screws),
        *((f"supply/{one.id}", one.price) for one in (*used_up, *shop.formers, *shop.pads)),
    ]
    return {key: price for key, price in priced if price is not None}
