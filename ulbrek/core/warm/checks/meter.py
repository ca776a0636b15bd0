"""What a meter says of a mat."""

from ulbrek.core.base.finding import Finding, Quantity, check, finding
from ulbrek.core.warm.checks.case import WarmCase

AS_LABELLED = (0.9, 1.1)  # of what the label says. Source: common practice; labels say minus 5 to plus 10 %.
AS_BEFORE = 0.05  # off what it was. Source: common practice.
INSULATED_MOHM = 1.0  # at 500 V. Source: IEC 60364-6, from memory.


@check("mat-buried", "danger")
def unmeasured(seen: WarmCase) -> list[Finding]:
    """An electric mat in concrete that was not measured

    A mat that fails once it is buried cannot be mended, and a damaged one can kill. Only a listed kit, low voltage
    or behind an RCD (GFCI), wired by a licensed electrician; local codes decide.

    Source: common practice
    """
    seat, at = seen.brief.inputs, f"/warm/seats/{seen.brief.piece}"
    if seat.ohms_before is not None and seat.ohms_after is not None and seat.megohms is not None:
        return []
    missing = next(
        name for name in ("ohms_before", "ohms_after", "megohms") if getattr(seat, name) is None
    )  # fmt: skip
    return [
        finding(
            unmeasured,
            title="Measure {mat} before the pour, while it is covered and after",
            reason="It cannot be repaired later, and a damaged one can kill.",
            remedy="Write under Warm what the meter says. Use a listed kit, low voltage or behind an RCD/GFCI, wired "
            "by a licensed electrician.",
            field=f"{at}/{missing}",
            values={"mat": seen.brief.mat},
        )
    ]


@check("mat-damaged", "danger")
def damaged(seen: WarmCase) -> list[Finding]:
    """A mat whose resistance changed in the pour

    Source: common practice
    """
    seat = seen.brief.inputs
    before, after = seat.ohms_before, seat.ohms_after
    if before is None or after is None or abs(after / before - 1) <= AS_BEFORE:
        return []
    return [
        finding(
            damaged,
            title="{name}: its mat had {before} before the pour and has {after} now",
            reason="A turn is cut, or two touch. What is damaged in concrete gets hot there, or makes it live.",
            remedy="Leave it off for good, or take the mat out while the concrete is fresh. A licensed electrician "
            "measures again.",
            field=f"/warm/seats/{seen.brief.piece}/ohms_after",
            values={"name": seen.brief.name, "before": Quantity(before, "ohm"), "after": Quantity(after, "ohm")},
        )
    ]


@check("mat-leaks", "danger")
def leaks(seen: WarmCase) -> list[Finding]:
    """A mat whose insulation is not whole

    Source: IEC 60364-6, from memory: 1 MΩ at the least
    """
    found = seen.brief.inputs.megohms
    if found is None or found >= INSULATED_MOHM:
        return []
    return [
        finding(
            leaks,
            title="{name}: {found} of insulation, {least} is the least",
            reason="Current gets from the mat into the concrete, and into whoever sits on it.",
            remedy="Leave it off, and have a licensed electrician measure again.",
            field=f"/warm/seats/{seen.brief.piece}/megohms",
            values={
                "name": seen.brief.name, "found": Quantity(found, "Mohm"), "least": Quantity(INSULATED_MOHM, "Mohm"),
            },
        )
    ]  # fmt: skip


@check("mat-not-as-labelled", "caution")
def not_as_labelled(seen: WarmCase) -> list[Finding]:
    """A mat that is not what its label says

    Source: common practice: labels say minus 5 to plus 10 %
    """
    seat = seen.brief.inputs
    if seat.ohms_before is None:
        return []
    if seat.ohms_label is None and seat.watts is None:
        return []
    low, high = AS_LABELLED
    wanted = seat.ohms_label or seen.ohms.value
    share = seat.ohms_before / wanted
    if low <= share <= high:
        return []
    return [
        finding(
            not_as_labelled,
            title="{name}: its mat has {found}, by its label it should have {wanted}"
            if seat.ohms_label
            else "{name}: its mat has {found}, by its power and supply it should have {wanted}",
            reason="Another mat, another supply, or one that is damaged.",
            remedy="Compare power and supply with the label before it is laid.",
            field=f"/warm/seats/{seen.brief.piece}/ohms_before",
            values={
                "name": seen.brief.name, "found": Quantity(seat.ohms_before, "ohm"),
                "wanted": Quantity(wanted, "ohm"),
            },
        )
    ]  # fmt: skip
