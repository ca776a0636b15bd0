"""The lumber of all forms out of the lengths it is sold in."""

from collections.abc import Iterable, Iterator

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.form import rules
from ulbrek.core.form.result import BuiltForm, LengthCut, LumberCut, LumberPart
from ulbrek.core.kit.nesting.lengths import CutLength, LengthStock, fewest_lengths
from ulbrek.core.materials.boards import Lumber


def lumber_cut(forms: Iterable[BuiltForm], lumber: Lumber, kerf_mm: float) -> LumberCut | None:
    """Bearers, braces, battens and bridges of a job out of the length that leaves least; None where none is wanted.

    Args:
        forms: the forms of the job
        lumber: what they are cut from
        kerf_mm: what a cut takes
    """
    parts: list[CutLength] = []
    told: dict[str, tuple[str, str]] = {}
    for number, (key, name, size) in enumerate(_parts(forms), 1):
        parts.append(CutLength(f"{key}.{number}", round(size.value, 1)))
        told[parts[-1].key] = (name, size.kind or "cut")
    if not parts:
        return None
    wanted = tuple(sorted(parts, key=lambda part: (-part[1], part[0])))
    tried = {length: fewest_lengths(wanted, LengthStock(length, kerf_mm)) for length in lumber.lengths_mm}
    length = min(tried, key=lambda one: (len(tried[one].too_long), len(tried[one].plans) * one, one))
    cut = tried[length]
    return LumberCut(
        lumber=lumber.id,
        name=lumber.name,
        length_mm=length,
        count=work(rules.lumber, lengths_cut=float(len(cut.plans))),
        proven=cut.proven,
        least=cut.least,
        lengths=tuple(
            LengthCut(tuple(LumberPart(told[key][0], size, told[key][1]) for key, size in plan.parts), plan.left_mm)
            for plan in cut.plans
        ),
        too_long=tuple(dict.fromkeys(told[key][0] for key in cut.too_long)),
    )


def _parts(forms: Iterable[BuiltForm]) -> Iterator[tuple[str, str, Figure]]:
    """Each piece of lumber: its key, its name and its length."""
    told = list(forms)
    for piece, form, copies in told:
        for batten in form.stiffness.battens:
            name = batten.name if len(told) == 1 else f"{piece}: {batten.name[0].lower()}{batten.name[1:]}"
            for _ in range(batten.count * copies):
                yield f"{form.piece}.{batten.key}", name, batten.length
