"""Whether the ring of an arch stands by its own weight."""

from ulbrek.core.arch.checks.case import ArchCase
from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding

FACTOR = 2.0  # Source: common practice, 2 to 3.
DEPTH = "/outline/depth"


@check("arch-past-half", "stop")
def past_half(seen: ArchCase) -> list[Finding]:
    """An arch of more than half a circle

    With one radius its springings would lean inward under it.

    Source: geometry
    """
    if not seen.past_half:
        return []
    brief = seen.brief
    half = brief.span_mm / 2
    return [
        finding(
            past_half,
            title="{name}: a rise of {rise} over a span of {span} is more than half a circle",
            reason="One radius cannot make that: the ring would turn inward below its middle.",
            remedy="At most half the span; higher springings make the opening higher.",
            field="/outline/rise",
            values={
                "name": brief.name, "rise": Quantity(brief.rise_mm, "tape"),
                "span": Quantity(brief.span_mm, "tape"),
            },
            change=Change("Make the rise {half}", {"/outline/rise": {"mm": half, "typed": None}},
                          {"half": Quantity(half, "tape")}),
        )
    ]  # fmt: skip


@check("arch-falls", "danger")
def ring_falls(seen: ArchCase) -> list[Finding]:
    """A ring in which no line of thrust lies

    Source: Heyman, The Stone Skeleton, from memory: joints bear no tension
    """
    if seen.stands:
        return []
    return [
        finding(
            ring_falls,
            title="{name}: a ring {depth} thick falls as soon as the centring goes",
            reason="No line of thrust lies within it: it opens at crown and haunches and folds.",
            remedy="A thicker ring, or a rise nearer to half the span.",
            field=DEPTH,
            values={"name": seen.brief.name, "depth": Quantity(seen.brief.depth_mm, "tape")},
            change=_thicker(seen),
        )
    ]


@check("arch-thin", "caution")
def ring_thin(seen: ArchCase) -> list[Finding]:
    """A ring with little to spare

    Source: common practice: twice to three times the ring that just stands
    """
    factor = seen.factor.value
    if not seen.stands or factor >= FACTOR:
        return []
    return [
        finding(
            ring_thin,
            title="{name}: the ring has {factor} times the thickness that just stands, {wanted} is wanted",
            reason="Blocks are never laid quite true, and abutments give a little.",
            remedy="A thicker ring.",
            field=DEPTH,
            values={
                "name": seen.brief.name, "factor": Quantity(int(factor * 100) / 100, "ratio"),
                "wanted": Quantity(FACTOR, "ratio"),
            },
            change=_thicker(seen),
        )
    ]  # fmt: skip


@check("arch-blocks-missing", "caution")
def blocks_missing(seen: ArchCase) -> list[Finding]:
    """Fewer blocks than the arch has

    Source: arithmetic
    """
    brief = seen.brief
    if brief.count % brief.blocks == 0:
        return []
    rings = brief.count // brief.blocks + 1
    wanted = rings * brief.blocks
    return [
        finding(
            blocks_missing,
            title="{name}: {count} blocks are cast, the arch has {blocks}",
            reason="What is cast is by the piece’s count.",
            remedy="As many as the ring takes; one or two over are worth their concrete.",
            field="/count",
            severity="hint" if brief.count > brief.blocks else "caution",
            values={"name": brief.name, "count": f"{brief.count}", "blocks": f"{brief.blocks}"},
            change=Change("Cast {wanted}", {"/count": wanted}, {"wanted": f"{wanted}"}) if wanted <= MOST else None,
        )
    ]


MOST = 500  # castings of a piece


def _thicker(seen: ArchCase) -> Change | None:
    if seen.enough_mm is None:
        return None
    return Change(
        "Make the ring {enough} thick", {DEPTH: {"mm": seen.enough_mm, "typed": None}},
        {"enough": Quantity(seen.enough_mm, "tape")},
    )  # fmt: skip
