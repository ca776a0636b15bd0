"""What is known of causes and of defects: one row each. Common practice throughout; no survey stands behind the points.

A cause names the facts that speak for it and against it: with ``!!`` before it very loudly, with ``!`` loudly, with
none plainly; in brackets one only hints. A defect names the causes that come into question and how often each is it, in
a hundred; what is missing to a hundred is something else.
"""

from collections.abc import Mapping
from typing import NamedTuple

SOURCE = "common practice; the points are estimates, until the shop has cases of its own"


class Cause(NamedTuple):
    """Why a casting may come out wrong, the facts for and against, and what to do the next time."""

    name: str
    speaks_for: str
    speaks_against: str
    next_time: str


class Defect(NamedTuple):
    """What may be wrong with a casting: where it shows, its causes by points, and what to do now."""

    name: str
    shows: str
    points: Mapping[str, int]
    now: str


CAUSES: Mapping[str, Cause] = {
    "dry": Cause(
        "Too dry or stiff for the way it was placed", "!water_under stiff (hot)",
        "!water_over water_on_plan felt_right",
        "Put the first batch's water at the top of its range, or dose plasticiser; mix smaller batches.",
    ),
    "wet": Cause(
        "Too wet", "!water_far_over water_over (vibrated_long)", "!water_under water_on_plan",
        "Weigh the water, and pour in the last tenth by the cup.",
    ),
    "unmixed": Cause(
        "Dry pockets from the mixer", "!mixed_short", "!mixed_long",
        "Scrape the bottom, mix a smaller batch, a minute longer.",
    ),
    "late-place": Cause(
        "Placed after it had stiffened", "!stiff hot", "!in_time",
        "Mix half batches with cold water, and have a second person place.",
    ),
    "novib": Cause(
        "Its air was not brought out", "!vibrated_short not_worked", "!vibrated_full",
        "Shake each layer as long as planned, from below, until no bubbles come.",
    ),
    "overvib": Cause(
        "Shaken until it came apart", "!vibrated_long water_over", "water_under stiff",
        "Stop when the surface shines, and never after it has begun to set.",
    ),
    "stone-big": Cause(
        "Its stones bridge", "!!stone_large", "!stone_small",
        "Use a finer mix, or give the steel more room.",
    ),
    "leak": Cause(
        "Paste ran out at a joint", "!joints_open !joint_near mould_worn water_over", "!joint_far",
        "Seal every joint, look along them with a light, and check the bolts.",
    ),
    "oil-much": Cause(
        "Too much release agent", "!release_pools", "!no_release film_fresh",
        "Wipe it thin until no print of a finger shines.",
    ),
    "oil-none": Cause(
        "No release agent, or none left", "!no_release release_old mould_worn", "!film_fresh",
        "Make release the last act before the pour, and write it down.",
    ),
    "absorb": Cause(
        "The form face drank water", "!mould_worn timber_form no_release", "new_face film_fresh",
        "Coat raw faces twice or tape them; make a worn face anew.",
    ),
    "hardface": Cause(
        "The slick form face held bubbles", "slick_form all_over (release_pools) (water_under)", "timber_form",
        "Brush on a thin first coat, or fill in two layers and shake each.",
    ),
    "coldjoint": Cause(
        "The lower layer had stiffened", "!gap hot", "!no_gap",
        "Fill in the order of the batches without a pause, and work the new layer into the last.",
    ),
    "bleedwork": Cause(
        "Bleed water was worked in", "!bleed_early water_over sprinkled cold", "!bleed_passed",
        "Wait for the sheen to go. Never put dry cement on it.",
    ),
    "overtrowel": Cause(
        "Trowelled late, or too often", "!late hot", "!float_only",
        "Trowel by its test, and fewer times.",
    ),
    "plastic": Cause(
        "Dried faster than it bled", "!drying_hard drying_wind hot (cover_short)", "!still_air moulded_face",
        "Pour in the evening, shade it, break the wind, and cover it at once.",
    ),
    "drycure": Cause(
        "Dried too early after set", "!cover_short !forced_dry (drying_wind)", "cover_kept",
        "Keep plastic on it for three to seven days, tented over show faces.",
    ),
    "coldset": Cause(
        "Hardened slowly in the cold", "!cold (water_over)", "!warm",
        "Use warm water and a blanket, or a mix that hardens sooner.",
    ),
    "frozen": Cause(
        "Froze young", "!!frost", "!warm",
        "Do not pour when frost is near, or keep it warm until it has {3.5 MPa}.",
    ),
    "rained": Cause("Rain or drips", "!!rain", "!indoors", "Put up a tent before the pour."),
    "weak": Cause(
        "Low strength, whatever the reason", "water_far_over cold cover_short !old_bag", "gate_passed",
        "Check water and cover; use bags under six months old without lumps.",
    ),
    "early-strip": Cause(
        "Stripped too early", "!stripped_early cold", "!gate_passed",
        "Wait for the gate, or for the scratch test.",
    ),
    "rough-strip": Cause(
        "Pried off", "!pried core_late no_release", "film_fresh",
        "Pull the form off away from the face: a knife first, then wedges.",
    ),
    "restraint": Cause(
        "It shrank on something that held it", "!core_late sharp_corner", "!core_in_time",
        "Draw formers between initial and final set, wrap them in foam, round their corners.",
    ),
    "corner": Cause(
        "Stress at an inner corner", "!sharp_corner no_steel thin", "!round_corner",
        "Round the corner, lay a bar across it and mesh round it.",
    ),
    "handle": Cause(
        "Lifted or turned beyond what it bears", "!lifted_early !seen_after_lift thin",
        "!!stays !seen_before_lift !lifted_well",
        "Lift it on edge, on a board, with more people, and later.",
    ),
    "bearing": Cause(
        "It stands unevenly, or on a hard point", "!seen_in_place lifted_early", "!full_bed !stays",
        "Shim it, or bed it on dabs of silicone.",
    ),
    "shrink": Cause(
        "It shrank over weeks, too long without a joint", "!ground_poor water_over (forced_dry) cover_short",
        "!seen_young",
        "Joints at 24 to 30 times its thickness, less water, and a longer cure.",
    ),
    "onesided": Cause(
        "One side dried first", "!one_open !forced_dry cover_short", "!both_open",
        "Stand it on battens with both faces open, and turn it daily.",
    ),
    "steel-near": Cause(
        "The steel lies too near its face", "!!steel_high vibrated_long stiff", "!height_checked",
        "Hang or clip the steel, and check its height with a gauge.",
    ),
    "lotmix": Cause("Another lot of cement or sand", "!lots_mixed", "!one_lot", "Buy one lot, or share its bags out."),
    "watervar": Cause(
        "Batches of different water", "!water_varied", "!batches_alike", "Give every batch the dose of the first.",
    ),
    "pigdose": Cause(
        "Pigment off its dose, or not spread", "!dose_off mixed_short", "dose_weighed",
        "Weigh it, stir it into the water, and mix longer.",
    ),
    "contact": Cause(
        "The cover touched its face", "!cover_touched", "!tented",
        "Tent it, or leave it open in the first hour.",
    ),
    "uneven-cure": Cause(
        "Its parts dried at different pace", "!stacked_wet one_open cover_touched (stripped_early)", "both_open",
        "Lay it on battens, with air on all faces.",
    ),
    "nodraft": Cause(
        "No draft, or an undercut", "!no_draft mould_worn", "!drafted",
        "Give it draft, split it, or wrap it in foam.",
    ),
    "swell": Cause(
        "The wood of the former swelled", "!wood_former no_release", "!foam_former",
        "Seal it, and saw a relief into it.",
    ),
    "moved": Cause(
        "The former floated or was pushed", "!former_loose sun", "!former_screwed",
        "Screw it down or load it, and fill round it in turns.",
    ),
    "bulge": Cause("A side gave way", "!weak_side", "!low_side", "Brace it, and look at it at half fill."),
    "unlevel": Cause(
        "The form was out of level or square", "!off_level", "!level", "Level it both ways and measure its diagonals.",
    ),
    "film-damp": Cause(
        "Moisture under the film", "!sheet_failed no_sheet sealed_young damp_place (bottom_sealed)", "!sheet_passed",
        "Wait for the sheet test, and leave its underside open.",
    ),
    "film-key": Cause(
        "The film did not grip", "!too_fine !unclean release_pools", "honed_right",
        "Hone no finer than the sealer grips on, wash it, and try it with a drop of water.",
    ),
    "film-window": Cause(
        "A coat on a cured coat", "!window_missed", "!in_window", "Sand between coats once the window has passed.",
    ),
    "film-thick": Cause(
        "Too thick, mixed wrong, or put on as it warmed", "!coat_heavy coat_weather sun", "",
        "Put on thin coats while the slab cools.",
    ),
    "film-pores": Cause(
        "Open pores gave off air", "!pores_open (coat_weather)", "!slurried",
        "Fill the pores, and thin the first coat.",
    ),
    "heat-acid": Cause(
        "Heat, acid or oil in use", "!used_hot", "!unused", "Put things under hot pans, or choose another sealer.",
    ),
    "efflo": Cause(
        "Salts carried out by water", "damp_place cold cover_short rain (dark)", "indoors",
        "Let it dry evenly and drain; seal it on all sides later.",
    ),
    "rust-org": Cause(
        "Iron, or wet wood, on it", "!stored_on_wood", "", "Store it on clean battens.",
    ),
}  # fmt: skip

DEFECTS: Mapping[str, Defect] = {
    "stone pockets": Defect(
        "Stone pockets", "edges, corners, the underside and under steel, at strip",
        {"novib": 26, "dry": 22, "leak": 16, "late-place": 10, "stone-big": 8, "unmixed": 7, "overvib": 3},
        "Tap round them for hollow ground. Fill what is under {10 limit} deep; cut deeper ones out and patch them.",
    ),
    "pinholes": Defect(
        "Pinholes", "the form side, most on upright faces, at strip",
        {"novib": 28, "hardface": 22, "oil-much": 15, "dry": 13, "late-place": 7, "wet": 4},
        "Open their skins with a hand pad, then fill them with slurry in two rounds.",
    ),
    "lift line": Defect(
        "Lift line", "a level line round the side, at strip",
        {"coldjoint": 58, "novib": 14, "watervar": 8, "late-place": 8, "lotmix": 4},
        "Tap along it. Where it carries, try it with a load and nobody under it; else fill it with slurry.",
    ),
    "dark wet patches": Defect(
        "Dark patches", "islands, edges of a film, near joints, from strip to four weeks",
        {"contact": 24, "uneven-cure": 22, "absorb": 14, "early-strip": 11, "leak": 8, "watervar": 6, "overtrowel": 6},
        "Wait two to four weeks on battens before judging. Do not seal them in.",
    ),
    "crumbling edge": Defect(
        "Crumbling edge", "edges and corners, at strip",
        {"early-strip": 28, "leak": 17, "dry": 12, "rough-strip": 11, "weak": 10, "coldset": 8, "frozen": 4},
        "Stop stripping, cover it again for a day; then sand or patch it.",
    ),
    "crack at corner": Defect(
        "Crack at a corner", "out of an inner corner, within hours or weeks",
        {"corner": 28, "restraint": 26, "handle": 16, "drycure": 9, "plastic": 6, "bearing": 6},
        "Mark its ends with the date, support it, and draw a former that still grips.",
    ),
    "crack across": Defect(
        "Crack across", "the full width, after a move or within weeks",
        {"handle": 32, "shrink": 16, "bearing": 15, "drycure": 10, "restraint": 8, "steel-near": 2, "frozen": 2},
        "Do not lift it flat: put a board under it. Mark its ends, to see whether it still moves.",
    ),
    "plastic cracks": Defect(
        "Cracks in the fresh face", "the top face, side by side or along steel, within six hours",
        {"plastic": 55, "steel-near": 9, "coldset": 8, "wet": 8, "bleedwork": 6, "bulge": 3},
        "While it is soft, float and tap them shut at once, and cover it.",
    ),
    "map cracking": Defect(
        "Map cracking", "a fine net, skin deep, seen when wet, within days or weeks",
        {"overtrowel": 24, "drycure": 24, "bleedwork": 18, "plastic": 8, "wet": 8, "hardface": 5},
        "It is a matter of looks: hone it, or harden and seal it.",
    ),
    "dusting": Defect(
        "Dusting or a soft face", "the face, within four weeks",
        {"bleedwork": 26, "drycure": 17, "weak": 14, "wet": 11, "rained": 9, "coldset": 7, "frozen": 6},
        "Scratch it. Put two coats of hardener on it, or hone its skin off.",
    ),
    "curl": Defect(
        "Curl", "corners up or a long side bowed, within eight weeks",
        {"onesided": 45, "shrink": 17, "drycure": 14, "bearing": 10, "unlevel": 5},
        "Turn it, damp its hollow side and weigh it down for a week or two; else shim it.",
    ),
    "steel showing": Defect(
        "Steel showing", "lines or dots of rust, from strip to months",
        {"steel-near": 72, "watervar": 4, "contact": 4},
        "Lines: let it dry four weeks. Rust: cut it back, prime it and patch it.",
    ),
    "colour band": Defect(
        "Colour band", "between castings or layers, from strip to four weeks",
        {"watervar": 26, "lotmix": 20, "pigdose": 16, "contact": 10, "coldjoint": 8, "uneven-cure": 8},
        "Wait four weeks. Then tint or seal both of a set alike.",
    ),
    "letters torn": Defect(
        "Letters torn", "their crests are missing, at strip",
        {"nodraft": 26, "oil-none": 24, "early-strip": 18, "rough-strip": 11, "novib": 9},
        "Cast a patch in the plate's letter, or carve it.",
    ),
    "former stuck": Defect(
        "Former stuck", "a knockout, a pipe or a sleeve that does not come out",
        {"restraint": 32, "nodraft": 22, "oil-none": 16, "swell": 14, "leak": 6},
        "Do not hammer on the casting. Drill foam out, saw a box and fold it in, turn a pipe as it is pulled.",
    ),
    "leak fins": Defect(
        "Fins and sand streaks", "joints and the lower edge, at strip",
        {"leak": 68, "bulge": 9, "wet": 9, "overvib": 5},
        "Cut fins off while they are soft; fill streaks with slurry.",
    ),
    "moved or off size": Defect(
        "Moved or off size", "an insert, a side or its thickness, at strip",
        {"moved": 34, "unlevel": 22, "bulge": 18},
        "Measure all of it. Drill again, grind back, or make the next piece fit.",
    ),
    "sealer pitted": Defect(
        "Sealer pitted", "pits, bubbles or craters in a film, within hours",
        {"film-pores": 30, "film-thick": 24, "film-key": 16, "film-damp": 8},
        "Let it cure, sand it, fill it, and put on a thin coat.",
    ),
    "sealer peels": Defect(
        "Sealer peels or whitens", "a film, within weeks or years",
        {"film-damp": 32, "film-key": 24, "film-window": 14, "film-thick": 9, "heat-acid": 8},
        "Sand it to a sound edge; take all of it off where over a tenth is loose.",
    ),
    "stain": Defect(
        "Stain or bloom", "any face, in use",
        {"efflo": 26, "heat-acid": 28, "rust-org": 14, "oil-much": 6, "contact": 6, "steel-near": 4},
        "Bloom: brush it dry, then wash it. Oil: lay a poultice on it for a day, two or three times.",
    ),
}  # fmt: skip
