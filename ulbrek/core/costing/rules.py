"""Rules of hours and prices."""

from ulbrek.core.base.figure import rule


@rule(unit="h")
def form_hours(forms: float, boards: float, board_m: float, knockouts: float, inserts: float, rates: float) -> float:
    """Hours at the forms

    Sawing, sanding, screwing, sealing and squaring: some for each form, for each board, and by their length. For a
    flat top of half a square metre with four sides that is 2.3 h, for a block as large as a fist one hour.

    Args:
        forms: how many are built
        boards: in each
        board_m: length of them in each
        knockouts: that keep an opening free, in each
        inserts: what is set and held, in each
        rates: against the likely pace

    Formula: forms * (0.2 + 0.1 * boards + 0.4 * board_m + knockouts + 0.25 * inserts) * rates

    Source: estimates: a flat top 1.5 to 4 h, an opening 0.5 to 2 h
    """
    return forms * (0.2 + 0.1 * boards + 0.4 * board_m + knockouts + 0.25 * inserts) * rates


@rule(unit="h")
def steel_hours(steel_m2: float, rates: float) -> float:
    """Hours at the steel

    Args:
        steel_m2: of pieces with steel in them
        rates: hours for a square metre

    Formula: steel_m2 * rates

    Source: estimates, 0.2 to 0.7 h/m²
    """
    return steel_m2 * rates


@rule(unit="h")
def pour_hours(volume_l: float, rates: float, pours: float, begun_h: float) -> float:
    """Hours of all hands at the pour

    Args:
        volume_l: that is placed
        rates: person-hours for a litre
        pours: how often it is poured
        begun_h: to set up and wash, each time

    Formula: volume_l * rates + pours * begun_h

    Source: estimates: 0.8 to 2.2 person-hours for a square metre of a 40 mm top
    """
    return volume_l * rates + pours * begun_h


@rule(unit="h")
def packed_hours(face_m2: float, rates: float) -> float:
    """Hours of packing

    Args:
        face_m2: of the faces that show
        rates: person-hours for a square metre

    Formula: face_m2 * rates

    Source: estimates, 1.5 to 4 person-hours/m²
    """
    return face_m2 * rates


@rule(unit="h")
def strip_hours(castings: float, round_m: float, rates: float) -> float:
    """Hours of stripping, and of cleaning the mould

    Some minutes for each, and by the length of its sides: 27 min for a flat top of half a square metre.

    Args:
        castings: that are stripped
        round_m: all its sides together
        rates: against the likely pace

    Formula: castings * (0.08 + 0.12 * round_m) * rates

    Source: common practice, 15 to 40 min for a top
    """
    return castings * (0.08 + 0.12 * round_m) * rates


@rule(unit="h")
def ground_hours(slab_m2: float, rates: float) -> float:
    """Hours from dig to broom

    Args:
        slab_m2: of slabs on the ground
        rates: person-hours for a square metre

    Formula: slab_m2 * rates

    Source: estimates, 1 to 3.5 person-hours/m² of a 100 mm slab dug with a spade
    """
    return slab_m2 * rates


@rule(unit="h")
def in_place_hours(top_m2: float, rates: float) -> float:
    """Hours from boards to plastic, over cabinets

    Args:
        top_m2: of tops cast over cabinets
        rates: person-hours for a square metre

    Formula: top_m2 * rates

    Source: estimates, 3 to 8 person-hours/m²
    """
    return top_m2 * rates


@rule(unit="h")
def setting_hours(set_m2: float, rates: float, begun_h: float) -> float:
    """Hours of setting in place

    Args:
        set_m2: of what is carried there
        rates: person-hours for a square metre, two people
        begun_h: on the way, unpacking and cleaning up

    Formula: set_m2 * rates + begun_h

    Source: estimates, 0.5 to 2 person-hours/m² each
    """
    return set_m2 * rates + begun_h


@rule(unit="h")
def all_hours(sum_h: float, pace: float) -> float:
    """Hours of work

    Args:
        sum_h: of all steps, as usual
        pace: of this shop, hours against the usual

    Formula: sum_h * pace

    Source: arithmetic
    """
    return sum_h * pace


@rule(unit="price")
def labour_price(work_h: float, hour_price: float, overhead_pct: float) -> float:
    """Labour, with what is put on it

    Args:
        work_h: all hours
        hour_price: of one
        overhead_pct: on hours

    Formula: work_h * hour_price * (1 + overhead_pct / 100)

    Source: common practice
    """
    return work_h * hour_price * (1 + overhead_pct / 100)


@rule(unit="price")
def price(materials_price: float, small_pct: float, labour_price: float, extras_price: float, margin_pct: float,
          rejects_pct: float) -> float:  # fmt: skip
    """Price

    Args:
        materials_price: as they are charged
        small_pct: small things, of materials
        labour_price: with overhead
        extras_price: what else is paid for
        margin_pct: on all of it
        rejects_pct: castings that fail and are cast again

    Formula: (materials_price * (1 + small_pct / 100) + labour_price + extras_price)
        * (1 + margin_pct / 100) / (1 - rejects_pct / 100)

    Source: common practice
    """
    spent = materials_price * (1 + small_pct / 100) + labour_price + extras_price
    return spent * (1 + margin_pct / 100) / (1 - rejects_pct / 100)
