"""What a cause may lean on: things that were so or were not in this casting, by its plan, its record or a person."""

from collections.abc import Mapping
from typing import Literal, NamedTuple

Family = Literal[
    "water", "dose", "mixing", "timing", "placing", "vibration", "release", "joints", "mould", "form", "warmth",
    "drying", "rain", "working", "cover", "stripping", "lifting", "shape", "steel", "ground", "moisture", "film",
    "use", "",
]  # fmt: skip


class Fact(NamedTuple):
    """Something that may have been so.

    Attributes:
        so: said of it where it was
        family: facts of one family count once, the strongest; those of none each for themselves
        record: what to write down next time, for it to be known; empty where a look at the casting tells
    """

    so: str
    family: Family = ""
    record: str = ""


_WATER, _TESTS = "The bags and all the water of each batch.", "Each test of readiness, the “not yet” too."
_COVER = "When it was covered, and when the cover came off."
_LIFT = "How it was lifted, by how many, and when."
_FORM = "A look at the form before the pour: joints, level, release."
_COAT = "Each coat with its hour, its amount and how warm it was."

# When each is true is worked out where the record is read; the limits are common practice.
FACTS: Mapping[str, Fact] = {
    "water_over": Fact("It was mixed with over 5 % more water than planned", "water", _WATER),
    "water_far_over": Fact(
        "It was mixed with over 12 % more water than planned, or over its bag's limit", "water", _WATER
    ),
    "water_under": Fact("It was mixed with over 5 % less water than planned", "water", _WATER),
    "water_on_plan": Fact("Its water was weighed and lies within 3 % of the plan", "water", _WATER),
    "felt_right": Fact("The test of how it feels was passed", "water", "How the mix felt before it was placed."),
    "water_varied": Fact("Its batches differ by more than 3 % in water", "water", _WATER),
    "batches_alike": Fact("Its batches lie within 2 % of each other in water", "water", _WATER),
    "dose_off": Fact("Pigment or an admixture was off its dose by over 10 %", "dose", "What was weighed of each dose."),
    "dose_weighed": Fact("Every dose was weighed", "dose", "What was weighed of each dose."),
    "lots_mixed": Fact("Bags of two lots went into it, or into its set", "", "Which lot each bag came from."),
    "one_lot": Fact("All its bags were of one lot", "", "Which lot each bag came from."),
    "old_bag": Fact("Its bags were old or had lumps", "", "When bags were bought."),
    "mixed_short": Fact("A batch was mixed too short, or was too large", "mixing", "How long each batch was mixed."),
    "mixed_long": Fact("Each batch was mixed its full time", "mixing", "How long each batch was mixed."),
    "stiff": Fact("It was placed late, or water was added after mixing", "timing", "When each batch was placed."),
    "in_time": Fact("All of it was placed within its working time", "timing", "When each batch was placed."),
    "gap": Fact("There was a long pause between two layers", "timing", "When each batch was placed."),
    "no_gap": Fact("Each layer followed the one before at once", "timing", "When each batch was placed."),
    "stone_large": Fact("Its stones are large for the section or for the space at the steel", "shape"),
    "stone_small": Fact("Its stones are under a quarter of the section", "shape"),
    "not_worked": Fact("The first layer was not worked into edges and corners", "placing",
                       "Whether the first layer was worked into the edges."),
    "vibrated_short": Fact("It was shaken for less than half of the planned time, or not at all", "vibration",
                           "How long it was shaken."),
    "vibrated_full": Fact("It was shaken as long as planned", "vibration", "How long it was shaken."),
    "vibrated_long": Fact("It was shaken far too long, or as it set", "vibration", "How long it was shaken."),
    "no_release": Fact("No release agent was noted", "release", _FORM),
    "release_pools": Fact("Release agent stood in pools or runs", "release", _FORM),
    "release_old": Fact("The mould was filled too often since it was last oiled or waxed", "release", _FORM),
    "film_fresh": Fact("A thin film of release agent was put on for this filling", "release", _FORM),
    "joints_open": Fact("Joints were not sealed, or the sealant had not cured", "joints", _FORM),
    "joint_far": Fact("The defect lies clear of every joint", "joints"),
    "joint_near": Fact("The defect lies along a joint of the form", "joints"),
    "mould_worn": Fact("The mould is past 70 % of its life", "mould", "Fillings of each mould."),
    "new_face": Fact("The form was of new, faced board", "mould", _FORM),
    "timber_form": Fact("The form is of timber that drinks", "mould"),
    "slick_form": Fact("The form face is slick", "mould"),
    "off_level": Fact("The form was not level or square, or its sides were uneven", "form", _FORM),
    "level": Fact("The form was checked for level and square", "form", _FORM),
    "weak_side": Fact("A tall side was braced less than planned, or screws were left out", "form", _FORM),
    "low_side": Fact("Its sides are under {60 limit} high", "form"),
    "cold": Fact("It was under {10 C} at the pour or in its first 12 h", "warmth", "How warm the concrete was."),
    "hot": Fact("It was over {30 C} at the pour or in its first 12 h", "warmth", "How warm the concrete was."),
    "frost": Fact("It froze before it had {3.5 MPa}", "warmth", "How warm the concrete was."),
    "warm": Fact("It was kept over {15 C} throughout", "warmth", "How warm the concrete was."),
    "drying_wind": Fact("It dried at over {0.5 kg/m2/h} while it lay open", "drying", "Wind and air at the pour."),
    "drying_hard": Fact("It dried at over {1 kg/m2/h} while it lay open", "drying", "Wind and air at the pour."),
    "still_air": Fact("It dried at under {0.25 kg/m2/h} while it lay open", "drying", "Wind and air at the pour."),
    "moulded_face": Fact("The face lay against the form", "drying"),
    "sun": Fact("Sun fell on it before it was stripped", "drying", "Sun on the form."),
    "rain": Fact("Rain or drips fell on it before final set", "rain", "Rain on pour day."),
    "indoors": Fact("It lay indoors", "rain"),
    "bleed_early": Fact("It was worked while bleed water stood on it", "working", _TESTS),
    "bleed_passed": Fact("The test for bleed water was passed first", "working", _TESTS),
    "late": Fact("It was trowelled or broomed after its time, or over three times", "working", _TESTS),
    "float_only": Fact("It was floated and not trowelled", "working", _TESTS),
    "sprinkled": Fact("Water or dry cement was put on its face", "working", "What was put on the face."),
    "cover_short": Fact("It was covered late, or kept moist under 60 % of the plan", "cover", _COVER),
    "cover_kept": Fact("It was kept moist as planned", "cover", _COVER),
    "cover_touched": Fact("Plastic or cloth lay on its face in folds", "cover", _COVER),
    "tented": Fact("Its cover did not touch it", "cover", _COVER),
    "forced_dry": Fact("A fan, a heater or the sun dried it within three days", "drying", "Fans, heaters and sun."),
    "one_open": Fact("Only one of its faces could dry", "drying", "How it was stored."),
    "both_open": Fact("Both of its faces could dry", "drying", "How it was stored."),
    "stripped_early": Fact("It was stripped before its gate", "stripping", "When it was stripped."),
    "gate_passed": Fact("A test said that it could be stripped", "stripping", _TESTS),
    "core_late": Fact("The former was drawn after its time", "stripping", "When formers were drawn."),
    "core_in_time": Fact("The former was drawn in its time", "stripping", "When formers were drawn."),
    "pried": Fact("It was pried or hammered off", "stripping", "How it came off the form."),
    "drafted": Fact("The former has 3° of draft or more", "shape"),
    "no_draft": Fact("The former has no draft, or an undercut", "shape"),
    "wood_former": Fact("The former is of bare wood", "mould"),
    "foam_former": Fact("The former is of foam or steel", "mould"),
    "former_loose": Fact("Its hold-down was under its uplift, or it was filled from one side", "form", _FORM),
    "former_screwed": Fact("The former was screwed down or held with ballast", "form", _FORM),
    "lifted_early": Fact("It was lifted before its gate, lying flat, or by too few", "lifting", _LIFT),
    "lifted_well": Fact("It was lifted on edge, after its gate, by enough people", "lifting", _LIFT),
    "seen_before_lift": Fact("The crack was there before it was lifted", "lifting", "When a crack was first seen."),
    "seen_after_lift": Fact("The crack was first seen after it was lifted", "lifting", "When a crack was first seen."),
    "seen_in_place": Fact("It was first seen after it stood in its place", "lifting", "When a crack was first seen."),
    "stays": Fact("It stays where it was cast", "lifting"),
    "full_bed": Fact("It stands on a full bed, or on shims that were checked", "lifting", "How it stands."),
    "seen_young": Fact("It was seen within two days", "", "When it was first seen."),
    "thin": Fact("The section there is thinner than its rule, or changes by half", "shape"),
    "sharp_corner": Fact("The inner corner has a radius under {10 limit}", "shape"),
    "round_corner": Fact("The inner corner has a radius of {25 limit} or more and a diagonal bar", "shape"),
    "no_steel": Fact("There is no steel where the plan has some", "steel", "Steel as it was laid."),
    "steel_high": Fact("The steel lies too near that face, or was not checked for height", "steel",
                       "Steel checked at half fill."),
    "height_checked": Fact("The height of the steel was checked at half fill", "steel", "Steel checked at half fill."),
    "ground_poor": Fact("Joints are too far apart, or the ground is soft, or not parted from what stands", "ground"),
    "sheet_failed": Fact("The sheet test found it damp", "moisture", "The sheet test."),
    "no_sheet": Fact("A film was put on without a sheet test", "moisture", "The sheet test."),
    "sheet_passed": Fact("The sheet test found it dry", "moisture", "The sheet test."),
    "bottom_sealed": Fact("Its underside was sealed", "moisture", _COAT),
    "too_fine": Fact("It was honed finer than the sealer grips on", "film", "The last grit."),
    "unclean": Fact("Dust, oil, wax or a curing agent lay on it", "film", "How it was cleaned before the first coat."),
    "honed_right": Fact("It was honed to a grit that the sealer grips on, and washed", "film", "The last grit."),
    "window_missed": Fact("A coat went on after the window without sanding", "film", _COAT),
    "in_window": Fact("Each coat went on within its window", "film", _COAT),
    "coat_heavy": Fact("A coat was over 1.3 of its amount, or mixed wrong", "film", _COAT),
    "coat_weather": Fact("It was coated too cold, too warm, too damp or as it warmed", "film", _COAT),
    "pores_open": Fact("Pinholes were noted and not filled", "film", "Pinholes and what was done with them."),
    "slurried": Fact("Its pores were filled with slurry", "film", "Pinholes and what was done with them."),
    "sealed_young": Fact("It was sealed before its gate", "moisture", _COAT),
    "used_hot": Fact("Hot pans, acid or oil came on it", "use", "What came on it in use."),
    "stored_on_wood": Fact("It lay on wet or oak wood, or iron lay on it", "use", "How it was stored."),
    "unused": Fact("It has not been used", "use"),
    "stacked_wet": Fact("It was stacked or leaned wet against another", "cover", "How it was stored."),
    "damp_place": Fact("It stood damp, or rain ran through it", "moisture", "How it was stored."),
    "dark": Fact("It is dark with pigment", ""),
    "islands": Fact("It shows as islands with sharp edges", ""),
    "all_over": Fact("It is all over the face that lay against the form", ""),
}  # fmt: skip

# Two sides of one thing: where the first was so, the second was not, and the other way round. Of those below the line
# there is a middle too: where one was not so, nothing is said of the other.
_EITHER = (
    ("joint_near", "joint_far"), ("seen_after_lift", "seen_before_lift"), ("core_late", "core_in_time"),
    ("one_open", "both_open"), ("lifted_early", "lifted_well"), ("lots_mixed", "one_lot"), ("used_hot", "unused"),
    ("window_missed", "in_window"), ("cover_touched", "tented"),
)  # fmt: skip
_NOT_BOTH = (
    ("vibrated_short", "vibrated_full"), ("stiff", "in_time"), ("gap", "no_gap"), ("cover_short", "cover_kept"),
    ("off_level", "level"), ("steel_high", "height_checked"), ("sheet_failed", "sheet_passed"),
    ("pores_open", "slurried"), ("bleed_early", "bleed_passed"), ("sharp_corner", "round_corner"),
    ("no_draft", "drafted"), ("wood_former", "foam_former"), ("former_loose", "former_screwed"),
    ("mixed_short", "mixed_long"), ("dose_off", "dose_weighed"), ("stripped_early", "gate_passed"),
    ("water_varied", "batches_alike"), ("stone_large", "stone_small"), ("no_release", "film_fresh"),
)  # fmt: skip
OTHER_SIDE: Mapping[str, str] = {
    one: other for pair in (*_EITHER, *_NOT_BOTH) for one, other in (pair, pair[::-1])
}  # fmt: skip
EITHER = frozenset(fact for pair in _EITHER for fact in pair)
