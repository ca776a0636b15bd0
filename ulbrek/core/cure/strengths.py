"""What cubes, cylinders and a rebound hammer say of the strength, and what that makes of the strength foretold."""

from collections.abc import Iterator, Sequence
from math import exp, log

from ulbrek.core.base.figure import Figure, Spread, work_together
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cure import rules
from ulbrek.core.cure.history import Method, StrengthTest

# How far one result may be off, as a standard deviation of its logarithm. Cubes and cylinders: within a few per cent of
# each other when well made; a rebound number says the strength to about a quarter. Source: common practice.
SCATTER: dict[Method, float] = {"cube": 0.06, "cylinder": 0.06, "rebound": 0.15}
CUBE_TO_CYLINDER = 0.8  # C20/25, C25/30 and so on. Source: EN 206, from memory.
# How far the curve itself may be off by the equivalent age [d]: early strength varies most. Source: common practice.
_CURVE = ((1.0, 0.20), (3.0, 0.10), (7.0, 0.05))
_CURVE_LATE = 0.03
_BATCHES = 0.10  # how batches of one bag differ, at least. Source: common practice.
_EDGE = 1.645  # the edges of a band leave out one in twenty on each side
BELIEVED_TO = 1.5  # of what is foretold: what is far stronger was mistyped or is another mix, and opens nothing
LEAST_SHARE = 0.02  # of the 28-day strength: before that a result says nothing of it


@dataclass(frozen=True, slots=True)
class TestedAt:
    """A result on the line of time: its hour after first water in, and the strength as of a cylinder [MPa]."""

    hour: float
    method: Method
    mpa: float
    foretold_mpa: float


@dataclass(frozen=True, slots=True)
class Aged:
    """A result, its hour, its equivalent age after final set [d], and the share of the 28-day strength due by then."""

    test: StrengthTest
    hour: float
    age_days: float
    share: float

    @property
    def cylinder_mpa(self) -> float:
        """As of a cylinder."""
        return self.test.mpa * (CUBE_TO_CYLINDER if self.test.method == "cube" else 1.0)


def strength_by_tests(foretold: Figure | Spread, results: Sequence[Aged]) -> Figure | None:
    """The 28-day strength with what was tested; None where nothing was that says something of it.

    Args:
        foretold: by the bag and its water [MPa]
        results: of this pour
    """
    low, likely, high = _edges(foretold)
    telling = [one for one in results if one.share >= LEAST_SHARE and not beyond_belief(one, likely)]
    if not telling:
        return None
    own = max(log(high / low) / (2 * _EDGE), _BATCHES)
    weights = [1 / _variance(one) for one in telling]
    mean = sum(w * log(one.cylinder_mpa / one.share) for w, one in zip(weights, telling, strict=True)) / sum(weights)
    weight = sum(weights) / (sum(weights) + 1 / own**2)
    # The edges lie as far from it as before: a result that is as foretold changes nothing.
    tested = Spread(*(exp(mean) * edge / likely for edge in (low, likely, high)))
    return work_together(
        rules.strength_tested, foretold_mpa=Spread(low, likely, high), tested_mpa=tested, weight=round(weight, 3)
    )


def beyond_belief(one: Aged, strength_28: float) -> bool:
    """Whether a result is far above what was foretold for its age."""
    return one.cylinder_mpa > BELIEVED_TO * one.share * strength_28


def told(results: Sequence[Aged], strength_28: float) -> Iterator[TestedAt]:
    """The results as they are drawn, each with what was foretold for its age.

    Args:
        results: of this pour
        strength_28: that was foretold before any of them [MPa]
    """
    for one in results:
        yield TestedAt(one.hour, one.test.method, one.cylinder_mpa, one.share * strength_28)


def _variance(one: Aged) -> float:
    curve = next((off for until, off in _CURVE if one.age_days < until), _CURVE_LATE)
    return SCATTER[one.test.method] ** 2 + curve**2


def _edges(of: Figure | Spread) -> tuple[float, float, float]:
    if isinstance(of, Spread):
        return of.low, of.likely, of.high
    return of.low or of.value, of.value, of.high or of.value
