"""Concrete from scratch: what goes into a cubic metre, and the mix that a measure of cement makes of it."""

from collections.abc import Sequence
from typing import NamedTuple

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.materials.ingredients import Ingredient
from ulbrek.core.materials.mixes import BagSize, Mix
from ulbrek.core.mix import rules
from ulbrek.core.mix.inputs import Scratch

# Mixing water [kg/m³] by slump and by the stone's size [mm], without entrained air. ACI 211.1 table, from memory.
_STONES = (9.5, 12.5, 19.0, 25.0, 37.5)
_WATER = {
    "25 to 50 mm": (207.0, 199.0, 190.0, 179.0, 166.0),
    "75 to 100 mm": (228.0, 216.0, 205.0, 193.0, 181.0),
    "150 to 175 mm": (243.0, 228.0, 216.0, 202.0, 190.0),
}
# Volume of rodded stone in a volume of concrete by the stone's size, for a sand of fineness 2.4; each 0.2 finer or
# coarser is 0.02 more or less. ACI 211.1 table, from memory.
_STONE_SHARE = (0.50, 0.59, 0.66, 0.71, 0.75)
_FINENESS, _PER_FINENESS = 2.4, 0.1
_BAND = 0.15  # of the strength that the ratio foretells. Source: common practice.
_LESS_WATER, _MORE_WATER = 0.94, 1.06  # of what the ratio asks for: it lies in the middle
_MORTAR_STONE_MM = 4.0
MEASURE_KG = 5.0  # cement that goes into one measure: with sand and stone some 13 l, what a bucket takes


@dataclass(frozen=True, slots=True)
class Recipe:
    """A mix from scratch: what is in a cubic metre [kg], dry, and what one measure of cement makes.

    Attributes:
        mix: the same as a mix whose bag is one measure of cement and all that goes with it
        measure_kg: cement in that measure
        sand_damp: sand for one measure as it is weighed out; ``stone_damp`` the same of stone
        water_added: water for one measure, less what damp sand and stone bring
        strength: at 28 days, by the ratio of water to cement
    """

    mix: Mix
    cement: Figure
    sand: Figure
    stone: Figure | None
    water: Figure
    measure_kg: float
    sand_damp: Figure
    stone_damp: Figure | None
    water_added: Figure
    strength: Figure
    names: tuple[str, str, str]


def recipe(wanted: Scratch, ingredients: Sequence[Ingredient]) -> Recipe | None:
    """The recipe; None where the shop lacks its cement, sand or stone.

    Args:
        wanted: how it is proportioned
        ingredients: what the shop has
    """
    known = {one.id: one for one in ingredients}
    cement, sand = known.get(wanted.cement), known.get(wanted.sand)
    stone = known.get(wanted.stone) if wanted.stone else None
    if cement is None or sand is None or (wanted.stone and stone is None):
        return None
    if wanted.by == "absolute volumes" and stone is not None:
        masses = _by_tables(wanted, cement, sand, stone)
    else:
        masses = _by_parts(wanted, cement, sand, stone)
    return _made(wanted, Ingredients(cement, sand, stone), masses)


class Ingredients(NamedTuple):
    """What concrete is made from; a mortar has no stone."""

    cement: Ingredient
    sand: Ingredient
    stone: Ingredient | None


class Masses(NamedTuple):
    """What is in a cubic metre, dry [kg]."""

    cement: Figure
    sand: Figure
    stone: Figure | None
    water: Figure


def _by_tables(wanted: Scratch, cement: Ingredient, sand: Ingredient, stone: Ingredient) -> Masses:
    size = min(range(len(_STONES)), key=lambda one: abs(_STONES[one] - stone.largest_mm))
    water = work(rules.with_cement, "water", part=1.0, cement_kg=_WATER[wanted.slump][size])
    cement_kg = work(rules.cement_by_ratio, water_kg=water, water_cement=wanted.water_cement)
    share = _STONE_SHARE[size] - _PER_FINENESS * (sand.fineness - _FINENESS)
    stone_kg = work(rules.stone_by_bulk, share=share, bulk_kg_m3=stone.bulk_kg_m3)
    solids = work(
        rules.solid_volume, cement_kg=cement_kg, cement_kg_m3=cement.density_kg_m3, stone_kg=stone_kg,
        stone_kg_m3=stone.density_kg_m3,
    )  # fmt: skip
    sand_kg = work(
        rules.sand_by_volume, water_kg=water, solids=solids, air=wanted.air_percent / 100,
        sand_kg_m3=sand.density_kg_m3,
    )  # fmt: skip
    return Masses(cement_kg, sand_kg, stone_kg, water)


def _by_parts(wanted: Scratch, cement: Ingredient, sand: Ingredient, stone: Ingredient | None) -> Masses:
    sand_part: Figure | float = wanted.sand_part
    stone_part: Figure | float = wanted.stone_part if stone else 0.0
    if wanted.by == "parts by volume":
        bulk = cement.bulk_kg_m3
        sand_part = work(
            rules.part_by_mass, "sand", part=wanted.sand_part, bulk_kg_m3=sand.bulk_kg_m3, cement_bulk_kg_m3=bulk
        )
        if stone:
            stone_part = work(
                rules.part_by_mass, "stone", part=wanted.stone_part, bulk_kg_m3=stone.bulk_kg_m3,
                cement_bulk_kg_m3=bulk,
            )  # fmt: skip
    volume = work(
        rules.volume_of_parts, cement_kg_m3=cement.density_kg_m3, sand_part=sand_part, sand_kg_m3=sand.density_kg_m3,
        stone_part=stone_part, stone_kg_m3=stone.density_kg_m3 if stone else sand.density_kg_m3,
        water_cement=wanted.water_cement,
    )  # fmt: skip
    cement_kg = work(rules.cement_by_parts, air=wanted.air_percent / 100, volume_of_parts_l=volume)
    sand_kg = work(rules.with_cement, "sand", part=sand_part, cement_kg=cement_kg)
    stone_kg = work(rules.with_cement, "stone", part=stone_part, cement_kg=cement_kg) if stone else None
    water = work(rules.with_cement, "water", part=wanted.water_cement, cement_kg=cement_kg)
    return Masses(cement_kg, sand_kg, stone_kg, water)


USUAL_AIR, ENTRAINED_FROM = 2.0, 4.0  # % of the volume. Source: ACI 211.1, from memory.


def _made(wanted: Scratch, of: Ingredients, masses: Masses) -> Recipe:
    (cement, sand, stone), (cement_kg, sand_kg, stone_kg, water) = of, masses
    pack = MEASURE_KG
    yields = work(rules.yield_of_measure, measure_kg=pack, cement_kg=cement_kg)
    a_pack = pack / cement_kg.value
    sand_dry = work(rules.with_cement, "sand/measure", part=sand_kg.value / cement_kg.value, cement_kg=pack)
    stone_dry = (
        work(rules.with_cement, "stone/measure", part=stone_kg.value / cement_kg.value, cement_kg=pack)
        if stone_kg
        else None
    )
    sand_wet, stone_wet = wanted.sand_moisture / 100, wanted.stone_moisture / 100
    strength = work(rules.strength_by_ratio, water_cement=wanted.water_cement)
    if wanted.air_percent > USUAL_AIR:
        strength = work(rules.strength_with_air, strength_mpa=strength, air_percent=wanted.air_percent)
    dry = pack + sand_dry.value + (stone_dry.value if stone_dry else 0.0)
    usual = water.value * a_pack
    least = min(max(12.0, strength.value * (1 - _BAND)), 118.0)
    names = (cement.name, sand.name, stone.name if stone else "")
    mix = Mix(
        id="from-scratch",
        name="Mixed from scratch",
        sizes=(
            BagSize(
                id="measure", name=f"{pack:g} kg of cement", dry_mass_kg=dry,
                yield_l=yields.value, water_least_l=usual * _LESS_WATER, water_most_l=usual * _MORE_WATER,
            ),
        ),
        gain=cement.gain,
        strength_28_least_mpa=least,
        strength_28_most_mpa=min(120.0, max(least, strength.value * (1 + _BAND))),
        kind="from scratch",
        entrained=wanted.air_percent >= ENTRAINED_FROM,
        cement_share=pack / dry,
        stone_mm=stone.largest_mm if stone else sand.largest_mm or _MORTAR_STONE_MM,
        source="absolute volumes; strength by the ratio of water to cement, 15 % either way",
    )  # fmt: skip
    return Recipe(
        mix=mix, cement=cement_kg, sand=sand_kg, stone=stone_kg, water=water, measure_kg=pack,
        sand_damp=work(rules.as_it_lies, "sand", dry_kg=sand_dry, moisture=sand_wet),
        stone_damp=work(rules.as_it_lies, "stone", dry_kg=stone_dry, moisture=stone_wet) if stone_dry else None,
        water_added=work(
            rules.water_to_add, water_kg=usual, sand_kg=sand_dry, sand_moisture=sand_wet,
            stone_kg=stone_dry if stone_dry else 0.0, stone_moisture=stone_wet,
        ),
        strength=strength, names=names,
    )  # fmt: skip
