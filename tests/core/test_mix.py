"""Doses, mixes from scratch, the clock, the water, what is left over, and what is to be bought."""

from datetime import UTC, datetime
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.mix_cases import COLOURED, rapid, scratch
from tests.jobs import demo_job, hole, opening, top, with_fields
from ulbrek.core.buying.demand import PlannedJob, takes
from ulbrek.core.buying.shopping import shopping
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.materials.mixes import MixedBag
from ulbrek.core.plan.plan import plan
from ulbrek.core.plan.result import Plan
from ulbrek.core.records.record import AT_ONCE, Record
from ulbrek.core.solve.goal import TargetMass, solve
from ulbrek.standins.prices import SimulatedPrices

SHOP = Shop()


def planned(job: Job, shop: Shop = SHOP) -> Plan:
    return plan(job, shop)


def dose(**typed: Any) -> Any:
    (one,) = planned(top(mix={"doses": [typed]})).mix.doses
    return one


def test_percent_and_amount_are_told_together_whichever_was_typed() -> None:
    by_percent, by_grams = dose(admixture="pigment", percent=3), dose(admixture="pigment", grams=130.6368)
    for told in (by_percent, by_grams):  # a bag of 27.216 kg, 16 % of it cement
        assert told.a_bag.value == pytest.approx(130.637, abs=1e-3)
        assert told.percent.value == pytest.approx(3.0, abs=1e-4)
        assert told.a_batch.value == pytest.approx(told.a_bag.value * planned(top()).mix.bags_per_batch)
        assert told.in_all.value == pytest.approx(told.a_bag.value * planned(top()).mix.bags_mixed.value)
    assert dose(admixture="pigment").percent.value == pytest.approx(3.0), "the usual dose where none is typed"


def test_fibre_goes_by_the_cubic_metre_and_a_spoon_by_its_weight() -> None:
    fibre = dose(admixture="fibre-fine")
    assert fibre.a_bag.value == pytest.approx(700 * planned(top()).mix.bag_yield.value / 1000)
    assert fibre.percent is None
    powder = dose(admixture="plasticiser-powder", percent=0.25)
    assert powder.spoons.value == pytest.approx(powder.a_bag.value / 3.0)


def test_a_plasticiser_saves_water_in_step_with_its_dose() -> None:
    def water(percent: float) -> tuple[float, float]:
        mix = planned(top(mix={"doses": [{"admixture": "plasticiser-powder", "percent": percent}]})).mix
        return mix.water_most_l, mix.bag_yield.value

    plain = planned(top()).mix
    for percent, saved in ((0.25, 0.08), (0.125, 0.04), (0.6, 0.16)):  # never more than twice the usual
        most, gives = water(percent)
        assert most == pytest.approx(3.22 * (1 - saved))
        assert plain.bag_yield.value - gives == pytest.approx(saved * (2.13 + 3.22) / 2)


def test_what_keeps_the_water_by_weight_keeps_the_range() -> None:
    coloured = planned(top(mix={"doses": [{"admixture": "pigment"}]})).mix
    assert coloured.water_shift is None
    assert coloured.water_most_l == planned(top()).mix.water_most_l


def test_pieces_of_a_set_share_every_batch_without_being_told() -> None:
    def asked(piece: dict[str, str]) -> list[str]:
        here = [{"bag": "60lb", "count": 1, "lot": lot} for lot in ("C-020", "C-077")]
        return [one.finding.code for one in planned(top(piece=piece, mix={"in_hand": here})).findings]

    assert "mixed-lots" in asked({"matches": "Shelves"})
    assert "mixed-lots" not in asked({})


def test_the_water_of_a_liquid_counts() -> None:
    dry, wet = planned(top()).mix.wetness, planned(top(mix={"doses": [{"admixture": "plasticiser-liquid"}]})).mix
    assert wet.wetness.ratio is not None
    assert dry.ratio is not None
    brought = wet.doses[0].water
    assert brought is not None
    saved = 0.08 * (2.13 + 3.22) / 2
    assert wet.wetness.ratio.value - dry.ratio.value == pytest.approx((brought.value - saved) / (27.216 * 0.16))


def test_packs_are_whole() -> None:
    told = dose(admixture="pigment", percent=6)
    assert told.packs.value == -(-told.in_all.value // 1000)


def test_a_mix_from_scratch_is_a_mix_like_any_other() -> None:
    made = planned(scratch())
    assert made.mix.scratch is not None
    assert made.mix.bag_name == "5 kg of cement"
    weighed = made.mix.scratch
    dry = 5 + weighed.sand_damp.value + (weighed.stone_damp.value if weighed.stone_damp else 0)
    assert weighed.water_added.value == pytest.approx(0.45 * 5)
    fresh = (dry + 2.25) / made.mix.bag_yield.value * 1000
    assert fresh == pytest.approx(made.mix.density.value, rel=1e-9)
    assert made.mix.wetness.ratio is not None
    assert made.mix.wetness.ratio.value == pytest.approx(0.45)
    assert made.mix.bags.value == -(-made.mix.volume_with_spare.value // made.mix.bag_yield.value), "no bag over"


def test_damp_sand_is_weighed_out_wet_and_its_water_left_out_of_the_bucket() -> None:
    dry, damp = planned(scratch()).mix.scratch, planned(scratch(sand_moisture=5)).mix.scratch
    assert dry is not None
    assert damp is not None
    sand = dry.sand_damp.value
    assert damp.sand_damp.value == pytest.approx(1.05 * sand)
    assert dry.water_added.value - damp.water_added.value == pytest.approx(0.05 * sand)
    wet, plain = planned(scratch(sand_moisture=5)).mix, planned(scratch()).mix
    assert plain.water_most_l - wet.water_most_l == pytest.approx(0.05 * sand)
    assert wet.water_start.value == pytest.approx(0.75 * damp.water_added.value)
    assert wet.wetness.ratio is not None
    assert wet.wetness.ratio.value == pytest.approx(0.45), "the cement gets the same water"


def test_a_mortar_has_no_stone() -> None:
    made = planned(scratch(stone=None, sand_part=1, by="parts by mass", water_cement=0.33, air_percent=4)).mix.scratch
    assert made is not None
    assert made.stone is None
    assert made.sand.value == pytest.approx(made.cement.value)


def test_stronger_by_less_water_and_the_hours_follow() -> None:
    weak, strong = (planned(scratch(water_cement=ratio)) for ratio in (0.6, 0.4))
    strip = lambda one: next(act.due_h for act in one.cure.acts if act.id == "strip")  # noqa: E731
    assert strip(strong) < strip(weak)


def test_a_mix_from_scratch_takes_packs_of_what_is_in_it() -> None:
    job = scratch(cement="cement-25")
    made = planned(job)
    taken = {one.material: one.quantity for one in takes(job, SHOP, made) if one.kind == "bag"}
    measures = made.mix.bags.value
    assert taken["cement-25"] == -(-5 * measures // 25)
    assert made.mix.scratch is not None
    assert taken["sand"] == -(-made.mix.scratch.sand_damp.value * measures // 25)


@pytest.mark.parametrize(("people", "whole"), [(1, 2 * (5 + 4)), (2, 5 + 5 + 4), (4, 5 + 5 + 4)])
def test_of_two_people_one_mixes_while_the_other_places(people: int, whole: float) -> None:
    clock = planned(top(mix={"people": people, "least_bags_over": 0, "bags_per_batch": 1})).mix.clock
    assert clock.whole.value == whole


@given(count=st.integers(1, 40), forms=st.integers(1, 6), beside=st.integers(1, 5))
def test_castings_that_the_forms_do_not_hold_are_poured_in_turns(count: int, forms: int, beside: int) -> None:
    job = top(piece={"count": count}, form={"forms": forms, "side_by_side": beside})
    made = planned(job).mix
    left, filled = count, []  # fill what is there until none is left
    while left > 0:
        places = min(left, forms * beside)
        filled.append(places)
        left -= places
    if len(filled) == 1:
        assert made.turns == ()
    else:
        told = [turn.castings[0].count for turn in made.turns for _ in range(turn.first, turn.last + 1)]
        assert told == filled
        assert (made.turns[0].first, made.turns[-1].last) == (1, len(filled))
        one_l = 9 * 6 * 0.4  # a top of 900 x 600 x 40 mm
        for turn in made.turns:
            assert turn.volume.value == pytest.approx(turn.castings[0].count * one_l)
        for turn in made.turns:
            assert turn.bags.value * made.bag_yield.value >= turn.volume.value
        assert made.bags.value >= sum(turn.bags_in_all.value for turn in made.turns) - 1e-9
        assert (made.batches.value, made.clock.whole.inputs["batches"].value) == (made.turns[0].batches.value,) * 2
    at_once = plan(job, SHOP, AT_ONCE).mix
    assert at_once.turns == ()
    assert at_once.poured_volume.value == pytest.approx(made.poured_volume.value)


def test_castings_that_stand_alone_are_filled_one_by_one_matching_ones_together() -> None:
    alone = planned(top(piece={"count": 6}, form={"forms": 6})).mix.clock
    together = planned(top(piece={"count": 6}, form={"forms": 6}, mix={"one_colour": True})).mix.clock
    assert alone.meeting.value < alone.whole.value
    assert together.meeting.value == together.whole.value


def test_warm_concrete_stiffens_sooner_and_a_trial_rules() -> None:
    at = lambda c: planned(top(cure={"temperature_c": c})).mix.clock.working.value  # noqa: E731
    assert at(28) < at(20) == 75 < at(10)
    assert planned(rapid(workable_min=38)).mix.clock.working.value == 38


def test_more_water_is_weaker_and_shrinks_more_all_along_the_curve() -> None:
    curve = planned(top()).mix.wetness.curve
    assert [at.strength_percent for at in curve] == sorted((at.strength_percent for at in curve), reverse=True)
    assert [at.shrinkage_percent for at in curve] == sorted(at.shrinkage_percent for at in curve)
    usual = next(at for at in curve if at.shrinkage_percent == pytest.approx(100))
    assert all(at.strength_percent == 100 for at in curve if at.water_l <= usual.water_l), "never more than the bag's"
    more = next(at for at in curve if at.water_l == pytest.approx(1.05 * usual.water_l))
    assert 90 < more.strength_percent < 96, "5 % more water costs 5 to 8 % of the strength"


@pytest.mark.parametrize(("work", "spare"), [("form", 0.10), ("packed", 0.15), ("ground", 0.12)])
def test_spare_goes_by_the_work_unless_it_is_said(work: str, spare: float) -> None:
    mix = planned(top(mix={"work": work, "spare": None})).mix
    assert mix.volume_with_spare.value == pytest.approx(mix.poured_volume.value * (1 + spare))
    assert planned(top(mix={"work": work, "spare": 0.02})).mix.volume_with_spare.value < mix.volume_with_spare.value


def test_what_is_left_over_fills_the_moulds_that_stand_by() -> None:
    shop = Shop.model_validate({"standby": [{"name": "Door stop", "volume_l": 1.5}]})
    made = planned(top(), shop).mix
    assert made.standby[0].count.value == made.left_over.value // 1.5


def test_each_casting_takes_its_share_of_every_batch_and_its_dry_mix() -> None:
    document = top().model_dump(mode="json")
    document["pieces"].append({**document["pieces"][0], "id": "b", "name": "B", "thickness": "60 mm"})
    made = planned(Job.model_validate(document))
    shares = {one.piece: one.share.value for one in made.mix.pieces}
    assert sum(shares.values()) == pytest.approx(made.mix.batch_volume.value)
    assert shares["b"] == pytest.approx(1.5 * shares["top"])
    for one, piece in zip(made.mix.pieces, made.pieces, strict=True):
        water = made.mix.water_planned_l / 27.216
        assert one.dry_mix.value * (1 + water) == pytest.approx(piece.measure.mass_fresh.value)


def test_the_planter_says_what_its_cement_is_and_sets_in_time() -> None:
    codes = {one.finding.code for one in planned(demo_job(7)).findings if one.station == "mix"}
    assert not codes & {"cement-not-known", "working-time-too-short"}
    assert "cement-not-known" in {one.finding.code for one in planned(rapid(doses=COLOURED)).findings}


def listed(*jobs: Job, stock: dict[str, float] | None = None) -> dict[str, Any]:
    planned = [PlannedJob(job, plan(job, SHOP)) for job in jobs]
    found = shopping(planned, SHOP, stock or {}, SimulatedPrices())
    return {line.key: line for line in found.lines}


def test_a_list_takes_off_what_is_in_stock_and_rounds_up_to_packs() -> None:
    job = top(opening(), mix={"doses": [{"admixture": "pigment"}]})
    bags = planned(job).mix.bags.value
    lines = listed(job, stock={"bag/ordinary/60lb": 1.0, "sheet/melamine-16": 5.0})
    assert lines["bag/ordinary/60lb"].to_buy == bags - 1
    assert lines["bag/ordinary/60lb"].cost == pytest.approx((bags - 1) * 5.6)
    assert lines["sheet/melamine-16"].to_buy == 0
    assert lines["supply/pigment"].group == "doses"
    assert lines["supply/foam-25"].unit == "m2"
    assert {line.group for line in lines.values()} >= {"mix", "steel", "boards and lumber", "protective gear"}


def test_a_list_for_two_jobs_adds_up_and_knows_what_is_ticked_off_in_both() -> None:
    one, other = top(mix={"bought": ["bag/ordinary/60lb"]}), top(piece={"count": 2})
    both = listed(one, other)["bag/ordinary/60lb"]
    assert both.wanted == planned(one).mix.bags.value + planned(other).mix.bags.value
    assert not both.bought
    assert listed(one)["bag/ordinary/60lb"].bought


def test_what_the_shop_pays_comes_before_what_the_list_says() -> None:
    raw = SHOP.model_dump(mode="json")
    raw["mixes"][0]["sizes"][1]["price"] = 4.0
    shop = Shop.model_validate(raw)
    found = shopping([PlannedJob(top(), plan(top(), shop))], shop, {}, SimulatedPrices())
    assert next(line.price for line in found.lines if line.key == "bag/ordinary/60lb") == 4.0


def test_a_casting_is_made_as_large_as_its_share_of_dry_mix() -> None:
    job = top()
    change = solve(job, SHOP, TargetMass(piece="top", mass_kg=40, when="dry mix"))
    made = plan(with_fields(job, dict(change.fields)), SHOP)
    assert made.mix.pieces[0].dry_mix.value == pytest.approx(40, rel=1e-4)
    assert made.pieces[0].measure.mass_fresh.value > 40 * 1.07, "its water weighs too"


def test_the_reserve_stays_closed_and_batches_follow_what_is_mixed() -> None:
    """1.10 bags to mix, 3 to have: a batch of one and a quarter of one, not four batches."""
    one_bag = {"outline": {"length": "530.8 mm", "width": "600 mm"}}  # 12.74 l, the yield of a bag
    mix = planned(top(piece=one_bag, mix={"least_bags_over": 2})).mix
    assert mix.to_mix.value == pytest.approx(1.10, abs=0.001)
    assert (mix.bags.value, mix.batches.value, mix.bags_per_batch) == (3, 2, 1)
    assert mix.last is not None
    assert mix.last.bags.value == 0.25
    assert mix.bags_mixed.value == 1.25
    assert mix.bags_back.value == 1
    assert mix.left_over.value == pytest.approx(0.25 * 12.74, abs=0.02)
    assert mix.last.water_most.value == pytest.approx(0.25 * 3.22)
    assert mix.clock.whole.value == pytest.approx(5 + 4 + 2)  # the last one is mixed while the first is placed


@pytest.mark.parametrize(("people", "whole"), [(1, 13), (2, 11)])
def test_a_small_last_batch_takes_two_minutes_at_least(people: int, whole: float) -> None:
    one_bag = {"outline": {"length": "530.8 mm", "width": "600 mm"}}
    assert planned(top(piece=one_bag, mix={"people": people})).mix.clock.whole.value == whole


@given(st.floats(3, 400), st.floats(0, 0.3), st.sampled_from(["bucket", "tub", "barrow", "drum"]))
def test_batches_give_the_volume_and_no_batch_more(litres: float, spare: float, container: str) -> None:
    """By counting: the batches yield the volume and a twentieth over, and without the last one they would not."""
    side = (litres / 0.04) ** 0.5 * 1000 / 31.6227766
    piece = {"outline": {"length": f"{side} mm", "width": f"{side} mm"}}
    mix = planned(top(piece=piece, mix={"container": container, "spare": spare})).mix
    volume, gives, count = mix.poured_volume.value, mix.bag_yield.value, int(mix.batches.value)
    bags = [mix.bags_per_batch] * (count - 1) + [mix.last.bags.value if mix.last else mix.bags_per_batch]
    assert sum(bags) == pytest.approx(mix.bags_mixed.value)
    assert sum(bags) * gives >= volume * (1 + min(spare, 0.05)) - 1e-6
    assert sum(bags[:-1]) * gives < volume * (1 + min(spare, 0.05))
    assert sum(bags) * gives <= volume * (1 + spare) + 0.25 * gives + 1e-6
    assert mix.bags.value >= sum(bags) - 0.25 - 1e-6


def test_the_next_batch_is_what_is_missing_with_its_water_and_doses() -> None:
    """After 4 of 4.25 bags the pour's page said 4 bags, 7 qt and 200 g."""
    piece = {"outline": {"length": "1354 mm", "width": "1000 mm"}}  # 54.2 l: 4.25 bags of 12.74 l
    job = top(piece=piece, mix={"container": "barrow", "doses": [{"admixture": "pigment", "percent": 3}]})
    water = MixedBag(SHOP.mixes[0].sizes[1], None).usual_water.value
    at = datetime(2026, 5, 4, 9, tzinfo=UTC)
    record = Record.model_validate({"water_in_at": at, "batches": [{"bags": 4, "water_l": 4 * water, "at": at}]})
    mix = plan(job, SHOP, record).mix
    assert mix.next is not None
    assert (mix.next.number, mix.next.in_all, mix.next.bags.value) == (2, 2, 0.5)
    assert mix.next.water is not None
    assert mix.next.water.value == pytest.approx(0.5 * water)
    (pigment,) = mix.next.doses
    assert pigment is not None
    assert pigment.value == pytest.approx(0.5 * 0.03 * 0.16 * 27.216 * 1000)


def test_a_drum_turns_for_its_own_time() -> None:
    clock = planned(top(piece={"count": 6}, mix={"container": "drum"})).mix.clock
    assert clock.mixing.value == 6
    assert clock.placing.value > clock.mixing.value


def test_what_is_packed_gets_the_least_water_of_the_bag() -> None:
    mix = planned(top(mix={"feel": "packed"})).mix
    assert mix.water_planned_l == 2.13
    assert mix.wetness.strength_left.value == 100
    assert "wrong-feel" not in {one.finding.code for one in planned(top(mix={"feel": "packed"})).findings}


def test_no_casting_takes_more_of_a_batch_than_it_holds() -> None:
    made = planned(demo_job(3))
    assert made.mix.pieces[0].share.value == pytest.approx(made.pieces[0].measure.volume.value)


@given(count=st.integers(1, 12), forms=st.integers(1, 4), beside=st.integers(1, 3), stays=st.booleans())
def test_tins_are_bought_for_each_form_and_what_stays_for_each_casting(
    count: int, forms: int, beside: int, stays: bool
) -> None:
    job = top(
        hole("100 mm", "100 mm", diameter="75 mm", former="tube"), form={"forms": forms, "side_by_side": beside},
        piece={"count": count, "outline": {"length": "200 mm", "width": "200 mm"}, "thickness": "60 mm"},
    )  # fmt: skip
    tin = next(one for one in SHOP.formers if one.id == "tin-75").model_copy(update={"stays": stays})
    shop = SHOP.model_copy(update={"formers": (tin,)})
    lines = {line.key: line for line in shopping([PlannedJob(job, plan(job, shop))], shop, {}, SimulatedPrices()).lines}
    gang = min(beside, count)
    places = min(forms, -(-count // gang)) * gang
    assert lines["supply/tin-75"].wanted == (count if stays else places)


def test_a_tube_that_grinding_makes_too_short_is_said() -> None:
    codes = lambda grind: [  # noqa: E731
        one.finding.code
        for one in plan(
            top(
                hole("450 mm", "300 mm", diameter="75 mm", former="tube"),
                piece={"thickness": "109 mm", "grind": grind},
            ),
            SHOP,
        ).findings
    ]
    assert "no-tin-or-tube" in codes("5 mm"), "it is cast deeper than it is thick"
    assert "no-tin-or-tube" not in codes("1 mm")
