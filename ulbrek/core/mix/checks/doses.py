"""Doses that slipped: a decimal, a unit, a base."""

from collections.abc import Iterator, Sequence

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.materials.admixtures import IN_PERCENT, Admixture
from ulbrek.core.mix.doses import PerBag, Read, range_g

ALIKE = 0.02
_SLIPS = (10.0, 0.1, 100.0, 0.01)
_UNITS = (1000.0, 0.001)
_FAR = 3.0
_TRIFLE = 1e-9


@check("dose-readings-differ", "stop")
def dose_readings_differ(doses: Sequence[Read]) -> list[Finding]:
    """Percent and amount of a dose do not agree

    Typed both, they must be the same dose within 2 %: else one of them is a slip, and only a person knows which.

    Source: arithmetic
    """
    return [
        finding(
            dose_readings_differ,
            title="{name}: {percent} is {reading}, not {typed}",
            reason="One of the two is a slip.",
            remedy="Keep the one that is meant; the other follows from it.",
            field=f"/doses/{one.index}",
            values={
                "name": one.admixture.name,
                "percent": Quantity(one.dose.percent or 0.0, "%"),
                "reading": Quantity(one.by_percent_g, "g"),
                "typed": Quantity(one.typed_g, "g"),
            },
            change=Change(
                "Keep {percent}", {f"/doses/{one.index}/grams": None},
                {"percent": Quantity(one.dose.percent or 0.0, "%")},
            ),
            also=(
                Change(
                    "Keep {typed} a bag", {f"/doses/{one.index}/percent": None}, {"typed": Quantity(one.typed_g, "g")}
                ),
            ),
        )
        for one in doses
        if one.by_percent_g is not None
        and one.typed_g is not None
        and abs(one.by_percent_g / one.typed_g - 1) > ALIKE
    ]  # fmt: skip


@check("dose-slipped", "stop")
def dose_slipped(doses: Sequence[Read], bag: PerBag, known: Sequence[Admixture]) -> list[Finding]:
    """A dose is out by a power of ten

    Out of its range, and in it when the point is moved, or when grams are taken for kilograms.

    Source: the maker's range; that people slip decimals here is common practice
    """
    found = []
    for one, amount, (low, high) in _out_of_range(doses, bag):
        if _other_fibre(one, bag, amount, known) is not None:
            continue
        factor = _diagnosis(one, bag, amount, (low, high))
        if not isinstance(factor, float):
            continue
        field, typed, unit = _typed(one)
        meant = Quantity(round(typed * factor, 9), unit)
        found.append(
            finding(
                dose_slipped,
                title="{name}: {typed} is about {factor} times too {side}",
                reason="The range is {low} to {high} a bag; this is {amount}.",
                remedy="Check the decimal point, or grams for kilograms; {meant} would be in range.",
                field=f"/doses/{one.index}/{field}",
                values={
                    "name": one.admixture.name,
                    "typed": Quantity(typed, unit),
                    "factor": {10.0: "ten", 100.0: "a hundred", 1000.0: "a thousand"}[
                        round(max(factor, 1 / factor), 6)
                    ],
                    "side": "little" if factor > 1 else "much",
                    "low": Quantity(low, "g"),
                    "high": Quantity(high, "g"),
                    "amount": Quantity(amount, "g"),
                    "meant": meant,
                },
                change=Change("Make it {meant}", {f"/doses/{one.index}/{field}": meant.value}, {"meant": meant}),
            )
        )
    return found


@check("dose-on-wrong-base", "stop")
def dose_on_wrong_base(doses: Sequence[Read], bag: PerBag) -> list[Finding]:
    """A percentage is of another base

    Percent of the cement and percent of the dry mix differ by what the cement is of the mix: four to eight times.

    Source: the maker's range
    """
    found = []
    for one, amount, (low, high) in _out_of_range(doses, bag):
        other = _diagnosis(one, bag, amount, (low, high))
        if not isinstance(other, str):
            continue
        own = None if other == one.admixture.base else other
        found.append(
            finding(
                dose_on_wrong_base,
                title="{name}: {percent} of the {base} is {amount}, out of range",
                reason="The range is {low–high} a bag; {percent} of the {other} would be in it.",
                remedy="Set what the percentage is of; makers mean the cement unless they say otherwise.",
                field=f"/doses/{one.index}/base",
                values={
                    "name": one.admixture.name,
                    "percent": Quantity(one.dose.percent or 0.0, "%"),
                    "base": one.base,
                    "other": other,
                    "amount": Quantity(amount, "g"),
                    "low": Quantity(low, "g"),
                    "high": Quantity(high, "g"),
                },
                change=Change("Use % of {other}", {f"/doses/{one.index}/base": own}, {"other": other}),
            )
        )
    return found


@check("dose-out-of-range", "stop")
def dose_out_of_range(doses: Sequence[Read], bag: PerBag, known: Sequence[Admixture]) -> list[Finding]:
    """A dose is out of its range

    Less does nothing; more is waste, and weakens, stiffens or stains. So little of a fibre that carries is the dose of
    one against hairlines: another product, where the shop has it.

    Source: the maker's range
    """
    found = []
    for one, amount, (low, high) in _out_of_range(doses, bag):
        other = _other_fibre(one, bag, amount, known)
        if other is not None:
            found.append(_meant_for(one, amount, other))
            continue
        if _diagnosis(one, bag, amount, (low, high)) is not None:
            continue
        cleared = {
            f"/doses/{one.index}/percent": None,
            f"/doses/{one.index}/grams": None,
            f"/doses/{one.index}/base": None,
        }
        found.append(
            finding(
                dose_out_of_range,
                title="{name}: {amount} a bag is {side} its range",
                reason="The range is {low–high} a bag.",
                remedy="Keep within it; start with the usual dose and try it in a cup.",
                field=f"/doses/{one.index}",
                values={
                    "name": one.admixture.name,
                    "amount": Quantity(amount, "g"),
                    "side": "under" if amount < low else "over",
                    "low": Quantity(low, "g"),
                    "high": Quantity(high, "g"),
                },
                change=Change("Use the usual dose", cleared),
            )
        )
    return found


def _meant_for(one: Read, amount_g: float, other: Admixture) -> Finding:
    return finding(
        dose_out_of_range,
        severity="caution",
        title="{name}: {amount} a bag is the dose of another fibre",
        reason="So little holds hairlines and carries nothing; it is in the range of {other}.",
        remedy="Set which of the two goes in; a piece that relies on fibre alone needs the one that carries.",
        field=f"/doses/{one.index}/admixture",
        values={"name": one.admixture.name, "amount": Quantity(amount_g, "g"), "other": other.name},
        change=Change("Use {other}", {f"/doses/{one.index}/admixture": other.id}, {"other": other.name}),
    )


def _other_fibre(one: Read, bag: PerBag, amount_g: float, known: Sequence[Admixture]) -> Admixture | None:
    """The fibre of the shop that a dose is in the range of, where it is under that of its own."""
    limits = range_g(one.admixture, bag)
    if one.admixture.kind != "fibre" or limits is None or amount_g >= limits[0]:
        return None
    words = one.admixture.id.split("-")[:2]
    fibres = sorted(
        (other for other in known if other.kind == "fibre" and other.id != one.admixture.id),
        key=lambda other: other.id.split("-")[:2] != words,
    )
    return next((o for o in fibres if (found := range_g(o, bag)) is not None and _in(amount_g, found)), None)


@check("cement-not-known", "caution")
def cement_not_known(doses: Sequence[Read], bag: PerBag) -> list[Finding]:
    """How much of the mix is cement is not known

    Colour and plasticiser are dosed on the cement, not on the bag.

    Source: common practice
    """
    if bag.cement_kg is not None or not any(one.base == "cement" for one in doses):
        return []
    return [
        finding(
            cement_not_known,
            title="The cement content of this mix is not known",
            reason="Doses by cement cannot be worked out without it.",
            remedy="Ask the maker, or enter the cement content; bagged mixes hold 13 to 25 %.",
            field="/cement_share",
        )
    ]


Out = tuple[Read, float, tuple[float, float]]


def _out_of_range(doses: Sequence[Read], bag: PerBag) -> Iterator[Out]:
    """Doses that lie outside of what their maker allows: with the amount for one bag and the range [g]."""
    for dose in doses:
        amount = dose.typed_g if dose.typed_g is not None else dose.by_percent_g
        limits = range_g(dose.admixture, bag)
        if amount is not None and limits is not None and not _in(amount, limits):
            yield dose, amount, limits


def _in(amount: float, limits: tuple[float, float]) -> bool:
    return limits[0] * (1 - _TRIFLE) <= amount <= limits[1] * (1 + _TRIFLE)


def _diagnosis(one: Read, bag: PerBag, amount: float, limits: tuple[float, float]) -> float | str | None:
    """What was probably meant: a factor that people slip by, or the base that the percentage is of; None: neither.

    What is out by less than three times is no slip: it is too much, or too little.
    """
    low, high = limits
    other = _other_base(one, bag, low, high)
    if other == one.admixture.base and one.base != one.admixture.base:
        return other
    if low / _FAR <= amount <= high * _FAR:
        return None
    return _factor(one, amount, low, high) or other


def _factor(one: Read, amount: float, low: float, high: float) -> float | None:
    """The factor that brings a dose into its range, where it is one that people slip by."""
    tried = (*_SLIPS, *_UNITS) if one.typed_g is not None else _SLIPS
    return next((factor for factor in tried if _in(amount * factor, (low, high))), None)


def _typed(one: Read) -> tuple[str, float, str]:
    if one.typed_g is not None:
        return "grams", one.typed_g, "g"
    return "percent", one.dose.percent or 0.0, "%"


def _other_base(one: Read, bag: PerBag, low: float, high: float) -> str | None:
    """The other base on which a percentage would be in its range."""
    if one.dose.percent is None or one.typed_g is not None or one.base not in IN_PERCENT:
        return None
    (other,) = (base for base in IN_PERCENT if base != one.base)
    mass = bag.base_kg(other)
    if mass is None:
        return None
    kg = mass if isinstance(mass, float) else mass.value
    return other if _in(one.dose.percent * 10 * kg, (low, high)) else None
