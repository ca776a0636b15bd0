"""How long a grit takes, how much slurry and sealer go on, and how thick a film is left."""

from math import ceil

from ulbrek.core.base.figure import rule


@rule(unit="m2/h")
def grinding_rate(rate_m2_h: float, strength_factor: float, surface_factor: float, machine_factor: float) -> float:
    """Grinding rate

    Face done in an hour with one grit, in crossed passes, until the scratches of the grit before are gone.

    Args:
        rate_m2_h: of the grit on a hand-held wet polisher, on ordinary concrete
        strength_factor: green concrete goes faster, strong concrete slower
        surface_factor: a hard-trowelled skin or hard stone goes slower
        machine_factor: a large machine goes faster, a pad by hand slower

    Formula: rate_m2_h * strength_factor * surface_factor * machine_factor

    Source: common practice
    """
    return rate_m2_h * strength_factor * surface_factor * machine_factor


@rule(unit="min")
def grit_minutes(area_m2: float, rate_m2_h: float) -> float:
    """Time for a grit

    Args:
        area_m2: of the faces
        rate_m2_h: done in an hour

    Formula: area_m2 / rate_m2_h * 60

    Source: arithmetic
    """
    return area_m2 / rate_m2_h * 60


@rule(unit="1", kind="ratio")
def pads_needed(area_m2: float, life_m2: float, life_factor: float) -> float:
    """Pads used up

    Args:
        area_m2: of the faces
        life_m2: what a pad does before it is worn
        life_factor: green concrete wears pads out sooner

    Formula: area_m2 / (life_m2 * life_factor)

    Source: the shop's own pads, else common practice
    """
    return area_m2 / (life_m2 * life_factor)


@rule(unit="l")
def water_for_grinding(area_m2: float, water_l_m2: float) -> float:
    """Water for a grit

    Nearly all of it comes off again as slurry, to be caught.

    Args:
        area_m2: of the faces
        water_l_m2: fed for each square metre

    Formula: area_m2 * water_l_m2

    Source: common practice
    """
    return area_m2 * water_l_m2


@rule(unit="min")
def edge_minutes(length_mm: float, passes: float, feed_m_min: float, hardness_factor: float) -> float:
    """Time to rout an edge

    Args:
        length_mm: of the edges
        passes: of the bit
        feed_m_min: how fast it is led on concrete of 20 to 30 MPa [m/min]
        hardness_factor: green concrete goes faster, strong concrete slower

    Formula: length_mm / 1000 * passes / (feed_m_min * hardness_factor)

    Source: common practice
    """
    return length_mm / 1000 * passes / (feed_m_min * hardness_factor)


@rule(unit="min")
def minutes_along(length_mm: float, pace_m_h: float, times: float) -> float:
    """Time to work along edges

    Args:
        length_mm: of the edges
        pace_m_h: done in an hour, once [m/h]
        times: how often, once for each grit

    Formula: length_mm / 1000 / pace_m_h * 60 * times

    Source: common practice
    """
    return length_mm / 1000 / pace_m_h * 60 * times


@rule(unit="l")
def slurry_round(area_m2: float, void_pct: float, depth_mm: float, share_open: float, film_l_m2: float) -> float:
    """Slurry for a round

    What the open voids hold, and what is lost as a film and in the bucket. A millimetre over a square metre is a litre.

    Args:
        area_m2: of the faces
        void_pct: share of the face that is open [%]
        depth_mm: of the voids, on average
        share_open: how much of them is still open in this round
        film_l_m2: lost on the face and in the bucket [l/m²]

    Formula: area_m2 * (void_pct / 100 * depth_mm * share_open + film_l_m2)

    Source: geometry; shares and losses are common practice
    """
    return area_m2 * (void_pct / 100 * depth_mm * share_open + film_l_m2)


@rule(unit="kg/l")
def cement_in_paste(water_share: float) -> float:
    """Cement in a litre of paste

    Args:
        water_share: water to cement, by mass

    Formula: 1 / (water_share + 1 / 3.15)

    Source: absolute volumes, cement at 3.15 kg/l
    """
    return 1 / (water_share + 1 / 3.15)


@rule(unit="kg")
def cement_for_slurry(slurry_l: float, cement_kg_l: float) -> float:
    """Filler for the slurry, dry

    Args:
        slurry_l: litres of it, all rounds
        cement_kg_l: dry filler in a litre [kg/l]

    Formula: slurry_l * cement_kg_l

    Source: arithmetic
    """
    return slurry_l * cement_kg_l


@rule(unit="g")
def pigment_in_slurry(filler_kg: float, pigment_g: float, cement_kg: float) -> float:
    """Pigment for the slurry: as much to its cement as in the mix

    Args:
        filler_kg: dry filler, taken as all cement [kg]
        pigment_g: in a bag of the mix [g]
        cement_kg: in a bag of the mix [kg]

    Formula: filler_kg / cement_kg * pigment_g

    Source: common practice: the mix's own ratio; a sample, dried, tells
    """
    return filler_kg / cement_kg * pigment_g


@rule(unit="min")
def slurry_minutes(area_m2: float, min_m2: float) -> float:
    """Time for a round of slurry

    Args:
        area_m2: of the faces
        min_m2: to work it in and strike it off [min/m²]

    Formula: area_m2 * min_m2

    Source: common practice
    """
    return area_m2 * min_m2


@rule(unit="l", kind="water")
def sealer_coat(area_m2: float, coverage_m2_per_l: float, waste_pct: float) -> float:
    """Sealer for a coat, as it goes on

    Args:
        area_m2: of the faces
        coverage_m2_per_l: how far a litre goes
        waste_pct: what stays in pad, tray and pot [%]

    Formula: area_m2 / coverage_m2_per_l * (1 + waste_pct / 100)

    Source: the product's own sheet; waste is common practice
    """
    return area_m2 / coverage_m2_per_l * (1 + waste_pct / 100)


@rule(unit="l", kind="water")
def sealer_in_coat(coat_l: float, thin_pct: float) -> float:
    """Sealer in a thinned coat

    Args:
        coat_l: as it goes on
        thin_pct: thinner for 100 parts of sealer, by volume [%]

    Formula: coat_l / (1 + thin_pct / 100)

    Source: arithmetic
    """
    return coat_l / (1 + thin_pct / 100)


@rule(unit="l", kind="water")
def sealer_in_all(first_l: float, other_coats: float, other_l: float) -> float:
    """Sealer in all

    Args:
        first_l: in the first coat
        other_coats: how many follow it
        other_l: in each of them

    Formula: first_l + other_coats * other_l

    Source: arithmetic
    """
    return first_l + other_coats * other_l


@rule(unit="l", kind="water")
def part_by_volume(sealer_l: float, parts: float, other_parts: float) -> float:
    """One part of a two-part product, by volume

    Args:
        sealer_l: of both together
        parts: of this one
        other_parts: of the other

    Formula: sealer_l * parts / (parts + other_parts)

    Source: arithmetic
    """
    return sealer_l * parts / (parts + other_parts)


@rule(unit="g")
def part_by_mass(part_l: float, density_kg_l: float) -> float:
    """One part of a two-part product, by mass

    A ratio by volume is another one by mass: each part has its own density.

    Args:
        part_l: of this part
        density_kg_l: its density [kg/l]

    Formula: part_l * density_kg_l * 1000

    Source: arithmetic; densities as the product's own sheet says
    """
    return part_l * density_kg_l * 1000


@rule(unit="um")
def wet_film(coverage_m2_per_l: float) -> float:
    """Wet film of a coat

    A litre over ten square metres is a tenth of a millimetre.

    Args:
        coverage_m2_per_l: how far a litre goes

    Formula: 1000 / coverage_m2_per_l

    Source: geometry
    """
    return 1000 / coverage_m2_per_l


@rule(unit="um")
def dry_film(wet_um: float, coats: float, solids_pct: float, thin_pct: float) -> float:
    """Dry film of all coats

    Args:
        wet_um: of each coat
        coats: how many
        solids_pct: what is left when it is dry, by volume [%]
        thin_pct: thinner for 100 parts of sealer in the first coat, by volume [%]

    Formula: wet_um * solids_pct / 100 * (coats - 1 + 1 / (1 + thin_pct / 100))

    Source: geometry
    """
    return wet_um * solids_pct / 100 * (coats - 1 + 1 / (1 + thin_pct / 100))


@rule(unit="min")
def coat_minutes(area_m2: float, rate_m2_h: float) -> float:
    """Time for a coat

    Args:
        area_m2: of the faces
        rate_m2_h: coated in an hour

    Formula: area_m2 / rate_m2_h * 60

    Source: common practice
    """
    return area_m2 / rate_m2_h * 60


@rule(unit="min")
def minutes_to_open(area_m2: float, rate_m2_h: float) -> float:
    """Time to open a young face

    Args:
        area_m2: of the faces
        rate_m2_h: sponged or washed in an hour, by hand

    Formula: area_m2 / rate_m2_h * 60

    Source: common practice
    """
    return area_m2 / rate_m2_h * 60


@rule(unit="mm", kind="there")
def cover_left(cover_mm: float, taken_mm: float) -> float:
    """Cover left to the steel

    Args:
        cover_mm: once what Measure allows is ground off
        taken_mm: what this look grinds off beyond that

    Formula: cover_mm - taken_mm

    Source: geometry
    """
    return cover_mm - taken_mm


@rule(unit="h")
def hours_of_work(minutes_min: float, sessions: float, setup_min: float, coats: float, mixing_min: float) -> float:
    """Hours of work

    Castings that are finished together share what is set up and mixed.

    Args:
        minutes_min: of all steps, for all castings
        sessions: how often the wet corner is set up and cleaned
        setup_min: for each
        coats: how many coats are put on
        mixing_min: to wipe down, mix, strain and clean up for each

    Formula: (minutes_min + sessions * setup_min + coats * mixing_min) / 60

    Source: common practice
    """
    return (minutes_min + sessions * setup_min + coats * mixing_min) / 60


@rule(unit="MPa")
def strength_to_grind(wanted_mpa: float, reaches_mpa: float) -> float:
    """Strength to grind

    Green concrete is quick to grind and eats pads; its stones come out where they are laid open. A weak mix is ground
    when it has most of what it ever reaches.

    Args:
        wanted_mpa: what grinding wants
        reaches_mpa: what it has at 28 days at the least

    Formula: min(wanted_mpa, 0.8 * reaches_mpa)

    Source: common practice: green 10 MPa, a cream face from 15 MPa, stone laid open from 20 to 25 MPa
    """
    return min(wanted_mpa, 0.8 * reaches_mpa)


@rule(unit="ug/m3")
def dust_average(dust_ug_m3: float, hours_h: float) -> float:
    """Quartz dust over eight hours

    What is breathed in for some hours, spread over a shift. From 25 µg/m³ on something must be done about it, 50 is the
    limit in the US, 100 in the EU and the UK. An estimate: only a measurement in the shop says what it is there.

    Args:
        dust_ug_m3: respirable quartz in the air while grinding [µg/m³]
        hours_h: of grinding

    Formula: dust_ug_m3 * hours_h / 8

    Source: 29 CFR 1926.1153 and directive (EU) 2017/2398, from memory; dust while grinding is an estimate
    """
    return dust_ug_m3 * hours_h / 8


def whole_pads(worn: float) -> int:
    """How many pads of a grit are needed at least: one, even where it is hardly worn.

    Args:
        worn: pads used up
    """
    return max(1, ceil(worn - 1e-9))
