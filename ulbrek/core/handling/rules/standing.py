"""What it weighs on its way and in its place, and when it tips."""

from math import atan, pi

from ulbrek.core.base.figure import rule
from ulbrek.core.base.units.constants import GRAVITY
from ulbrek.core.materials.steel import STEEL_KG_M3


@rule(unit="kg")
def mass_with_steel(mass_fresh_kg: float, steel_kg: float, density_kg_m3: float) -> float:
    """Weight to lift

    The fresh concrete and the steel, less the concrete whose place the steel takes.

    Args:
        mass_fresh_kg: mass of the piece, fresh, without steel
        steel_kg: mass of the steel
        density_kg_m3: density of the fresh concrete

    Formula: mass_fresh_kg + steel_kg * (1 - density_kg_m3 / 7850)

    Source: steel at 7850 kg/m³
    """
    return mass_fresh_kg + steel_kg * (1 - density_kg_m3 / STEEL_KG_M3)


@rule(unit="kg")
def mass_on_bar(mass_kg: float, heads: float) -> float:
    """Weight of all heads with their bar

    Args:
        mass_kg: of one head, fresh, with its share of the bar
        heads: on the bar

    Formula: mass_kg * heads

    Source: geometry
    """
    return mass_kg * heads


@rule(unit="kg")
def mass_in_form(mass_kg: float, boards_kg: float) -> float:
    """Weight in its form

    What the bench carries, and what is moved if the form is moved with the concrete in it.

    Args:
        mass_kg: mass of the piece, fresh, with its steel
        boards_kg: mass of the boards

    Formula: mass_kg + boards_kg

    Source: common practice
    """
    return mass_kg + boards_kg


@rule(unit="deg", kind="lean")
def tipping_angle(from_edge_mm: float, centroid_mm: float) -> float:
    """Tipping angle

    Args:
        from_edge_mm: from below its centroid to the nearest edge that it stands on
        centroid_mm: height of its centroid

    Formula: atan(from_edge_mm / centroid_mm) * 180 / 3.141592653589793

    Source: statics
    """
    return atan(from_edge_mm / centroid_mm) * 180 / pi


@rule(unit="kg", kind="push")
def push_that_tips(mass_kg: float, from_edge_mm: float, height_mm: float) -> float:
    """Tipping push

    As a weight held out level.

    Args:
        mass_kg: its mass, fresh
        from_edge_mm: from below its centroid to the nearest edge that it stands on
        height_mm: its height

    Formula: mass_kg * from_edge_mm / height_mm

    Source: statics
    """
    return mass_kg * from_edge_mm / height_mm


@rule(unit="mm", kind="hold")
def strap_place(length_mm: float) -> float:
    """Lifting points

    A fifth in from each end a slab bends least under its own weight; moved aside where an opening is in the way.

    Args:
        length_mm: its length

    Formula: 0.207 * length_mm

    Source: beam theory, any handbook
    """
    return 0.207 * length_mm


@rule(unit="kg")
def support_carries(push_n: float) -> float:
    """Load per support

    The most, wherever the load is put down.

    Args:
        push_n: with which it pushes back

    Formula: push_n / 9.80665

    Source: statics
    """
    return push_n / GRAVITY


@rule(unit="kg")
def in_its_place(mass_kg: float, load_kg: float) -> float:
    """Total load on supports

    Args:
        mass_kg: its mass, fresh, with its steel
        load_kg: what is put on it

    Formula: mass_kg + load_kg

    Source: addition
    """
    return mass_kg + load_kg


@rule(unit="lengths")
def wood_lengths(lengths_cut: float) -> float:
    """Lengths of wood to have

    Args:
        lengths_cut: lengths that the cut plan uses

    Formula: lengths_cut

    Source: the cut plan
    """
    return lengths_cut
