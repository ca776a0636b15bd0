"""Films, mixing ratios, ladders and drying, against geometry, conversions and the trade's own tables."""

import random
from itertools import pairwise

import pytest
from scipy import constants

from tests.jobs import top
from ulbrek.core.base.units.quantity import write_quantity
from ulbrek.core.finish import rules
from ulbrek.core.finish.ladder import METAL, RESIN, usual
from ulbrek.core.job.shop import Shop
from ulbrek.core.materials.sealers import FAMILIES, SealerCoat
from ulbrek.core.plan.plan import plan
from ulbrek.core.plan.result import Plan

LITRE, MICRON = 1e-3, 1e-6
FT2_PER_GALLON = constants.foot**2 / constants.gallon  # in m² a m³


def planned(shop: Shop | None = None, **finish: object) -> Plan:
    piece = {"outline": {"length": "1200 mm", "width": "650 mm"}, "edges_shown": []}
    return plan(top(piece=piece, finish=finish), shop or Shop())


def test_a_gallon_of_solids_at_a_mil_covers_1604_square_feet() -> None:
    """The painters' constant, known to all paint makers: 231 in³ over 0.001 in is 1604 ft². Geometry."""
    film = rules.wet_film(1604.17 * FT2_PER_GALLON * LITRE)
    assert film * MICRON / constants.mil == pytest.approx(1.0, rel=1e-5)


@pytest.mark.parametrize(("feet", "metres"), [(200, 4.908), (100, 2.454), (300, 7.362), (500, 12.27)])
def test_coverage_in_both_systems(feet: float, metres: float) -> None:
    """200 ft²/US gal is 4.908 m²/l: by the definitions of foot and gallon."""
    assert feet * FT2_PER_GALLON * LITRE == pytest.approx(metres, rel=1e-3)
    written = write_quantity(metres, "m2/l", "in")
    assert written == f"{feet:g}\u00a0ft²/gal"


def test_a_litre_at_100_microns_is_ten_square_metres() -> None:
    assert rules.wet_film(10.0) == pytest.approx(100.0)


def test_two_coats_of_200_microns_on_a_square_and_a_half() -> None:
    """1.56 m², two coats of 200 µm, all solids: 1.56 x 2 x 0.2 = 0.624 l. Geometry."""
    coverage = 1000 / 200
    coat = rules.sealer_coat(1.56, coverage, 0.0)
    assert rules.sealer_in_all(coat, 1.0, coat) == pytest.approx(0.624)
    assert rules.dry_film(200.0, 2.0, 100.0, 0.0) == pytest.approx(400.0)


def test_parts_by_volume_are_other_parts_by_mass() -> None:
    """600 ml at 3:1 is 450 + 150 ml; 2:1 by volume at 1.15 and 0.97 kg/l is 100:42.17 by mass. Arithmetic."""
    assert rules.part_by_volume(0.6, 3, 1) == pytest.approx(0.45)
    assert rules.part_by_volume(0.6, 1, 3) == pytest.approx(0.15)
    a = rules.part_by_mass(rules.part_by_volume(0.3, 2, 1), 1.15)
    b = rules.part_by_mass(rules.part_by_volume(0.3, 1, 2), 0.97)
    assert 100 * b / a == pytest.approx(42.17, abs=0.01)


def test_what_is_put_on_is_what_is_bought_over_random_products() -> None:
    """Product, thinner, both parts and both masses, from the volume that must lie on the face."""
    chance = random.Random(24)  # noqa: S311
    for _ in range(40):
        a, b = chance.uniform(1, 10), chance.uniform(0.5, 3)
        dense_a, dense_b = chance.uniform(0.9, 1.4), chance.uniform(0.9, 1.4)
        covers, coats, thin = chance.uniform(3, 15), chance.randint(1, 5), chance.choice([0.0, 10.0, 50.0])
        product = {
            "id": "own", "name": "Own", "family": "two-part urethane in water", "coverage_m2_per_l": covers,
            "coats": coats, "part_a": a, "part_b": b, "density_a": dense_a, "density_b": dense_b, "solids_pct": 40,
        }  # fmt: skip
        found = planned(Shop.model_validate({"sealers": [product]}), sealer="own", thin_pct=thin)
        coated = found.pieces[0].finish.coats
        on_the_face = 1.2 * 0.65 / covers  # l
        film = on_the_face * LITRE / (1.2 * 0.65) / MICRON
        assert found.pieces[0].finish.film is not None
        assert found.pieces[0].finish.film.value == pytest.approx(film)
        in_all = 0.0
        for coat in coated:
            put_on = on_the_face * 1.2  # a fifth stays in pad and tray, under 3 m²
            assert coat.goes_on.value == pytest.approx(put_on)
            thinner = put_on - coat.sealer.value
            assert thinner == pytest.approx(coat.sealer.value * (thin / 100 if coat.number == 1 else 0.0), abs=1e-12)
            assert coat.part_a is not None and coat.part_b is not None and coat.mass_a is not None
            assert coat.part_a.value + coat.part_b.value == pytest.approx(coat.sealer.value)
            assert coat.part_a.value / coat.part_b.value == pytest.approx(a / b)
            assert coat.mass_b is not None
            assert coat.mass_a.value / coat.mass_b.value == pytest.approx(a * dense_a / (b * dense_b))
            in_all += coat.sealer.value
        assert found.finish.sealer_l is not None
        assert found.finish.sealer_l.value == pytest.approx(in_all)
        dry = found.pieces[0].finish.dry_film
        assert dry is not None
        left = 0.4 * film * (1 / (1 + thin / 100) + coats - 1)
        assert dry.value == pytest.approx(left)


@pytest.mark.parametrize(("water", "cement"), [(0.30, 1.62), (0.35, 1.50), (0.40, 1.39)])
def test_cement_in_a_litre_of_paste(water: float, cement: float) -> None:
    """By absolute volumes with cement at 3.15: 1.62, 1.50 and 1.39 kg; handbook figures, from memory."""
    assert rules.cement_in_paste(water) == pytest.approx(cement, abs=0.01)


def test_the_ladders_of_the_trade() -> None:
    """Metal 30 - 60 - 120, resin 50 - 100 - 200 - 400 - 800 - 1500 - 3000; cream begins at 200 on a cast face.

    Common practice: honed ends at 200 to 400, satin at 800, gloss at 3000; no step over about two and a half times.
    """
    assert METAL == (30, 60, 120)
    assert usual("cream-honed", "honed", 400, face_up=False) == (200, 400)
    assert usual("cream-honed", "satin", None, face_up=True) == (100, 200, 400, 800)
    assert usual("salt and pepper", "gloss", None, face_up=False) == RESIN
    full = usual("full stone", "gloss", None, face_up=False)
    assert full == (30, 60, 120, 200, 400, 800, 1500, 3000)
    assert max(fine / coarse for coarse, fine in pairwise(full)) <= 2.5
    assert usual("salt and pepper", "gloss", 400, face_up=False)[-1] == 400, "it stops where the sealer slips off"


def test_slurry_lies_between_the_litres_of_the_trade() -> None:
    """Common practice, all rounds together: good faces 0.15 to 0.4 l/m², light veins 0.7 to 1.5, strong 1.4 to 4.7."""
    for kind, least, most in (
        ("few", 0.15, 0.4),
        ("packed, light veins", 0.7, 1.5),
        ("packed, strong veins", 1.4, 4.7),
    ):
        found = planned(voids="filled with slurry", void_kind=kind).pieces[0].finish
        area = found.area.value
        assert sum(one.litres.low or 0.0 for one in found.rounds) / area >= least
        assert sum(one.litres.high or 0.0 for one in found.rounds) / area <= most


def test_a_whole_top_cream_honed_and_coated_takes_the_hours_of_the_trade() -> None:
    """Common practice: cream-honed to 400 and three coats, 1.5 to 4 hours a square metre; slurry comes on top."""
    found, filled = (planned(look="cream-honed", voids=voids, coats=3) for voids in ("left open", "filled with slurry"))
    assert found.finish.hours is not None
    assert filled.finish.hours is not None
    assert 1.5 <= found.finish.hours.value / found.pieces[0].finish.area.value <= 4.0
    assert filled.finish.hours.value > found.finish.hours.value


def test_ages_for_sealing_and_the_sheet() -> None:
    """Films 28 d, penetrating 7 d, rapid cements 1 to 3 d (common practice); ASTM D4263: 16 h at least, from memory."""
    for family, usual_of in FAMILIES.items():
        product = SealerCoat(id="own", name="Own", family=family)
        found = planned(Shop(sealers=(product,)), sealer="own")
        act = next(one for one in found.cure.acts if one.id == "seal")
        assert act.due_h >= usual_of.age_days * 24 + 16
        assert usual_of.age_days in ((28,) if usual_of.is_film else (3, 7))


@pytest.mark.parametrize(("spells", "average"), [(((2, 100), (6, 0)), 25.0), (((1.5, 400), (6.5, 10)), 83.125)])
def test_dust_averaged_over_a_shift(spells: tuple[tuple[float, float], ...], average: float) -> None:
    """29 CFR 1926.1153: action level 25, limit 50 µg/m³ over 8 h; the sums are arithmetic."""
    assert sum(rules.dust_average(dust, hours) for hours, dust in spells) == pytest.approx(average)


def test_more_strength_is_slower_and_green_is_faster() -> None:
    """Common practice: green x1.8, 35 to 45 MPa x0.7, over 50 MPa x0.5 of the pace on ordinary concrete."""
    ordinary = planned(look="cream-honed").pieces[0].finish.ladder[0].rate
    green = planned(look="cream-honed", grind_when="green").pieces[0].finish.ladder[0].rate
    assert green.value / ordinary.value == pytest.approx(1.8)
    assert (ordinary.low, ordinary.high) == (2.0, 5.0)
