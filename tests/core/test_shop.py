"""What a shop keeps: a plan goes by its own things, and they are read as people type them."""

from datetime import time
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy import constants as si

from tests.core.sound_jobs import centre
from tests.jobs import top
from ulbrek.core.base.units.quantity import write_money
from ulbrek.core.base.units.reading import Units
from ulbrek.core.base.units.typed import UnreadableQuantityError, read_quantity
from ulbrek.core.buying.demand import PlannedJob
from ulbrek.core.buying.shopping import shopping
from ulbrek.core.job.habits import Habits, MixHabits, SteelHabits, begun
from ulbrek.core.job.shelves import BY_NAME, SHELVES, entries, first_of, id_for, with_entry
from ulbrek.core.job.shop import Person, Shop
from ulbrek.core.materials.boards import Lumber
from ulbrek.core.materials.mixes import BagSize, Mix
from ulbrek.core.materials.sealers import SealerCoat
from ulbrek.core.materials.steel import Mesh
from ulbrek.core.materials.supplies import ReleaseAgent, Screws, Sealant, Tape
from ulbrek.core.materials.tools import Carrier, Saw
from ulbrek.core.plan.plan import plan

LITRE, FOOT2, FOOT3 = si.liter, si.foot**2, si.foot**3
# By another library: what is typed, in SI, and the unit of the rules in SI.
TYPED = {
    "kg": (1.0, {"kg": 1.0, "lb": si.pound, "oz": si.ounce, "g": si.gram}),
    "l": (LITRE, {"L": LITRE, "qt": si.gallon / 4, "gal": si.gallon, "fl oz": si.fluid_ounce, "ml": LITRE / 1000}),
    "volume": (LITRE, {"ft³": FOOT3, "cu ft": FOOT3, "L": LITRE, "m3": 1.0}),
    "MPa": (1e6, {"psi": si.psi, "MPa": 1e6, "N/mm2": 1e6}),
    "kg/m3": (1.0, {"lb/ft3": si.pound / FOOT3, "kg/m³": 1.0, "g/cm3": 1000.0}),
    "m2/l": (1 / LITRE, {"ft²/gal": FOOT2 / si.gallon, "m2/l": 1 / LITRE}),
    "min": (si.minute, {"h": si.hour, "min": si.minute}),
}


@given(st.data(), st.sampled_from(sorted(TYPED)), st.floats(0.05, 9000))
def test_a_quantity_is_read_in_any_unit_of_the_trade(data: st.DataObject, unit: str, number: float) -> None:
    kept, spelled = TYPED[unit]
    typed = data.draw(st.sampled_from(sorted(spelled)))
    number = float(f"{number:.4g}")
    for text in (f"{number:f} {typed}", f"{number:f}{typed}".replace(".", ",")):
        assert read_quantity(text, unit, "in") == pytest.approx(number * spelled[typed] / kept, rel=2e-5)


@pytest.mark.parametrize(
    ("text", "unit", "bare", "value"),
    [
        ("80", "kg", "in", 36.287), ("80", "kg", "mm", 80), ("2 1/2 qt", "l", "mm", 2.366), ("1/2", "dose", "mm", 0.5),
        ("3/4", "mm", "mm", 19.05), ("23/32", "mm", "in", 18.256), ("4 ft", "sold", "mm", 1219.2),
        ("68", "C", "in", 20), ("20 °C", "C", "in", 20), ("16", "share", "mm", 0.16), ("16 %", "share", "in", 0.16),
        ("1,450.50", "price", "in", 1450.5), ("1.450,50", "price", "mm", 1450.5), ("$ 6.80", "price", "in", 6.8),
        ("6,80 EUR", "price", "mm", 6.8), ("3 oz", "dose", "in", 85.05), ("1.20", "price/m", "in", 3.937),
    ],
)  # fmt: skip
def test_a_number_without_a_unit_is_in_the_readers(text: str, unit: str, bare: Units, value: float) -> None:
    assert read_quantity(text, unit, bare) == pytest.approx(value, rel=1e-3)


@pytest.mark.parametrize(
    ("text", "unit"), [("", "kg"), ("much", "kg"), ("3 bags", "kg"), ("1,450", "kg"), ("12 psi", "kg"), ("1/0", "kg")]
)
def test_what_cannot_be_read_is_refused_with_a_way_out(text: str, unit: str) -> None:
    with pytest.raises(UnreadableQuantityError, match="Write"):
        read_quantity(text, unit)


def test_money_has_its_currency_and_its_cents() -> None:
    assert write_money(25, "CAD") == "25.00\u00a0CAD"
    assert write_money(1240.5, "EUR") == "1,240.50\u00a0EUR"
    assert write_money(2500, "JPY") == "2,500\u00a0JPY"


SINK = {
    "kind": "opening", "id": "s", "name": "Sink", **centre("450 mm", "300 mm"), "length": "400 mm", "width": "300 mm",
    "corner_radius": "20 mm",
}  # fmt: skip


def shop_with(**changed: Any) -> Shop:
    return Shop().model_copy(update=changed)


def test_what_is_used_up_is_counted_in_the_packs_that_the_shop_buys() -> None:
    job = top()
    usual = plan(job, Shop()).cutting
    own = shop_with(
        sealants=(Sealant(id="big", name="Large tube", pack_l=0.01, cure_h=30.0),),
        tapes=(Tape(id="short", name="Short roll", roll_m=1.0),),
        screws=(Screws(id="few", name="Few", lengths_mm=(30.0, 60.0), box=10),),
    )
    mine = plan(job, own)
    assert mine.cutting.boxes.value == -(-usual.screws.value // 10)
    assert mine.cutting.cartridges.value > usual.cartridges.value
    assert mine.cutting.rolls.value > usual.rolls.value
    form = mine.pieces[0].form
    assert form.joint is not None
    assert form.joint.screw_mm in (30.0, 60.0)
    assert any("cure 30 h" in step.text for step in form.steps)


def test_the_shops_own_saw_bench_and_dolly_are_planned_with_where_the_job_says_nothing() -> None:
    job = top()
    own = shop_with(
        saws=(Saw(id="thin", name="Thin blade", kerf_mm=1.8),),
        carriers=(
            Carrier(id="b", name="Bench", kind="bench", carries_kg=20), Carrier(id="d", name="Dolly", carries_kg=10)
        ),
    )  # fmt: skip
    assert plan(job, Shop()).cutting.kerf_mm == 3.0
    assert plan(job, own).cutting.kerf_mm == 1.8
    assert plan(top(form={"kerf": "2.2 mm"}), own).cutting.kerf_mm == 2.2
    told = {one.finding.code for one in plan(job, own).findings}
    assert {"over-the-bench", "over-the-dolly"} <= told
    none_here = {one.finding.code for one in plan(top(handling={"people": 4, "dolly_kg": 0}), own).findings}
    assert "over-the-dolly" not in none_here


def test_a_shop_from_before_it_had_saws_keeps_the_one_of_its_habits() -> None:
    old = {"name": "Old", "form_habits": {"saw": "track saw", "kerf": {"mm": 2.6}, "rail": {"mm": 4}}}
    assert Shop.model_validate(old).form_habits_of(top().form).kerf.mm == 2.6
    assert Shop.model_validate(old).saws[0].rail_mm == 4


def test_a_team_shares_its_load_so_the_weakest_counts() -> None:
    them = (Person(id="a", name="A", lifts_kg=30), Person(id="b", name="B", lifts_kg=12), Person(id="c", name="C"))
    here = lambda *ids: plan(top(handling={"there": list(ids)}), shop_with(people=them)).pieces[0].handling  # noqa: E731
    assert (here("a").one_person_kg, here("a").people_there) == (30, 1)
    assert (here("a", "b").one_person_kg, here("a", "b").people_there) == (12, 2)
    assert here("a", "c").one_person_kg == 25
    assert here("b", "c").teams[1].value == pytest.approx(12 * 2 * 2 / 3)


def test_a_new_job_begins_with_the_shops_habits_and_keeps_what_it_says_itself() -> None:
    habits = Habits(mix=MixHabits(spare=0.2, people=1), steel=SteelHabits(school="grid of bars"))
    job = top(mix={"people": 3})
    made = begun(job, habits)
    assert (made.mix.spare, made.mix.people, made.steel.school) == (0.2, 3, "grid of bars")
    assert begun(job, Habits()) == job


@given(st.floats(10, 60), st.floats(1, 6), st.floats(1, 6), st.floats(1900, 2500))
def test_a_bag_that_prints_its_density_yields_by_mass_over_density(
    dry: float, a: float, b: float, density: float
) -> None:
    least, most = sorted((a, b))
    told = {"id": "x", "name": "X", "dry_mass_kg": dry, "water_least_l": least, "water_most_l": most}
    if (dry + (least + most) / 2) / density * 1000 <= most + 0.01:
        return
    bag = BagSize.model_validate({**told, "density_kg_m3": density})
    assert bag.yield_l * density / 1000 == pytest.approx(dry + (least + most) / 2, abs=2e-3 * density / 1000)
    with pytest.raises(ValueError, match="Give one of the two"):
        BagSize.model_validate({**told, "density_kg_m3": density, "yield_l": bag.yield_l * 1.2})


def test_a_mix_with_fibre_in_the_bag_needs_none_dosed() -> None:
    job = top(steel={"school": "fibre only"})
    plain, *others = Shop().mixes
    fibred: Mix = plain.model_copy(update={"fibre_in": True})
    codes = lambda shop: {one.finding.code for one in plan(job, shop).findings}  # noqa: E731
    assert "fibre-not-dosed" in codes(Shop())
    assert "fibre-not-dosed" not in codes(shop_with(mixes=(fibred, *others)))


def test_a_dose_in_packs_is_weighed_by_what_is_in_one() -> None:
    shop = Shop()
    half = shop.admixtures[1].model_copy(
        update={"id": "bottle", "base": "pack", "least": 0.25, "usual": 0.5, "most": 1.0, "pack_g": 300.0}
    )
    own = shop_with(admixtures=(*shop.admixtures, half))
    (dose,) = plan(top(mix={"doses": [{"admixture": "bottle"}]}), own).mix.doses
    assert dose.a_bag is not None
    assert dose.a_bag.value == 150
    assert not [
        one for one in plan(top(mix={"doses": [{"admixture": "bottle"}]}), own).findings if "dose" in one.finding.code
    ]
    over = plan(top(mix={"doses": [{"admixture": "bottle", "grams": 700}]}), own).findings
    assert "dose-out-of-range" in {one.finding.code for one in over}


def test_a_scrim_weighs_as_glass_and_corrodes_nothing() -> None:
    scrim = Mesh(id="scrim", name="Scrim", wire_mm=1.0, spacing_mm=25.0, finish="glass")
    wire = scrim.model_copy(update={"finish": "stainless"})
    of = lambda mesh: plan(top(SINK), shop_with(meshes=(mesh,)))  # noqa: E731
    glass, steel = (of(one).pieces[0].steel.mass for one in (scrim, wire))
    assert glass is not None
    assert steel is not None
    assert glass.value < steel.value
    told = [{one.finding.code for one in of(mesh).findings} for mesh in (scrim, wire)]
    assert ["mixed-finishes" in codes for codes in told] == [False, True]


def test_parts_are_cut_from_the_shops_lumber_out_of_the_length_that_leaves_least() -> None:
    rail = {"id": "r", "kind": "steel leg", "name": "Rail", "count": 3, "length": "1000 mm", "cut_from": "tube"}
    tube = Lumber(id="tube", name="Tube", thickness_mm=40, width_mm=40, lengths_mm=(2000.0, 3010.0), price_m=5.0)
    shop = shop_with(lumber=(*Shop().lumber, tube))
    job = top(handling={"people": 4, "parts": [rail]})
    planned = plan(job, shop)
    (cut,) = planned.joined.wood
    assert (cut.length_mm, cut.count.value, cut.material) == (3010.0, 1, "tube")
    line = next(one for one in listed(job, shop).lines if one.key == "hardware/tube/3010")
    assert line.cost == pytest.approx(15.05)


def listed(job: Any, shop: Shop, stock: dict[str, float] | None = None) -> Any:
    class Nothing:
        def price_of(self, kind: str, material: str) -> None:
            """A list that has nothing."""

    return shopping([PlannedJob(job, plan(job, shop))], shop, stock or {}, Nothing())


def test_every_price_of_the_shop_reaches_the_list_and_packs_are_bought_whole() -> None:
    shop = shop_with(
        releases=(ReleaseAgent(id="release", name="Oil", pack_l=5.0, price=30.0),),
        sealers=(SealerCoat(id="penetrating", name="Sealer", coverage_m2_per_l=8.0, coats=2, pack_l=0.25, price=12.0),),
        bars=tuple(one.model_copy(update={"price": 7.0}) for one in Shop().bars),
        meshes=tuple(one.model_copy(update={"price": 40.0}) for one in Shop().meshes),
    )
    job = top(SINK, form={"release": "oil"})
    planned = plan(job, shop)
    lines = {one.key: one for one in listed(job, shop).lines}
    assert lines["supply/release"].cost == 30.0, "a can is bought whole"
    face = planned.pieces[0].measure.show_area.value
    assert lines["supply/penetrating"].wanted == pytest.approx(face * 2 / 8.0 * 1.2, abs=0.006), (
        "with a fifth for pad and tray"
    )
    assert lines["supply/penetrating"].cost == 12.0 * -(-lines["supply/penetrating"].wanted // 0.25)
    assert lines["mesh/fine-50"].cost == 40.0 * lines["mesh/fine-50"].to_buy
    assert lines["bar/6"].cost == 7.0 * lines["bar/6"].to_buy


@pytest.mark.parametrize(
    ("count", "form", "filled"), [(1, {}, 1), (5, {}, 5), (5, {"forms": 2}, 5), (5, {"side_by_side": 2}, 3)]
)
def test_release_agent_is_bought_for_every_time_that_a_form_is_filled(
    count: int, form: dict[str, Any], filled: int
) -> None:
    job = top(piece={"count": count}, form={"release": "oil", **form})
    shop = Shop()
    (piece,) = plan(job, shop).pieces
    assert piece.form.consumed.release is not None
    line = next(one for one in listed(job, shop).lines if one.key == f"supply/{shop.releases[0].id}")
    assert line.wanted == pytest.approx(piece.form.consumed.release.value * filled, abs=0.006)


def test_lists_of_the_shop_are_all_there_and_an_entry_keeps_its_place() -> None:
    shop = Shop()
    lists = {name for name in Shop.model_fields if isinstance(getattr(shop, name), tuple)} - {"people", "own"}
    assert lists == set(BY_NAME)
    for shelf in SHELVES:
        ids = [one.id for one in entries(shop, shelf)]
        assert len(set(ids)) == len(ids)
        if ids:
            renamed = entries(shop, shelf)[0].model_copy(update={"name": "Ours"})
            assert [one.id for one in entries(with_entry(shop, shelf, renamed), shelf)] == ids
            last = entries(first_of(shop, shelf, ids[-1]), shelf)
            assert [one.id for one in last] == [ids[-1], *ids[:-1]]
    assert id_for("3/4″ Birch ply", ["3-4-birch-ply"]) == "3-4-birch-ply-2"
    assert id_for("…", []) == "own"


def test_somebody_who_is_there_over_midnight_is_there_at_one() -> None:
    night = Person(id="n", name="Night", there_from=time(22), there_until=time(6))
    at = lambda hour: top(handling={"there": ["n"]}, cure={"poured_at": f"2026-05-04T{hour:02}:00:00Z"})  # noqa: E731
    codes = lambda hour: {one.finding.code for one in plan(at(hour), shop_with(people=(night,))).findings}  # noqa: E731
    assert "away-at-the-pour" not in codes(1)
    assert "away-at-the-pour" in codes(12)


@pytest.mark.parametrize(
    ("made", "wanted", "doses", "share"),
    [
        ("plastic", None, [], 0.5), ("plastic", "plastic", [], 0.5), ("plastic", "packed", [], 0.0),
        ("plastic", "flowing", [], 1.0), ("flowing", "plastic", [], 0.25), ("packed", None, [], 0.0),
        ("packed", "plastic", [], 1.0), ("plastic", "flowing", [{"admixture": "retarder"}], 1.0),
    ],
)  # fmt: skip
def test_the_consistency_that_is_wanted_moves_the_planned_water(
    made: str, wanted: str | None, doses: list[dict[str, str]], share: float
) -> None:
    first, *others = Shop().mixes
    shop = shop_with(mixes=(first.model_copy(update={"feel": made}), *others))
    mix = plan(top(mix={"feel": wanted, "doses": doses}), shop).mix
    size = next(one for one in first.sizes if one.id == "60lb")
    wished = size.water_least_l + share * (size.water_most_l - size.water_least_l)
    assert mix.water_planned_l == pytest.approx(wished)
    typed = plan(top(mix={"feel": wanted, "water_per_bag_l": 2.5}), shop).mix
    assert typed.water_planned_l == 2.5


def test_what_flows_by_its_plasticiser_needs_no_more_water() -> None:
    with_it = {"feel": "flowing", "doses": [{"admixture": "plasticiser-liquid"}]}
    flows, usual = (plan(top(mix={**with_it, "feel": feel}), Shop()).mix for feel in ("flowing", None))
    assert flows.water_planned_l == usual.water_planned_l


def test_a_thin_panel_of_glass_fibred_mortar_with_a_scrim_is_sound() -> None:
    first, *others = Shop().mixes
    premix = first.model_copy(update={"stone_mm": 3.0, "fibre_in": True, "kind": "mortar"})
    scrim = Mesh(id="scrim", name="Scrim", wire_mm=1.0, spacing_mm=19.0, finish="glass")
    panel = top(piece={"thickness": "19.05 mm"}, steel={"school": "mesh"})
    codes = lambda shop: {one.finding.code for one in plan(panel, shop).findings}  # noqa: E731
    told = {"too-thin-for-its-span", "too-little-cover"}
    assert not told & codes(shop_with(mixes=(premix, *others), meshes=(scrim,)))
    assert "too-thin-for-its-span" in codes(shop_with(meshes=(scrim,))), "gravel does not go into it"
    thinner = top(piece={"thickness": "15 mm"}, steel={"school": "mesh"})
    found = plan(thinner, shop_with(mixes=(premix, *others), meshes=(scrim,))).findings
    assert "too-thin-for-its-span" in {one.finding.code for one in found}


def test_the_foam_of_a_round_knockout_is_bought() -> None:
    hole = {"kind": "hole", "id": "f", "name": "Flue", **centre("450 mm", "300 mm"), "diameter": "200 mm"}
    job = top(hole)
    layers = plan(job, Shop()).pieces[0].form.knockouts[0].layers
    assert layers is not None
    line = next(one for one in listed(job, Shop()).lines if one.key == "supply/foam-25")
    assert line.wanted == pytest.approx(layers.value * 0.2**2, abs=0.006)
