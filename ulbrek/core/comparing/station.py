"""Compare: what each plan of a job comes to, and in what it differs from the first."""

from collections import Counter
from collections.abc import Iterator

from ulbrek.core.after.headline import Headline, PieceHeadline, SmallFeature, headline
from ulbrek.core.comparing.differences import differences
from ulbrek.core.comparing.result import Column, DrawnDifference, WorkHours
from ulbrek.core.costing.result import Costed
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.measure.result import Path
from ulbrek.core.plan.result import Plan

MOST_PLANS = 4  # beside each other
_TOLD = 3  # findings to read first
_GRAVE = ("danger", "stop", "caution")


def column(job: Job, planned: Plan, costed: Costed, first: tuple[Job, Plan | None], shop: Shop) -> Column:
    """A plan as it stands beside others.

    Args:
        job: that is compared
        planned: its plan
        costed: its cost
        first: the job that it is a copy of, and its plan where it can be planned; the same for the first itself
        shop: in which all are made
    """
    told, was = headline(job, planned), headline(first[0], first[1]) if first[1] else None
    counted = Counter(found.finding.severity for found in planned.findings)
    usable = [act.due_h for act in planned.cure.acts if act.id == "install" and not act.never]
    hours = costed.hours
    return Column(
        headline=told,
        mass_kg=sum(piece.handling.mass.value * piece.count for piece in planned.pieces),
        spent=costed.spent,
        price=costed.price.value if costed.price else None,
        hours=WorkHours(
            hours.value,
            hours.value if hours.low is None else hours.low,
            hours.value if hours.high is None else hours.high,
        ),
        usable_h=max(usable, default=None),
        dangers=counted["danger"],
        stops=counted["stop"],
        cautions=counted["caution"],
        gravest=tuple(found for found in planned.findings if found.finding.severity in _GRAVE)[:_TOLD],
        differences=differences(first[0], job, shop),
        drawn=tuple(_drawn(was, told)),
    )


def _drawn(was: Headline | None, now: Headline) -> Iterator[DrawnDifference]:
    before = {piece.id: piece for piece in (was.pieces if was else ())}
    for piece in now.pieces:
        one = before.get(piece.id)
        if one is None:
            yield DrawnDifference(piece.id, None, None, (), ())
            continue
        changed, gone = _features(one, piece)
        yield DrawnDifference(piece.id, one.path, one.thickness_mm, changed, gone)


def _features(was: PieceHeadline, now: PieceHeadline) -> tuple[tuple[str, ...], tuple[Path, ...]]:
    """Features that are new or otherwise, and outlines of those that are gone from where they were."""
    before, after = _by_place(was.features), _by_place(now.features)
    changed = [one.id for key, one in after.items() if before.get(key) != one]
    gone = [path for key, one in before.items() if after.get(key) != one for path in one.paths]
    return tuple(dict.fromkeys(changed)), tuple(gone)


def _by_place(features: tuple[SmallFeature, ...]) -> dict[tuple[str, int], SmallFeature]:
    return {(one.id, one.copy): one for one in features}
