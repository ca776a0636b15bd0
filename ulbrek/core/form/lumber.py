"""The lumber of all forms out of the lengths it is sold in."""

from collections.abc import Iterable, Iterator
from functools import lru_cache

from ulbrek.core.base.figure import work
from ulbrek.core.form import rules
from ulbrek.core.form.result import FormResult, LengthCut, LumberCut, LumberPart
from ulbrek.core.kit.nesting import LengthPlan, LengthStock, fewest_lengths
from ulbrek.core.materials.boards import Lumber

_Cut = tuple[tuple[LengthPlan, ...], tuple[str, ...], bool]


def lumber_cut(forms: Iterable[tuple[str, FormResult, int]], lumber: Lumber, kerf_mm: float) -> LumberCut | None:
    """Bearers, braces, battens and bridges of a job out of the length that leaves least; None where none is wanted.

    Args:
        forms: the form of each piece, with the piece's name before it and how many are built behind it
        lumber: what they are cut from
        kerf_mm: what a cut takes
    """
    parts, names = [], {}
    for number, (key, name, length) in enumerate(_parts(forms), 1):
        parts.append((f"{key}.{number}", round(length, 1)))
        names[parts[-1][0]] = name
    if not parts:
        return None
    wanted = tuple(sorted(parts, key=lambda part: (-part[1], part[0])))
    tried = {length: _fewest(wanted, length, kerf_mm) for length in lumber.lengths_mm}
    least = min(tried, key=lambda length: (len(tried[length][1]), len(tried[length][0]) * length, length))
    plans, too_long, proven = tried[least]
    return LumberCut(
        lumber=lumber.id,
        name=lumber.name,
        length_mm=least,
        count=work(rules.lumber, lengths_cut=float(len(plans))),
        proven=proven,
        lengths=tuple(
            LengthCut(tuple(LumberPart(names[key], size) for key, size in plan.parts), plan.left_mm) for plan in plans
        ),
        too_long=tuple(dict.fromkeys(names[key] for key in too_long)),
    )


def _parts(forms: Iterable[tuple[str, FormResult, int]]) -> Iterator[tuple[str, str, float]]:
    """Each piece of lumber: its key, its name and its length [mm]."""
    told = list(forms)
    for piece, form, copies in told:
        for batten in form.stiffness.battens:
            name = batten.name if len(told) == 1 else f"{piece}: {batten.name[0].lower()}{batten.name[1:]}"
            for _ in range(batten.count * copies):
                yield f"{form.piece}.{batten.key}", name, batten.length.value


@lru_cache(maxsize=256)
def _fewest(parts: tuple[tuple[str, float], ...], length_mm: float, kerf_mm: float) -> _Cut:
    """The same lumber is wanted again at each edit of something else."""
    plans, too_long, proven = fewest_lengths(parts, LengthStock(length_mm, kerf_mm))
    return tuple(plans), tuple(too_long), proven
