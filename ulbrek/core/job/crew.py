"""Who is there to lift, and what carries: as the job says, else as the shop has it."""

from collections.abc import Sequence
from datetime import time

from ulbrek.core.base.finding import Change, Finding, check, finding
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cure.inputs import Hours
from ulbrek.core.handling.inputs import HandlingInputs
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Person, Shop


@dataclass(frozen=True, slots=True)
class Crew:
    """The people of one job and what it is moved with.

    Attributes:
        inputs: of the job, with the people there, and with the shop's bench and dolly where it names none
        one_lifts_kg: what one of them may lift: a team shares its load about evenly, so the weakest counts
        findings: what is wrong with who is there, pointing into the job
    """

    inputs: HandlingInputs
    one_lifts_kg: float
    findings: tuple[Finding, ...]


def crew_of(job: Job, shop: Shop) -> Crew:
    """Who lifts in a job, and what carries.

    Args:
        job: the job
        shop: its people, and its bench and dolly
    """
    said = job.handling
    there = [one for one in shop.people if one.id in said.there]
    one = min((shop.one_person_lifts_kg if one.lifts_kg is None else one.lifts_kg for one in there), default=None)
    bench = said.bench_kg if said.bench_kg is not None else shop.carries("bench")
    dolly = said.dolly_kg if said.dolly_kg is not None else shop.carries("dolly", "cart", "A-frame cart")
    inputs = said.model_copy(
        update={"people": len(there) or said.people, "bench_kg": bench or None, "dolly_kg": dolly or None}
    )
    return Crew(
        inputs,
        shop.one_person_lifts_kg if one is None else one,
        (*no_such_person(job, shop.people), *away_at_the_pour(job, there, shop.hours)),
    )


@check("no-such-person", "hint")
def no_such_person(job: Job, people: Sequence[Person]) -> list[Finding]:
    """Somebody chosen for the job is not in the shop

    Source: what the shop has written down
    """
    known = {one.id for one in people}
    left = [one for one in job.handling.there if one in known]
    if len(left) == len(job.handling.there):
        return []
    return [
        finding(
            no_such_person,
            title="Somebody chosen for this job is no longer in the shop",
            reason="The plan counts only those who are.",
            remedy="Choose again who is there.",
            field="/handling/there",
            change=Change("Remove them", {"/handling/there": left}),
        )
    ]


@check("away-at-the-pour", "caution")
def away_at_the_pour(job: Job, there: Sequence[Person], hours: Hours) -> list[Finding]:
    """Somebody is not there when it is poured

    Source: what the shop has written down
    """
    if job.cure.poured_at is None:
        return []
    at = job.cure.poured_at.astimezone(hours.place).time().replace(second=0, microsecond=0)
    away = [one for one in there if not is_there(one, at)]
    return [
        finding(
            away_at_the_pour,
            title="{who} is not there at {clock}, when it is poured",
            reason="The plan counts on everybody chosen.",
            remedy="Move the pour, or choose somebody else.",
            field="/handling/there",
            values={"who": one.name, "clock": f"{at:%H:%M}"},
            change=Change(
                "Do without {who}",
                {"/handling/there": [id_ for id_ in job.handling.there if id_ != one.id]},
                {"who": one.name},
            ),
        )
        for one in away
    ]


def is_there(person: Person, at: time) -> bool:
    """Whether somebody is there at a time of day."""
    begin, end = person.there_from, person.there_until
    if begin is not None and end is not None and end <= begin:  # over midnight
        return at >= begin or at < end
    return (begin is None or at >= begin) and (end is None or at < end)
