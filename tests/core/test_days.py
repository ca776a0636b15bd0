"""The shop's days: where pours clash and where there is room, held against plans made anew and against counting."""

from collections.abc import Iterable
from datetime import UTC, datetime, timedelta
from itertools import pairwise
from random import Random

import pytest

from tests.jobs import top
from ulbrek.core.after.outlook import ahead_of, bound_by
from ulbrek.core.after.schedule import FilledMould, ScheduledAct
from ulbrek.core.base.sentence import fill
from ulbrek.core.cure.calendar import is_quiet
from ulbrek.core.days.booked import Booked, Capacity, Spell, booked, levels, waiting
from ulbrek.core.days.clashes import ShopClash
from ulbrek.core.days.days import APART, days, free_places, spread
from ulbrek.core.job.shop import Person, Shop
from ulbrek.core.materials.tools import Carrier
from ulbrek.core.plan.plan import plan

SHOP = Shop()
HOURS = SHOP.hours
MONDAY = datetime(2026, 5, 4, 13, tzinfo=UTC)  # 9:00 in Toronto, 13:00 UTC in the shop that nobody has set up
FOUR = tuple(Person(id=f"p{number}", name=f"Person {number}") for number in range(4))
MOULD = FilledMould("m", "Weight mould")


def pour(name: str, at: datetime, *, mould: bool = False, poured: bool = False, **changed: object) -> Booked:
    """A pour of a top that can be lifted, at an hour."""
    changed.setdefault("piece", {"outline": {"length": "600 mm", "width": "400 mm"}})
    job = top(cure={"poured_at": at.isoformat()}, **changed)
    scheduled = ScheduledAct(name, name, ahead_of(job, plan(job, SHOP)), None, poured, (MOULD,) if mould else ())
    return next(booked([scheduled], at))


def shop(people: Iterable[Person] = FOUR, bench_m2: float | None = None) -> Capacity:
    return Capacity(tuple(people), HOURS, bench_m2)


def clashes(capacity: Capacity, *pours: Booked, now: datetime = MONDAY) -> list[ShopClash]:
    return list(days(pours, capacity, now, now, now + timedelta(days=7)).clashes)


def codes(capacity: Capacity, *pours: Booked) -> list[str]:
    return [one.finding.code for one in clashes(capacity, *pours)]


TWO_HANDS = {"mix": {"people": 2}, "handling": {"people": 2}}
CASES = {
    "hands-short": (
        shop(FOUR[:2]), (pour("a", MONDAY, **TWO_HANDS), pour("b", MONDAY, **TWO_HANDS)),
        shop(FOUR[:2]), (pour("a", MONDAY, **TWO_HANDS), pour("b", MONDAY + timedelta(days=1), **TWO_HANDS)),
    ),
    "hands-short alone": (
        shop(FOUR[:1]), (pour("a", MONDAY, **TWO_HANDS),), shop(FOUR[:2]), (pour("a", MONDAY, **TWO_HANDS),),
    ),
    "benches-full": (
        shop(bench_m2=0.7), (pour("a", MONDAY), pour("b", MONDAY + timedelta(hours=2))),
        shop(bench_m2=0.75), (pour("a", MONDAY), pour("b", MONDAY + timedelta(hours=2))),
    ),
    "benches-full alone": (
        shop(bench_m2=0.3), (pour("a", MONDAY),), shop(bench_m2=0.4), (pour("a", MONDAY),),
    ),
    "mould-still-full": (
        shop(), (pour("a", MONDAY, mould=True, poured=True), pour("b", MONDAY + timedelta(hours=8), mould=True)),
        shop(), (pour("a", MONDAY, mould=True, poured=True), pour("b", MONDAY + timedelta(days=2), mould=True)),
    ),
    "closed-when-due": (
        shop(), (pour("a", MONDAY + timedelta(hours=7), piece={"cast": "face up"}),),
        shop(), (pour("a", MONDAY, piece={"cast": "face up"}),),
    ),
    "team-short": (
        shop(FOUR[:1]), (pour("a", MONDAY, piece={}, mix={"people": 1}),), shop(), (pour("a", MONDAY, piece={}),),
    ),
}  # fmt: skip


@pytest.mark.parametrize("case", CASES)
def test_a_clash_is_told_and_its_near_miss_is_not(case: str) -> None:
    tight, clashing, roomy, apart = CASES[case]
    code = case.split(" ", maxsplit=1)[0]
    assert code in codes(tight, *clashing)
    assert code not in codes(roomy, *apart)


@pytest.mark.parametrize(
    "case", [case for case in CASES if case not in ("hands-short alone", "benches-full alone", "team-short")]
)
def test_the_hour_that_a_clash_offers_clears_it_and_raises_no_other(case: str) -> None:
    tight, clashing, *_ = CASES[case]
    code = case.split(" ", maxsplit=1)[0]
    told = next(one for one in clashes(tight, *clashing) if one.finding.code == code)
    change = told.finding.change
    assert change is not None
    ((field, at),) = change.fields.items()
    assert field == f"/{told.moves}/at"
    moved = [
        one.moved(datetime.fromisoformat(at), HOURS) if one.id == told.moves else one for one in clashing
    ]  # fmt: skip
    assert [one for one in clashes(tight, *moved) if one.finding.severity != "hint"] == []


def test_nobody_alone_can_do_what_takes_two_and_no_other_hour_is_offered() -> None:
    (told,) = [
        one for one in clashes(shop(FOUR[:1]), pour("a", MONDAY, **TWO_HANDS)) if one.finding.code == "hands-short"
    ]
    assert told.finding.change is None
    text = fill(told.finding.title, told.finding.values, "mm")
    assert text == "a needs 2 people on Mon 4 May 13:00, 1 is there"


def test_each_pour_that_finds_no_room_is_named_with_what_lies_there_then() -> None:
    pours = [pour(name, MONDAY + timedelta(hours=hour)) for name, hour in (("a", 0), ("b", 1), ("c", 2))]
    told = [one for one in clashes(shop(bench_m2=0.5), *pours) if one.finding.code == "benches-full"]
    assert [(one.moves, one.of[0]) for one in told] == [("b", "b"), ("c", "c")]
    assert [one.end for one in told] == [pours[1].freed_at] * 2
    assert told[0].end > pours[0].freed_at, "from then on the two after it are still too many"
    amounts = [one.finding.values["taken"] for one in told]
    assert [round(one.value, 3) for one in amounts if not isinstance(one, str)] == [0.749, 1.123]


def test_what_no_team_lifts_by_hand_is_not_done_by_one() -> None:
    heavy = pour("a", MONDAY, piece={"outline": {"length": "1500 mm", "width": "500 mm"}, "thickness": "50 mm"})
    assert all(act.people > 2 for act in heavy.acts if act.id in ("turn", "carry"))


def test_where_nobody_is_listed_as_many_are_there_as_the_plans_count_on() -> None:
    pours = (pour("a", MONDAY, **TWO_HANDS), pour("b", MONDAY, **TWO_HANDS))
    assert codes(Capacity((), HOURS, None, 2), *pours) == ["hands-short"]
    assert codes(Capacity((), HOURS, None, 2), pours[0]) == []


def test_people_are_there_by_their_own_hours() -> None:
    evening = Person(id="e", name="Evening", there_from="17:00", there_until="21:00")
    capacity = shop((evening, FOUR[0]))
    assert [capacity.there(MONDAY + timedelta(hours=hours)) for hours in (0, 4, 8)] == [1, 2, 0]


def test_the_finish_follows_in_turn_from_mornings_and_moves_with_its_pour() -> None:
    dice = Random(5)  # noqa: S311
    ways = (
        {"look": "cream-honed", "voids": "filled with slurry", "sealer": "film"}, {"sealer": "oil", "coats": 4},
        {"look": "salt and pepper", "voids": "filled with slurry", "sheen": "gloss", "sealer": "silane"},
    )  # fmt: skip
    one = pour("a", MONDAY, finish=ways[0])
    for number in range(24):
        way = ways[number % len(ways)]
        at = MONDAY + timedelta(minutes=dice.randrange(0, 24 * 60))
        anew = pour("a", at, finish=way)
        chained = {act.id: act for act in anew.acts}
        for act in anew.acts:
            for before in (chained[name] for name in act.after if name in chained):
                assert act.at >= before.at + timedelta(hours=act.after_h), (act.id, before.id, at)
            assert not (act.waits and is_quiet(act.at, HOURS)), act.id
        if way is ways[0]:
            told = one.moved(at, HOURS)
            assert [(act.id, act.at, act.moved) for act in told.acts] == [
                (act.id, act.at, act.moved) for act in anew.acts
            ]
    rounds = [next(act.at for act in one.acts if act.id == f"slurry-{number}") for number in (1, 2)]
    assert rounds[1] - rounds[0] >= timedelta(hours=16)


def test_what_is_poured_stays_and_the_other_one_is_moved() -> None:
    first = pour("a", MONDAY, poured=True, **TWO_HANDS)
    second = pour("b", MONDAY, **TWO_HANDS)
    told = clashes(shop(FOUR[:2]), first, second)
    assert [one.moves for one in told if one.finding.code == "hands-short"] == ["b"]


@pytest.mark.parametrize("seed", range(8))
def test_a_pour_that_is_moved_is_due_when_a_plan_made_anew_says(seed: int) -> None:
    """In a heated room: its hours are those of a plan for the new hour, nights and all."""
    dice = Random(seed)  # noqa: S311
    cast = {"cast": dice.choice(("face up", "face down"))}
    one = pour("a", MONDAY, piece=cast)
    for _ in range(6):
        at = MONDAY + timedelta(minutes=30 * dice.randrange(0, 600))
        told, anew = one.moved(at, HOURS), pour("a", at, piece=cast)
        assert [(act.id, act.at, act.moved) for act in told.acts] == [(act.id, act.at, act.moved) for act in anew.acts]
        assert (told.stripped_at, told.freed_at, told.placed_at) == (anew.stripped_at, anew.freed_at, anew.placed_at)


@pytest.mark.parametrize("seed", range(20))
def test_levels_are_what_counting_says_at_any_moment(seed: int) -> None:
    dice = Random(seed)  # noqa: S311
    spells = [
        Spell(
            MONDAY + timedelta(minutes=begin),
            MONDAY + timedelta(minutes=begin + dice.randrange(0, 200)),
            amount,
            str(n),
        )
        for n, (begin, amount) in enumerate((dice.randrange(0, 600), dice.choice((0.5, 1, 2))) for _ in range(12))
    ]
    steps = levels(spells)
    assert steps[-1].amount == 0
    for minute in range(0, 900, 7):
        at = MONDAY + timedelta(minutes=minute)
        counted = sum(one.amount for one in spells if one.begin <= at < one.end)
        last = [one for one in steps if one.at <= at]
        assert (last[-1].amount if last else 0) == pytest.approx(counted)


def in_the_way(one: Booked, others: Iterable[Booked], capacity: Capacity) -> bool:
    """Whether a pour clashes, by looking at every minute in which it binds somebody, and at every half hour it lies."""
    for spell in one.hands:
        for minute in range(int((spell.end - spell.begin) / timedelta(minutes=1))):
            at = spell.begin + timedelta(minutes=minute)
            bound = sum(each.amount for pour in (one, *others) for each in pour.hands if each.begin <= at < each.end)
            if bound > capacity.there(at):
                return True
    for step in range(int((one.freed_at - one.at) / timedelta(minutes=30)) + 1):
        at = one.at + step * timedelta(minutes=30)
        room = sum(pour.bound.room_m2 for pour in (one, *others) if pour.at <= at < pour.freed_at)
        if capacity.bench_m2 is not None and at < one.freed_at and room > capacity.bench_m2:
            return True
        if (
            any(one.moulds and pour.moulds and pour.at <= at < pour.stripped_at for pour in others)
            and at < one.stripped_at
        ):
            return True
    return is_quiet(one.at, HOURS) or any(is_quiet(act.at, HOURS) for act in one.urgent)


@pytest.mark.parametrize("seed", range(16))
def test_the_free_hour_is_the_nearest_that_is_in_nobody_s_way(seed: int) -> None:
    """Over random shops, against looking at every minute."""
    dice = Random(seed)  # noqa: S311
    sizes = [{"outline": {"length": f"{dice.randrange(300, 800)} mm", "width": "400 mm"}} for _ in range(5)]
    pours = [
        pour(str(number), MONDAY + timedelta(minutes=30 * dice.randrange(0, 60)), piece=size, mould=dice.random() < 0.4)
        for number, size in enumerate(sizes)
    ]
    capacity = shop(FOUR[: dice.randrange(2, 5)], dice.choice((None, 0.8, 1.5)))
    wanted, *others = pours
    found = next(iter(free_places(wanted, pours, capacity, MONDAY)), None)
    assert found is not None
    assert not in_the_way(wanted.moved(found, HOURS), others, capacity)
    for step in range(int(abs(found - wanted.at) / timedelta(minutes=30))):
        for nearer in (wanted.at + step * timedelta(minutes=30), wanted.at - step * timedelta(minutes=30)):
            assert nearer < MONDAY or in_the_way(wanted.moved(nearer, HOURS), others, capacity)


def test_hours_to_choose_from_lie_apart() -> None:
    pours = [pour("a", MONDAY)]
    found = spread(free_places(pours[0], pours, shop(), MONDAY), 5)
    assert len(found) == 5
    assert found[0] == MONDAY
    assert all(after - before >= APART for before, after in pairwise(found))


def test_a_pour_of_long_ago_that_nobody_began_waits_for_an_hour() -> None:
    job = top(cure={"poured_at": MONDAY.isoformat()})
    scheduled = [ScheduledAct("a", "a", ahead_of(job, plan(job, SHOP)))]
    later = MONDAY + timedelta(days=3)
    assert list(booked(scheduled, later)) == []
    assert [(one.id, one.was) for one in waiting(scheduled, later)] == [("a", MONDAY)]


def test_forms_take_their_bases_until_the_last_casting_is_carried_off() -> None:
    job = top(piece={"outline": {"length": "600 mm", "width": "400 mm"}, "count": 4}, form={"forms": 2})
    planned = plan(job, SHOP)
    bound = bound_by(job, planned)
    base = next(one for one in planned.pieces[0].form.boards if one.kind == "base")
    assert bound.room_m2 == pytest.approx(2 * base.length.value * base.height.value / 1e6)
    strip, carry = (max(act.due_h for act in planned.cure.acts if act.id == one) for one in ("strip", "carry"))
    assert bound.stripped_h == pytest.approx(planned.cure.turns[-1].due_h + strip)
    assert bound.freed_h == pytest.approx(planned.cure.turns[-1].due_h + carry)
    ground = top(form={"sides": "staked to the ground"}, piece={"cast": "face up"})
    assert bound_by(ground, plan(ground, SHOP)).room_m2 == 0


def test_room_on_benches_is_that_of_those_whose_size_is_known() -> None:
    bench = Carrier(id="a", name="A", kind="bench", carries_kg=300, area_m2=1.5)
    assert Shop().bench_m2 is None
    assert Shop(carriers=(bench, bench.model_copy(update={"id": "b"}))).bench_m2 == 3.0
    assert Shop(carriers=(bench.model_copy(update={"kind": "dolly"}),)).bench_m2 is None
