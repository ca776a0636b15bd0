"""Concrete from scratch: by absolute volumes."""

from ulbrek.core.base.figure import rule


@rule(unit="kg")
def cement_by_ratio(water_kg: float, water_cement: float) -> float:
    """Cement in a cubic metre, by its water

    Args:
        water_kg: in a cubic metre
        water_cement: ratio by mass

    Formula: water_kg / water_cement

    Source: ACI 211.1, from memory
    """
    return water_kg / water_cement


@rule(unit="kg")
def stone_by_bulk(share: float, bulk_kg_m3: float) -> float:
    """Stone in a cubic metre

    Args:
        share: volume of rodded stone in a volume of concrete, by the sand's fineness and the stone's size
        bulk_kg_m3: of the stone, rodded and dry

    Formula: share * bulk_kg_m3

    Source: ACI 211.1, from memory
    """
    return share * bulk_kg_m3


@rule(unit="1")
def solid_volume(cement_kg: float, cement_kg_m3: float, stone_kg: float, stone_kg_m3: float) -> float:
    """Solid volume of cement and stone in a cubic metre

    Args:
        cement_kg: in a cubic metre
        cement_kg_m3: of the cement's grains
        stone_kg: in a cubic metre
        stone_kg_m3: of the stone's grains

    Formula: cement_kg / cement_kg_m3 + stone_kg / stone_kg_m3

    Source: ACI 211.1, absolute volumes, from memory
    """
    return cement_kg / cement_kg_m3 + stone_kg / stone_kg_m3


@rule(unit="kg")
def sand_by_volume(water_kg: float, solids: float, air: float, sand_kg_m3: float) -> float:
    """Sand in a cubic metre, by what is left of its volume

    Args:
        water_kg: in a cubic metre
        solids: volume of cement and stone in a cubic metre
        air: share of the volume
        sand_kg_m3: of the sand's grains

    Formula: (1 - water_kg / 1000 - solids - air) * sand_kg_m3

    Source: ACI 211.1, absolute volumes, from memory
    """
    return (1 - water_kg / 1000 - solids - air) * sand_kg_m3


@rule(unit="kg")
def cement_by_parts(air: float, volume_of_parts_l: float) -> float:
    """Cement in a cubic metre, by parts of mass

    Args:
        air: share of the volume
        volume_of_parts_l: solid volume of all that goes with a kilogram of cement, water and all

    Formula: 1000 * (1 - air) / volume_of_parts_l

    Source: absolute volumes
    """
    return 1000 * (1 - air) / volume_of_parts_l


@rule(unit="l")
def volume_of_parts(
    cement_kg_m3: float, sand_part: float, sand_kg_m3: float, stone_part: float, stone_kg_m3: float, water_cement: float
) -> float:
    """Solid volume of all that goes with a kilogram of cement

    Args:
        cement_kg_m3: of the cement's grains
        sand_part: kilograms of sand to one of cement
        sand_kg_m3: of the sand's grains
        stone_part: kilograms of stone to one of cement
        stone_kg_m3: of the stone's grains
        water_cement: kilograms of water to one of cement

    Formula: 1000 / cement_kg_m3 + 1000 * sand_part / sand_kg_m3 + 1000 * stone_part / stone_kg_m3 + water_cement

    Source: absolute volumes
    """
    return 1000 / cement_kg_m3 + 1000 * sand_part / sand_kg_m3 + 1000 * stone_part / stone_kg_m3 + water_cement


@rule(unit="1")
def part_by_mass(part: float, bulk_kg_m3: float, cement_bulk_kg_m3: float) -> float:
    """A part by volume, as a part by mass

    Args:
        part: buckets to one bucket of cement
        bulk_kg_m3: as it is filled into the bucket
        cement_bulk_kg_m3: of the cement, the same

    Formula: part * bulk_kg_m3 / cement_bulk_kg_m3

    Source: geometry; the bulk densities are common practice, 8 % either way
    """
    return part * bulk_kg_m3 / cement_bulk_kg_m3


@rule(unit="kg")
def with_cement(part: float, cement_kg: float) -> float:
    """Material per kilogram of cement

    Args:
        part: by mass, to one of cement
        cement_kg: the cement

    Formula: part * cement_kg

    Source: arithmetic
    """
    return part * cement_kg


@rule(unit="kg")
def as_it_lies(dry_kg: float, moisture: float) -> float:
    """Damp sand or gravel to weigh out

    Args:
        dry_kg: dry
        moisture: free water in it, as a share of the dry mass

    Formula: dry_kg * (1 + moisture)

    Source: ACI 211.1, from memory
    """
    return dry_kg * (1 + moisture)


@rule(unit="l", kind="water")
def water_to_add(
    water_kg: float, sand_kg: float, sand_moisture: float, stone_kg: float, stone_moisture: float
) -> float:
    """Water to add, less what damp sand and stone bring

    Args:
        water_kg: that the mix wants
        sand_kg: dry
        sand_moisture: free water in it, as a share of the dry mass
        stone_kg: dry
        stone_moisture: the same

    Formula: water_kg - sand_kg * sand_moisture - stone_kg * stone_moisture

    Source: ACI 211.1, from memory
    """
    return water_kg - sand_kg * sand_moisture - stone_kg * stone_moisture


@rule(unit="l")
def yield_of_measure(measure_kg: float, cement_kg: float) -> float:
    """Concrete from one charge

    Args:
        measure_kg: cement in the measure
        cement_kg: in a cubic metre

    Formula: 1000 * measure_kg / cement_kg

    Source: arithmetic
    """
    return 1000 * measure_kg / cement_kg
