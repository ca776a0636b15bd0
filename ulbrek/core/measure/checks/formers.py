"""What would go wrong with what is formed in a piece and left in it."""

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.kit.lettering import missing
from ulbrek.core.measure.features.bolt import Bolt
from ulbrek.core.measure.features.core import Core
from ulbrek.core.measure.features.cutout import Cutout
from ulbrek.core.measure.features.hole import RoundHole
from ulbrek.core.measure.features.lettering import Lettering
from ulbrek.core.measure.features.pipe import Pipe
from ulbrek.core.measure.features.recess import Recess
from ulbrek.core.measure.features.sleeve import Sleeve
from ulbrek.core.measure.features.wood_pad import WoodPad
from ulbrek.core.measure.rules.webs import LEAST_FLOOR_MM
from ulbrek.core.measure.shape import FeatureInPlan, Shape

LEAST_DRAFT_DEG = 2.0
SHALLOW_MM = 10.0
LEAST_COVER_MM = 25.0
_HARD = ("hard", "box")


@check("deeper-than-its-piece", "stop")
def deeper_than_its_piece(shape: Shape) -> list[Finding]:
    """Deeper than its piece

    What goes into a face without going through leaves concrete behind it; what lies inside has concrete on both sides.

    Source: geometry
    """
    thickness = shape.piece.thickness.mm
    return [
        finding(
            deeper_than_its_piece,
            title="{feature} sticks out of the piece by {past}"
            if past > 0
            else "{feature} leaves no concrete behind it",
            reason="It reaches {reach} into {thickness} of concrete.",
            remedy="Make it shallower, the piece thicker, or let it go right through.",
            field=f"/features/{placed.index}",
            values={
                "feature": placed.feature.name,
                "past": Quantity(past, "mm"),
                "reach": Quantity(past + thickness, "mm"),
                "thickness": Quantity(thickness, "mm"),
            },
        )
        for placed in _firsts(shape)
        for past in [placed.feature.reach_mm(thickness) - thickness]
        if past >= 0
    ]


@check("smooth-wooden-bar", "caution")
def smooth_wooden_bar(shape: Shape) -> list[Finding]:
    """A smooth wooden bar

    Wood drinks the water of the mix and swells, then dries and shrinks: the bar is loose within weeks.

    Source: common practice
    """
    return [
        finding(
            smooth_wooden_bar,
            title="{feature} is wood and works loose",
            reason="Wood swells in the wet mix, dries and shrinks; then only its shape holds it.",
            remedy="Seal it all over and give it a pin or screws across it to hold by; or use steel.",
            field=f"/features/{index}/material",
            values={"feature": feature.name},
            change=Change("Use steel", {f"/features/{index}/material": "steel"}),
        )
        for index, feature in enumerate(shape.piece.features)
        if isinstance(feature, Sleeve) and feature.material == "wood"
    ]


LEAST_PLAY_MM = 0.5


@check("does-not-pass-its-sleeve", "stop")
def does_not_pass_its_sleeve(shape: Shape) -> list[Finding]:
    """It does not pass its sleeve

    Tubes are not true, paint and rust add to a bar: under 0.5 mm of play it binds, or does not go in at all.

    Source: common practice
    """
    return [
        finding(
            does_not_pass_its_sleeve,
            title="{through} does not pass {feature}: its bore is {bore}",
            reason="Tubes are not true, and paint or rust add to a bar; it needs {least} of play.",
            remedy="Take a wider tube or one with a thinner wall, or a thinner bar.",
            field=f"/features/{index}/takes",
            values={
                "feature": feature.name,
                "through": Quantity(feature.takes.mm, "mm"),
                "bore": Quantity(bore, "mm"),
                "least": Quantity(LEAST_PLAY_MM, "fine"),
            },
        )
        for index, feature in enumerate(shape.piece.features)
        if isinstance(feature, Sleeve) and feature.takes is not None
        for bore in [feature.diameter.mm - 2 * feature.wall.mm if feature.wall else 0.0]
        if bore - feature.takes.mm < LEAST_PLAY_MM - 1e-6
    ]


@check("tube-is-solid", "stop")
def tube_is_solid(shape: Shape) -> list[Finding]:
    """A tube's wall fills it

    A wall of half the diameter or more leaves no bore.

    Source: geometry
    """
    return [
        finding(
            tube_is_solid,
            title="{feature} has a {wall} wall and is {diameter} across",
            reason="No bore is left in it.",
            remedy="Enter the wall of the tube, or leave it empty for a solid bar.",
            field=f"/features/{index}/wall",
            values={
                "feature": feature.name,
                "wall": Quantity(feature.wall.mm, "mm"),
                "diameter": Quantity(feature.diameter.mm, "mm"),
            },
            change=Change("Make it a solid bar", {f"/features/{index}/wall": None}),
        )
        for index, feature in enumerate(shape.piece.features)
        if isinstance(feature, Sleeve | Pipe)
        and feature.wall is not None
        and 2 * feature.wall.mm >= feature.diameter.mm
    ]


@check("floor-too-thin", "stop")
def floor_too_thin(shape: Shape) -> list[Finding]:
    """Floor under a recess too thin

    What is left behind a recess, a groove or a core must be 20 mm or more.

    Source: common practice
    """
    found = []
    thickness = shape.piece.thickness.mm
    for placed in _firsts(shape):
        deep = placed.feature.depth_into_face
        if deep is None or isinstance(placed.feature, Bolt) or not 0 < thickness - deep < LEAST_FLOOR_MM - 1e-6:
            continue
        feature = placed.feature
        change = None
        if (
            isinstance(feature, Recess | Core | WoodPad | RoundHole | Cutout | Lettering)
            and thickness > LEAST_FLOOR_MM + 1
        ):
            depth = feature.depth
            assert depth is not None  # noqa: S101 - it has one, or nothing goes into the face
            less = depth.at_most(thickness - LEAST_FLOOR_MM)
            change = Change(
                "Make it {less} deep",
                {f"/features/{placed.index}/depth": less.model_dump()},
                {"less": Quantity(less.mm, "mm")},
            )
        found.append(
            finding(
                floor_too_thin,
                title="Only {left} of concrete is left under {feature}; it needs {least}",
                reason="Thinner, the floor breaks through when the knockout is pulled.",
                remedy="Make it shallower, or the piece thicker.",
                field=f"/features/{placed.index}",
                values={
                    "feature": feature.name,
                    "left": Quantity(thickness - deep, "there"),
                    "least": Quantity(LEAST_FLOOR_MM, "limit"),
                },
                change=change,
            )
        )
    return found


@check("undercut", "stop")
def undercut(shape: Shape) -> list[Finding]:
    """Undercut

    What is wider inside than at its face cannot be drawn: a hard former stays in for good.

    Source: common practice
    """
    return [
        finding(
            undercut,
            title="{feature} is wider inside than at its face",
            reason="Its knockout cannot be pulled out in one piece.",
            remedy="Let it narrow inwards, form it in foam that is dug out, or split the knockout.",
            field=f"/features/{index}/draft_deg",
            values={"feature": feature.name},
            change=Change("Let it narrow inwards", {f"/features/{index}/draft_deg": abs(feature.draft_deg)}),
        )
        for index, feature in enumerate(shape.piece.features)
        if isinstance(feature, Recess | Core) and feature.former in _HARD and feature.draft_deg < 0
    ]


@check("no-way-out", "stop")
def no_way_out(shape: Shape) -> list[Finding]:
    """A former without a way out

    Concrete shrinks onto a hard former. One deeper than 10 mm needs 2° of draft, or must come apart, or be foam.

    Source: common practice, 2 to 5°
    """
    return [
        finding(
            no_way_out,
            title="The knockout of {feature} cannot be pulled out",
            reason="Concrete shrinks onto a hard knockout {depth} deep with {draft} of draft.",
            remedy="Give it at least {least} of draft, split it, or use foam.",
            field=f"/features/{index}/draft_deg",
            values={
                "feature": feature.name,
                "depth": Quantity(feature.depth.mm, "mm"),
                "draft": f"{feature.draft_deg:g}°",
                "least": f"{LEAST_DRAFT_DEG:g}°",
            },
            change=Change(f"Give it {LEAST_DRAFT_DEG + 1:g}° of draft", {f"/features/{index}/draft_deg": 3.0}),
        )
        for index, feature in enumerate(shape.piece.features)
        if isinstance(feature, Recess | Core)
        and feature.former in _HARD
        and feature.depth.mm > SHALLOW_MM
        and 0 <= feature.draft_deg < LEAST_DRAFT_DEG
    ]


@check("box-cannot-make", "caution")
def box_cannot_make(shape: Shape) -> list[Finding]:
    """A box of boards makes square corners

    Boards meet in square corners and run straight: a rounded corner needs a block or foam.

    Source: geometry
    """
    return [
        finding(
            box_cannot_make,
            title="A box of boards cannot make {feature}",
            reason="Boards run straight, along the form, and meet in square corners; foam is planned instead.",
            remedy="Square its corners, or cut the knockout from foam or a block.",
            field=f"/features/{placed.index}/former",
            values={"feature": placed.feature.name},
            change=Change("Cut it from foam", {f"/features/{placed.index}/former": "foam"}),
        )
        for placed in _firsts(shape)
        if placed.feature.knockout == "box" and not placed.outline.is_rectangle
    ]


@check("insert-near-face", "caution")
def insert_near_face(shape: Shape) -> list[Finding]:
    """Insert too near a face

    A bolt, a void or a mat nearer than 25 mm to a face cracks it off or shows through.

    Source: common practice
    """
    found = []
    for placed in _firsts(shape):
        near = placed.feature.cover_mm(shape.piece.thickness.mm)
        if near is not None and 0 < near < LEAST_COVER_MM - 1e-6:
            found.append(
                finding(
                    insert_near_face,
                    title="Only {near} of concrete between {feature} and the nearest face",
                    reason="Under {least} it cracks off or shows through.",
                    remedy="Set it deeper, make it shorter, or the piece thicker.",
                    field=f"/features/{placed.index}",
                    values={
                        "feature": placed.feature.name,
                        "near": Quantity(near, "there"),
                        "least": Quantity(LEAST_COVER_MM, "limit"),
                    },
                )
            )
    return found


@check("letters-missing", "stop")
def letters_missing(shape: Shape) -> list[Finding]:
    """Letters that cannot be cast

    The font that letters are cast in does not have all of them; the others leave a space.

    Source: the font shipped with the application
    """
    return [
        finding(
            letters_missing,
            title="{feature} has characters that cannot be cast: {letters}",
            reason="They would be left blank, and what is cast wrong stays wrong.",
            remedy="Write it with other characters.",
            field=f"/features/{index}/text",
            values={"feature": feature.name, "letters": " ".join(missing(feature.text))},
        )
        for index, feature in enumerate(shape.piece.features)
        if isinstance(feature, Lettering) and missing(feature.text)
    ]


def _firsts(shape: Shape) -> list[FeatureInPlan]:
    return [placed for placed in shape.placed if placed.number == 0]
