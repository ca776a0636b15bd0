"""The figures of reinforcement."""

from math import ceil, pi

from ulbrek.core.base.figure import rule


@rule(unit="mm", kind="tape")
def panel_side(side_mm: float, edge_distance_mm: float) -> float:
    """Side of the mesh panel

    Args:
        side_mm: side of the piece
        edge_distance_mm: concrete kept at every edge

    Formula: side_mm - 2 * edge_distance_mm

    Source: common practice: 12 to 25 mm, more where the edge is routed
    """
    return side_mm - 2 * edge_distance_mm


@rule(unit="mm", kind="tape")
def bar_length(side_mm: float, edge_distance_mm: float) -> float:
    """Length of a bar that runs right through

    Full length holds better than a short piece beside the opening.

    Args:
        side_mm: side of the piece along it
        edge_distance_mm: concrete kept at both ends

    Formula: side_mm - 2 * edge_distance_mm

    Source: common practice
    """
    return side_mm - 2 * edge_distance_mm


@rule(unit="mm", kind="tape")
def bar_aslant(length_mm: float) -> float:
    """Length of a diagonal bar

    Square to the way a crack would run from the inner corner, as long as edges and openings allow.

    Args:
        length_mm: from one end to the other

    Formula: length_mm

    Source: common practice, 500 to 600 mm
    """
    return length_mm


@rule(unit="mm")
def stack_height(wires_mm: float, bars_mm: float) -> float:
    """Thickness of the steel layer

    Crossing wires and the bars tied on them count as one stack.

    Args:
        wires_mm: wires that cross, together
        bars_mm: bars on them, together where they cross

    Formula: wires_mm + bars_mm

    Source: common practice
    """
    return wires_mm + bars_mm


@rule(unit="mm")
def thickest_bar(thickness_mm: float) -> float:
    """Thickest bar in a thin piece

    Args:
        thickness_mm: thickness of the piece

    Formula: thickness_mm / 3.5

    Source: common practice
    """
    return thickness_mm / 3.5


@rule(unit="mm", kind="hold")
def fill_before_steel(thickness_mm: float, share: float) -> float:
    """Fill before the steel is laid

    Args:
        thickness_mm: thickness of the piece
        share: share of it

    Formula: thickness_mm * share

    Source: common practice: half to two thirds, face down
    """
    return thickness_mm * share


@rule(unit="kg/m")
def bar_mass_per_metre(diameter_mm: float, density_kg_m3: float) -> float:
    """Mass of a metre of bar or wire

    Args:
        diameter_mm: its diameter
        density_kg_m3: of steel, or of the glass of a scrim

    Formula: density_kg_m3 * 3.141592653589793 * diameter_mm**2 / 4 / 1e6

    Source: steel at 7850 kg/m³; alkali-resistant glass at 2680 kg/m³, common practice
    """
    return density_kg_m3 * pi * diameter_mm**2 / 4 / 1e6


@rule(unit="kg")
def steel_mass(bars_m: float, bar_kg_m: float, wires_m: float, wire_kg_m: float) -> float:
    """Mass of the steel

    Args:
        bars_m: length of all bars
        bar_kg_m: mass of a metre of bar
        wires_m: length of all wires of the mesh
        wire_kg_m: mass of a metre of wire

    Formula: bars_m * bar_kg_m + wires_m * wire_kg_m

    Source: geometry
    """
    return bars_m * bar_kg_m + wires_m * wire_kg_m


@rule(unit="ties")
def ties(bars_m: float, every_mm: float, bars: float) -> float:
    """Ties

    Wire or cable ties where bars cross the mesh; they only hold it until the mix sets.

    Args:
        bars_m: length of all bars
        every_mm: how far apart
        bars: how many bars

    Formula: ceil(1000 * bars_m / every_mm) + bars

    Source: common practice
    """
    return float(ceil(1000 * bars_m / every_mm)) + bars


@rule(unit="bars")
def stock_bars(lengths_cut: float) -> float:
    """Stock bars to have

    Args:
        lengths_cut: lengths that the cut plan uses

    Formula: lengths_cut

    Source: the cut plan, longest first
    """
    return lengths_cut


@rule(unit="sheets")
def mesh_sheets(sheets_cut: float) -> float:
    """Sheets of mesh to have

    Args:
        sheets_cut: sheets that the cut plan uses

    Formula: sheets_cut

    Source: the cut plan; panels that are larger than a sheet are lapped by one square and 50 mm
    """
    return sheets_cut


@rule(unit="places")
def held_places(length_mm: float, width_mm: float, every_mm: float) -> float:
    """Support points

    Along and across, none farther apart than so much.

    Args:
        length_mm: of the steel
        width_mm: of the steel
        every_mm: how far apart

    Formula: (ceil(length_mm / every_mm) + 1) * (ceil(width_mm / every_mm) + 1)

    Source: common practice, 400 to 600 mm
    """
    return float((ceil(length_mm / every_mm) + 1) * (ceil(width_mm / every_mm) + 1))


@rule(unit="kg")
def cage_mass(bars_m: float, bar_kg_m: float) -> float:
    """Mass of a cage

    Args:
        bars_m: length of all its bars
        bar_kg_m: mass of a metre of bar

    Formula: bars_m * bar_kg_m

    Source: arithmetic
    """
    return bars_m * bar_kg_m


@rule(unit="ties")
def cage_ties(crossings: float) -> float:
    """Ties of a cage

    One wherever a bar crosses a link.

    Args:
        crossings: where bars cross

    Formula: crossings

    Source: common practice
    """
    return crossings


@rule(unit="kg")
def all_steel(**piece_kg: float) -> float:
    """Mass of all steel of the job

    Args:
        piece_kg: steel of all castings, piece by piece

    Formula: sum(inputs)

    Source: addition
    """
    return sum(piece_kg.values())


@rule(unit="kg")
def steel_of_castings(steel_kg: float, count: int) -> float:
    """Steel of all castings of a piece

    Args:
        steel_kg: of one casting
        count: how many

    Formula: steel_kg * count

    Source: arithmetic
    """
    return steel_kg * count
