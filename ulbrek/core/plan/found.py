"""What the stations find in a job, gathered: of each piece, of all of them, and of what was chosen."""

from collections.abc import Iterable, Iterator, Mapping, Sequence

from ulbrek.core.base.finding import Finding
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cabinets.checks.carrying import carried_too_slowly
from ulbrek.core.cabinets.result import CabinetsResult
from ulbrek.core.cure.result import CureResult
from ulbrek.core.finish.result import FinishJob
from ulbrek.core.form.result import CuttingResult
from ulbrek.core.ground.checks.soil import no_air_where_it_freezes, utilities_not_asked
from ulbrek.core.handling.checks.people import shop_figure_high
from ulbrek.core.handling.result import JoinedResult
from ulbrek.core.job.choices import Choices
from ulbrek.core.job.crew import Crew
from ulbrek.core.job.job import Job
from ulbrek.core.job.knockouts import no_tin_or_tube
from ulbrek.core.job.tops_found import of_tops
from ulbrek.core.measure.checks.fitting import set_differs
from ulbrek.core.measure.result import SiteResult
from ulbrek.core.mix.result import MixResult
from ulbrek.core.plan.memory import Worked
from ulbrek.core.plan.pointing import pointed
from ulbrek.core.plan.result import JobFinding, PiecePlan, Station
from ulbrek.core.steel.result import SteelCutting


@dataclass(frozen=True, slots=True)
class OfJob:
    """What the stations say of all pieces together."""

    site: Worked[SiteResult]
    cabinets: Worked[CabinetsResult]
    cutting: Worked[CuttingResult]
    steel_cutting: Worked[SteelCutting]
    joined: Worked[JoinedResult]
    mix: Worked[MixResult]
    finish: Worked[FinishJob]
    cure: Worked[CureResult]


def findings_of(
    job: Job, pieces: Sequence[PiecePlan], of_job: OfJob, chosen: Choices, crew: Crew
) -> Iterator[JobFinding]:
    """All that is wrong, station by station."""
    by_piece: tuple[tuple[Station, str], ...] = (
        ("measure", "measure"), ("arch", "arch"), ("warm", "warm"), ("ground", "ground"), ("form", "form"),
        ("steel", "steel"),
        ("move", "handling"),
        ("finish", "finish"),
    )  # fmt: skip
    for station, room in by_piece:
        for piece in pieces:
            said = getattr(piece, room)
            for found in said.findings if said is not None else ():
                yield JobFinding(station, piece.id, found)
    for index, (wanted, made) in enumerate(zip(job.pieces, pieces, strict=True)):
        for found in pointed(f"/pieces/{index}", no_tin_or_tube(wanted, made.form.knockouts)):
            yield JobFinding("measure", wanted.id, found)
    high = pointed("/handling", shop_figure_high(crew.one_lifts_kg))
    staying = tuple(
        piece.name
        for piece in job.pieces
        if piece.stays == "on the ground" and job.ground.plot_of(piece.id).under == "ground"
    )
    outside = tuple(piece.name for piece in job.pieces if piece.stays == "on the ground")
    by_job: tuple[tuple[Station, Iterable[Finding]], ...] = (
        (
            "ground",
            (
                *pointed("/ground", utilities_not_asked(job.ground, staying)),
                *no_air_where_it_freezes(job.ground, outside, chosen.frost),
            ),
        ),
        (
            "cabinets",
            (
                *of_tops(job),
                *of_job.cabinets.result.findings,
                *_carried(job, of_job),
            ),
        ),
        ("measure", (*of_job.site.result.findings, *pointed("/pieces", set_differs(job.pieces)))),
        ("form", (*chosen.form_findings, *of_job.cutting.result.findings)),
        ("steel", (*chosen.steel_findings, *of_job.steel_cutting.result.findings)),
        ("move", (*high, *crew.findings, *of_job.joined.result.findings)),
        ("mix", (*chosen.mix_findings, *of_job.mix.result.findings)),
        ("cure", of_job.cure.result.findings),
        ("finish", (*chosen.finish_findings, *of_job.finish.result.findings)),
    )
    for station, findings in by_job:
        for found in findings:
            yield JobFinding(station, None, found)
    rooms: Mapping[str, Station] = {
        "handling": "move",
        "ground": "ground",
        "warm": "warm",
        "cabinets": "cabinets",
        "steel": "steel",
        "form": "form",
        "finish": "finish",
    }
    for found in chosen.lost_findings:
        yield JobFinding(rooms[found.field.split("/")[1]], None, found)


def _carried(job: Job, of_job: OfJob) -> Iterator[Finding]:
    """Whether a batch is carried to its top in time."""
    carrying, mixed = of_job.cabinets.result.carrying, of_job.mix.result
    if carrying is not None:
        yield from carried_too_slowly(job.cabinets, carrying.value, mixed.batches.value, mixed.clock.working.value)
