"""Another job like one that was made: what was drawn and chosen, without what was of that one making."""

from ulbrek.core.job.job import Job

MOST_NAME, MOST_DIGITS = 60, 4


def another(job: Job, name: str) -> Job:
    """A job like another, to be made anew.

    What was sawn, bought, measured on site a second time or at a mat, tried on the day and dated stays with the first;
    so do the bags that stood ready and the cuts that were accepted from leftovers that are gone.

    Args:
        job: that was made
        name: of the new one
    """
    form = job.form.model_copy(update={"offcuts": (), "layouts": {}, "sawn": {}, "as_cut": {}})
    mix = job.mix.model_copy(update={"bags_in_hand": None, "in_hand": (), "bought": (), "workable_min": None})
    cure = job.cure.model_copy(update={"poured_at": None})
    unmeasured = {"ohms_before": None, "ohms_after": None, "megohms": None}
    seats = {piece: seat.model_copy(update=unmeasured) for piece, seat in job.warm.seats.items()}
    warm = job.warm.model_copy(update={"seats": seats})
    dimensions = tuple(one.model_copy(update={"again": None}) for one in job.site.dimensions)
    site = job.site.model_copy(update={"dimensions": dimensions})
    return job.model_copy(update={"name": name, "form": form, "mix": mix, "cure": cure, "site": site, "warm": warm})


def next_name(name: str) -> str:
    """A name for another job: numbered on, such as “Bench” and then “Bench 2”; what is too long loses its end.

    Where numbers stand elsewhere in it they mean something else: “Weights 5 and 6” goes on as “Weights 5 and 6 again”.
    """
    stem, _, number = name.rpartition(" ")
    numbered = bool(stem) and number.isdecimal() and len(number) <= MOST_DIGITS
    rest = stem if numbered else name
    if any(one.isdigit() for one in rest):
        rest, ending = name, " again"
    else:
        ending = f" {int(number) + 1}" if numbered else " 2"
    return rest[: MOST_NAME - len(ending)].rstrip() + ending
