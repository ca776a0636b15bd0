"""Castings that are to weigh the same: which of them match, and what dry mix the next one takes."""

from collections.abc import Mapping
from functools import cache

from ulbrek.core.base.figure import rule
from ulbrek.core.base.frozen import dataclass

MOST = 60  # castings that are looked at together
SIZES = (2, 3, 4)  # of sets: hand weights come in pairs, feet and legs in threes and fours


@rule(unit="kg", kind="weighed")
def dry_mix_for_next(dry_mix_kg: float, wanted_kg: float, weighs_kg: float, stays_in_kg: float) -> float:
    """Dry mix for the next casting of the same mould, so that it weighs what is wanted

    What this one took, times what is wanted over what it will weigh; what stays in it, such as a handle, left out.

    Args:
        dry_mix_kg: that this one took
        wanted_kg: what a casting is to weigh
        weighs_kg: what this one will weigh, by its weighings
        stays_in_kg: what stays in it and is no concrete

    Formula: dry_mix_kg * (wanted_kg - stays_in_kg) / (weighs_kg - stays_in_kg)

    Source: arithmetic: mix and water in the same proportion
    """
    return dry_mix_kg * (wanted_kg - stays_in_kg) / (weighs_kg - stays_in_kg)


@dataclass(frozen=True, slots=True)
class AlikeSet:
    """Castings that are felt as alike: their numbers, the lightest first, and by how much they differ [1]."""

    serials: tuple[int, ...]
    differ: float


def sets(masses: Mapping[int, float], size: int, alike: float) -> tuple[AlikeSet, ...]:
    """As many sets as there can be, and of those the ones that differ least in all.

    Beside each other in the order of their masses is never worse than across, so that order is gone through once.

    Args:
        masses: by number, what a casting weighs or will weigh [kg], each over 0
        size: how many make a set, at least 2
        alike: by how much the heaviest of a set may be over its lightest, as a share

    Returns:
        the sets, the most alike first
    """
    told = sorted(masses.items(), key=lambda one: (one[1], one[0]))[:MOST]

    @cache
    def best(at: int) -> tuple[int, float, tuple[AlikeSet, ...]]:
        """Of those from one on: how many are left single, how much the sets differ in all, and the sets."""
        if at >= len(told):
            return 0, 0.0, ()
        single, differ, rest = best(at + 1)
        found = (single + 1, differ, rest)
        last = at + size - 1
        if last < len(told) and (apart := told[last][1] / told[at][1] - 1) <= alike:
            single, differ, rest = best(at + size)
            one = AlikeSet(tuple(serial for serial, _ in told[at : last + 1]), apart)
            found = min(found, (single, differ + apart, (one, *rest)), key=lambda each: each[:2])
        return found

    return tuple(sorted(best(0)[2], key=lambda one: one.differ))
