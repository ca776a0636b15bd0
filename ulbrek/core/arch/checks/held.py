"""What holds an arch, and who is under it."""

from ulbrek.core.arch.checks.case import ArchCase
from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding

HOLDS = 1.5  # times over. Source: common practice.
PIERS = "piers built for it"


@check("arch-pier-not-said", "caution")
def pier_not_said(seen: ArchCase) -> list[Finding]:
    """Piers of which nothing is known

    Source: statics
    """
    inputs = seen.brief.inputs
    if inputs.held_by != PIERS or inputs.pier_width is not None or inputs.springing.mm <= 0:
        return []
    return [
        finding(
            pier_not_said,
            title="{name}: how wide its piers are is not said",
            reason="An arch pushes outward as long as it stands. Most arches that fall, fall by their abutments.",
            remedy="Their width along the span.",
            field="/arch/pier_width",
            values={"name": seen.brief.name},
            change=_wider(seen),
        )
    ]


@check("arch-pier-tips", "danger")
def pier_tips(seen: ArchCase) -> list[Finding]:
    """A pier that the arch pushes over

    Source: statics; once and a half is common practice
    """
    if seen.pier is None or seen.pier.value >= HOLDS:
        return []
    return [
        finding(
            pier_tips,
            title="{name}: its piers hold {factor} times what tips them, {wanted} is wanted",
            reason="The thrust at the springing turns a pier about its outer toe.",
            remedy="Wider piers, lower springings, or a tie between them.",
            field="/arch/pier_width",
            severity="danger" if seen.pier.value < 1 else "caution",
            values={
                "name": seen.brief.name, "factor": Quantity(int(seen.pier.value * 100) / 100, "ratio"),
                "wanted": Quantity(HOLDS, "ratio"),
            },
            change=_wider(seen),
        )
    ]  # fmt: skip


@check("arch-over-people", "danger")
def people_under(seen: ArchCase) -> list[Finding]:
    """An arch that people pass under

    Source: local building codes come first
    """
    if seen.brief.inputs.under != "people pass or sit":
        return []
    return [
        finding(
            people_under,
            title="{name} is over people: a licensed engineer decides",
            reason="When an arch fails all of it falls at once. These statics are of the ring alone.",
            remedy="Ask a licensed engineer, and keep to the local code.",
            field="/arch/under",
            values={"name": seen.brief.name},
        )
    ]


def _wider(seen: ArchCase) -> Change | None:
    if seen.pier_enough_mm is None:
        return None
    return Change(
        "Make the piers {enough} wide", {"/arch/pier_width": {"mm": seen.pier_enough_mm, "typed": None}},
        {"enough": Quantity(seen.pier_enough_mm, "tape")},
    )  # fmt: skip
