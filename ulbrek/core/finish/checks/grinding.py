"""What is wrong with how a face is ground, filled and matched, before anybody has ground a millimetre."""

from collections.abc import Sequence
from math import ceil

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.finish.brief import FinishBrief, FinishShop
from ulbrek.core.finish.inputs import GROUND, LAYS_OPEN, FinishInputs
from ulbrek.core.finish.ladder import TAKES_OFF, filled, skipped
from ulbrek.core.finish.result import FinishResult
from ulbrek.core.finish.young import YOUNG

_TRIFLE_MM = 0.05
_LEAST_ALLOWED_MM = 0.5  # what a cream-honed face loses is less than a form is true to


@check("grit-skipped", "caution")
def grit_skipped(inputs: FinishInputs) -> list[Finding]:
    """A grit is skipped

    A pad takes out scratches of a grit up to about two and a half times coarser; deeper ones shine through at the end.

    Source: common practice
    """
    if list(inputs.grits) != sorted(inputs.grits):
        return []
    steps = skipped(inputs.grits)
    if not steps:
        return []
    coarse, fine = steps[0]
    better = filled(inputs.grits)
    change = Change("Put in {grits}", {"/grits": list(better)},
        {"grits": ", ".join(str(one) for one in better if one not in inputs.grits)},
    )  # fmt: skip
    return [
        finding(
            grit_skipped,
            title="Grit {fine} follows {coarse}: too far a step",
            reason="Its scratches are not gone when {fine} is done, and show once it shines.",
            remedy="Put a grit between them; a step of about twice is right.",
            field="/grits",
            values={"coarse": str(coarse), "fine": str(fine)},
            change=change if not skipped(better) else None,
        )
    ]


@check("ladder-goes-back", "stop")
def ladder_goes_back(inputs: FinishInputs) -> list[Finding]:
    """Grits go back to a coarser one

    Source: common practice
    """
    ordered = sorted(inputs.grits)
    if list(inputs.grits) == ordered:
        return []
    index = next(i for i, (one, other) in enumerate(zip(inputs.grits, inputs.grits[1:], strict=False)) if other < one)
    return [
        finding(
            ladder_goes_back,
            title="Grit {coarse} comes after {fine}",
            reason="A coarser grit scratches again what is fine already.",
            remedy="Go from coarse to fine.",
            field="/grits",
            values={"fine": str(inputs.grits[index]), "coarse": str(inputs.grits[index + 1])},
            change=Change("Coarse to fine", {"/grits": list(filled(ordered))}),
        )
    ]


@check("no-such-pad", "hint")
def no_such_pad(inputs: FinishInputs, made: Sequence[tuple[FinishBrief, FinishResult]]) -> list[Finding]:
    """A grit that the shop has no pad of

    Source: what the shop has written down
    """
    missing = sorted({step.grit for _, result in made for step in result.ladder if step.have is None})
    if not missing:
        return []
    left = [one for one in inputs.grits if one not in missing]
    own = bool(inputs.grits) and bool(left) and not skipped(left)
    return [
        finding(
            no_such_pad,
            title="No pad of grit {grits} in Materials"
            if len(missing) == 1
            else "No pads of grits {grits} in Materials",
            reason="They are on the shopping list, without a price.",
            remedy="Add them under Pads, or choose grits that are there.",
            field="/grits",
            values={"grits": ", ".join(map(str, missing))},
            change=Change("Leave them out", {"/grits": left}) if own else None,
        )
    ]


@check("green-and-patchy", "caution")
def green_and_patchy(inputs: FinishInputs, made: Sequence[tuple[FinishBrief, FinishResult]]) -> list[Finding]:
    """Stone laid open in green concrete

    Under about 20 MPa the paste holds no stone against a pad, and harder spots stay proud.

    Source: common practice
    """
    looks = {result.look for _, result in made if result.ladder}
    if inputs.grind_when != "green" or not looks & LAYS_OPEN:
        return []
    return [
        finding(
            green_and_patchy,
            title="Stone is laid open while the concrete is green",
            reason="Stone is plucked out, and soft places dish.",
            remedy="Wait until it is hard, or stay with a cream face.",
            field="/grind_when",
            change=Change("Grind when it is hard", {"/grind_when": "hard"}),
        )
    ]


@check("dry-grinding", "danger")
def dry_grinding(shop: FinishShop) -> list[Finding]:
    """Dry grinding without extraction

    Dry grinding frees so much respirable quartz that a mask alone does not keep it out.

    Source: 29 CFR 1926.1153 table 1, from memory: water, or a shroud with a vacuum
    """
    machine = shop.machine
    if machine is None or machine.wet or machine.extraction:
        return []
    other = shop.wet_machine
    change = Change("Use {other}", {"/machine": other.id}, {"other": other.name}) if other is not None else None
    return [
        finding(
            dry_grinding,
            title="{machine} runs dry and has no extraction",
            reason="The dust of it scars lungs for good; a mask alone does not keep it out.",
            remedy="Use a machine with water, or one with a shroud and an M or H class vacuum.",
            field="/machine",
            values={"machine": machine.name},
            change=change,
        )
    ]


@check("grinds-past-allowance", "caution")
def grinds_past_allowance(brief: FinishBrief, found: FinishResult) -> list[Finding]:
    """The look takes off more than Measure leaves for it

    Cream loses its skin; showing sand takes a millimetre, showing stone some four.

    Source: common practice
    """
    if found.look not in GROUND:
        return []
    takes = TAKES_OFF[found.look].likely
    if brief.allowance_mm >= takes - _TRIFLE_MM or takes < _LEAST_ALLOWED_MM:
        return []
    needed = ceil(takes * 2) / 2
    return [
        finding(
            grinds_past_allowance,
            title="{name}: this look grinds off {takes}, Measure allows {allowed}",
            reason="The piece comes out thinner than planned, with less over its steel.",
            remedy="Allow for it under Measure, so that it is cast that much thicker.",
            field="/grind",
            values={
                "name": brief.name, "takes": Quantity(takes, "fine"), "allowed": Quantity(brief.allowance_mm, "fine"),
            },
            change=Change("Allow {needed}", {"/grind": {"mm": needed}},
                {"needed": Quantity(needed, "fine")}),
        )
    ]  # fmt: skip


@check("opened-too-late", "caution")
def opened_too_late(brief: FinishBrief, found: FinishResult) -> list[Finding]:
    """A face that is opened young lies in the form until it is too hard

    Source: common practice
    """
    young = YOUNG.get(found.look)
    if young is None or brief.face_up:
        return []
    return [
        finding(
            opened_too_late,
            title="{name}: cast face down, its face comes to light too late for “{act}”",
            reason="By the time that it is turned over, neither sponge nor brush takes anything off.",
            remedy="Cast it face up. Or paint a surface retarder into the form, and turn it on the day it is stripped.",
            field="/cast",
            values={"name": brief.name, "act": young.act},
            change=Change("Cast it face up", {"/cast": "face up"}, {}),
        )
    ]


@check("no-void-filler", "hint")
def no_void_filler() -> list[Finding]:
    """Voids are filled and the shop has nothing to fill them with

    Source: what the shop has written down
    """
    return [
        finding(
            no_void_filler,
            title="No void filler in Materials",
            reason="The slurry is planned, and not on the shopping list.",
            remedy="Add one under Void fillers; the mix’s own cement and pigment match best.",
            field="/voids",
        )
    ]


@check("finished-apart", "caution")
def finished_apart(inputs: FinishInputs, made: Sequence[tuple[FinishBrief, FinishResult]]) -> list[Finding]:
    """Pieces of a set are finished differently

    Source: common practice: one person, one set of pads, on one day
    """
    found = []
    for name in dict.fromkeys(brief.matches for brief, _ in made if brief.matches):
        looks = {brief.piece: result.look for brief, result in made if brief.matches == name}
        first = next(iter(looks.values()))
        if len(set(looks.values())) < 2:
            continue
        alike = inputs.without(set(looks)) | {piece: first for piece in looks if first != inputs.look}
        found.append(
            finding(
                finished_apart,
                title="Set {name}: {looks}",
                reason="Pieces of a set look alike only when they are ground and sealed alike.",
                remedy="Give them one look, and finish them with the same pads on the same days.",
                field="/by_piece",
                values={"name": name or "", "looks": " and ".join(dict.fromkeys(looks.values()))},
                change=Change("All {look}", {"/by_piece": alike}, {"look": first}),
            )
        )
    return found
