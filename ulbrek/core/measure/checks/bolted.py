"""What would go wrong with what is bolted to a piece."""

from collections.abc import Iterator

from shapely import Point as ShapelyPoint

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.base.units import Length
from ulbrek.core.measure import rules
from ulbrek.core.measure.features.bolt import Bolt
from ulbrek.core.measure.rules.bolts import LEAST_EMBEDDED
from ulbrek.core.measure.shape import FeatureInPlan, Shape

LEAST_WOOD_MM = 15.0  # under a washer. Source: common practice.
TORN_OUT = 1.5  # times its diameter: by hand. Source: common practice.
_FLUSH_MM = 1.0


@check("bolt-off-its-face", "stop")
def bolt_off_its_face(shape: Shape) -> list[Finding]:
    """A bolt does not come out of its side

    A bolt in a side ends flush with it; one that floats inside can never be reached, one beyond it holds air.

    Source: geometry
    """
    found = []
    for placed in shape.placed:
        feature = placed.feature
        if not isinstance(feature, Bolt) or not feature.in_a_side or placed.number:
            continue
        off = _from_its_side(shape, placed)
        if off <= _FLUSH_MM:
            continue
        axis = "y" if feature.into in ("front", "back") else "x"
        anchor = getattr(feature, axis).model_copy(
            update={"side": feature.into, "to": "edge", "offset": Length(mm=0, typed="0")}
        )
        found.append(
            finding(
                bolt_off_its_face,
                title="{bolt} ends {off} from the {side} side",
                reason="A bolt in a side ends flush with it.",
                remedy="Move its end to the side, or choose another side.",
                field=f"/features/{placed.index}/{axis}",
                values={"bolt": feature.name, "off": Quantity(off, "mm"), "side": feature.into},
                change=Change("Move it to the side", {f"/features/{placed.index}/{axis}": anchor.model_dump()})
                if shape.piece.outline.kind == "rectangle"
                else None,
            )
        )
    return found


def _from_its_side(shape: Shape, placed: FeatureInPlan) -> float:
    """How far the outer end of a bolt is from the piece's edge [mm]."""
    assert isinstance(placed.feature, Bolt)  # noqa: S101 - asked for bolts only
    left, front, right, back = placed.outline.box
    x, y = (left + right) / 2, (front + back) / 2
    ends = {"front": (x, front), "back": (x, back), "left": (left, y), "right": (right, y)}
    return float(shape.outline.polygon.boundary.distance(ShapelyPoint(ends[placed.feature.into])))


@check("bolt-too-shallow", "caution")
def bolt_too_shallow(shape: Shape) -> list[Finding]:
    """A bolt goes in too little

    Under three diameters a bolt breaks a cone out of the concrete; under one and a half it is torn out by hand.

    Source: common practice
    """
    return [
        finding(
            bolt_too_shallow,
            severity="stop" if feature.embedded.mm < TORN_OUT * feature.diameter.mm else "caution",
            title="{bolt} is embedded only {embedded}",
            reason="Under {least}, three times its diameter, it breaks out with a cone of concrete.",
            remedy="Embed it {least} or more.",
            field=f"/features/{index}/embedded",
            values={
                "bolt": feature.name,
                "embedded": Quantity(feature.embedded.mm, "mm"),
                "least": Quantity(LEAST_EMBEDDED * feature.diameter.mm, "mm"),
            },
            change=Change(
                "Embed it {least}",
                {f"/features/{index}/embedded": Length(mm=LEAST_EMBEDDED * feature.diameter.mm).model_dump()},
                {"least": Quantity(LEAST_EMBEDDED * feature.diameter.mm, "mm")},
            ),
        )
        for index, feature in enumerate(shape.piece.features)
        if isinstance(feature, Bolt) and feature.embedded.mm < LEAST_EMBEDDED * feature.diameter.mm - 1e-6
    ]


@check("bolt-too-short", "stop")
def bolt_too_short(shape: Shape) -> list[Finding]:
    """A bolt is too short for its nut

    A nut holds only with all of its threads on the bolt: through what is held, the gasket, the washer and the nut.

    Source: common practice: at least the whole nut
    """
    found = []
    for index, feature, clamps in _bolted(shape):
        wanted = rules.bolt_stands_out(clamps, feature.counterbore.mm, feature.gasket.mm, feature.diameter.mm)
        least = wanted - rules.BEYOND * feature.diameter.mm
        if feature.projects.mm >= least - 1e-6:
            continue
        longer = Length(mm=float(round(wanted + 0.5)))
        found.append(
            finding(
                bolt_too_short,
                title="{bolt} is too short: it projects {projects}, needs {least}",
                reason="Clamped part, gasket, washer and the whole nut must go onto it; once cast it stays as it is.",
                remedy="Use a longer bolt, or a deeper counterbore.",
                field=f"/features/{index}/projects",
                values={
                    "bolt": feature.name,
                    "projects": Quantity(feature.projects.mm, "mm"),
                    "least": Quantity(least, "mm"),
                    "longer": Quantity(longer.mm, "mm"),
                },
                change=Change(
                    "Make it project {longer}",
                    {f"/features/{index}/projects": longer.model_dump()},
                    {"longer": Quantity(longer.mm, "mm")},
                ),
            )
        )
    return found


@check("thin-under-washer", "caution")
def thin_under_washer(shape: Shape) -> list[Finding]:
    """Too little wood under a washer

    The nut pulls the washer through what a counterbore leaves.

    Source: common practice: 15 mm at least
    """
    return [
        finding(
            thin_under_washer,
            title="Only {left} of wood under the washer of {bolt}",
            reason="Drawn tight, the washer pulls through so little wood.",
            remedy="Make the counterbore shallower, or use a wide plate.",
            field=f"/features/{index}/counterbore",
            values={"bolt": feature.name, "left": Quantity(clamps - feature.counterbore.mm, "there")},
        )
        for index, feature, clamps in _bolted(shape)
        if feature.counterbore.mm > 0 and clamps - feature.counterbore.mm < LEAST_WOOD_MM - 1e-6
    ]


@check("nut-stands-out", "hint")
def nut_stands_out(shape: Shape) -> list[Finding]:
    """A counterbore does not hide its nut

    Source: geometry: washer, nut and the threads beyond it
    """
    found = []
    for index, feature, _ in _bolted(shape):
        deep = rules.counterbore_deep(feature.diameter.mm)
        if 0 < feature.counterbore.mm < deep - 1e-6:
            found.append(
                finding(
                    nut_stands_out,
                    title="The nut of {bolt} sits proud of its counterbore",
                    reason="Washer, nut and two threads are {deep} high; the counterbore is {there} deep.",
                    remedy="Make it that deep, or remove the counterbore.",
                    field=f"/features/{index}/counterbore",
                    values={
                        "bolt": feature.name,
                        "deep": Quantity(deep, "needed"),
                        "there": Quantity(feature.counterbore.mm, "there"),
                    },
                )
            )
    return found


def _bolted(shape: Shape) -> Iterator[tuple[int, Bolt, float]]:
    """Bolts that hold something: their places in the list, and how thick that is [mm]."""
    for index, feature in enumerate(shape.piece.features):
        if isinstance(feature, Bolt) and feature.clamps is not None:
            yield index, feature, feature.clamps.mm
