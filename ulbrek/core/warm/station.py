"""Warm: how warm a piece gets by the mat in it, how soon, and findings."""

from dataclasses import replace
from math import ceil

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.kit.heat.layers import Course, Layer, Warmed
from ulbrek.core.warm import care, checks, rules
from ulbrek.core.warm.brief import WarmBrief
from ulbrek.core.warm.checks.heat import NEARER_MM, SLOW_H
from ulbrek.core.warm.result import WarmHour, WarmLayer, WarmResult
from ulbrek.core.warm.tasks import tasks_of

USUAL_W_M2 = 150.0  # Source: common practice, 100 to 200.
CONDUCTS = 1.6  # of concrete [W/(m·K)]. Source: EN ISO 10456, from memory.
HEAT = 1000.0  # of concrete [J/(kg·K)]. Source: EN ISO 10456, from memory.
FOAM_CONDUCTS, FOAM_KG_M3, FOAM_HEAT = 0.035, 30.0, 1450.0  # Source: EN ISO 10456, from memory.
FILMS = {"indoors": 8.0, "outdoors, sheltered": 12.0, "outdoors, in the wind": 25.0}  # Source: common practice.
GROUND = 2.0  # what soil takes [W/(m²·K)]. Source: EN ISO 13370, from memory, for a small slab.
CUSHION = 1.0  # 40 mm of foam [m²·K/W]. Source: its conductivity.
EXPANDS = 10.0  # millionths of a kelvin. Source: EN 1992-1-1, 3.1.3.
_STEP_S, _DAY_H, _WARM = 60.0, 24, 0.9
_EVERY = 15  # steps of what is drawn
_DRAWN_H = 12.0


def warm(brief: WarmBrief) -> WarmResult:
    """One piece with a mat in it, and findings.

    Args:
        brief: of it
    """
    return _Warm(brief).result()


class _Warm:
    def __init__(self, brief: WarmBrief) -> None:
        self.brief, self.seat, self.of = brief, brief.inputs, brief.piece
        self.film = FILMS[self.seat.stands]
        self.film_below = GROUND if brief.on_ground else self.film
        pad = brief.pad
        self.foam_mm = pad.thick_mm if pad is not None and pad.under_mm >= 0 else 0.0
        self.below_mm = max(0.0, brief.thick_mm - brief.above_mm - brief.mat_mm - self.foam_mm)
        self.watts = self._watts()
        self.flux = work(rules.mat_flux, self.of, power_w=self.watts, mat_m2=brief.mat_m2)
        self.up_m2kw = work(
            rules.resistance_up, self.of, above_mm=brief.above_mm, conducts=CONDUCTS, film=self.film
        )  # fmt: skip
        self.down_m2kw = work(
            rules.resistance_down, self.of, below_mm=self.below_mm, conducts=CONDUCTS, foam_mm=self.foam_mm,
            foam_conducts=FOAM_CONDUCTS, film=self.film_below,
        )  # fmt: skip

    def result(self) -> WarmResult:
        brief, seat, of = self.brief, self.seat, self.of
        up = work(rules.share_up, of, up_m2kw=self.up_m2kw, down_m2kw=self.down_m2kw)
        mat = self._mat("bare", self.up_m2kw)
        face = work(rules.face_warmth, of, air_c=seat.air_c, mat_c=mat, film=self.film, up_m2kw=self.up_m2kw)
        covered = self._covered()
        course = self._course()
        warm_in = self._warm_in(course, face.value - seat.air_c)
        first = self._energy("first", course, warm_in.value) if warm_in else None
        energy = self._energy("day", course, seat.hours)
        price = brief.energy_kwh
        ohms = work(rules.mat_resistance, of, supply_v=seat.volts, power_w=self.watts)
        tension = self._tension(face.value - seat.air_c)
        held = seat.held_c is not None and mat.value >= seat.held_c
        seen = checks.WarmCase(
            brief, self.watts, held, ohms, up, face, covered, warm_in, self._nearer_helps(warm_in), tension
        )  # fmt: skip
        return WarmResult(
            brief.piece, brief.name, seat.air_c, seat.held_c, self.watts, self.flux, ohms,
            work(rules.mat_current, of, supply_v=seat.volts, power_w=self.watts), up, mat, face, covered, warm_in,
            first, energy, None if price is None else work(rules.energy_cost, of, energy_kwh=energy, kwh_price=price),
            work(rules.warm_bow, of, mat_c=mat, face_c=face, above_mm=max(1.0, brief.above_mm), long_mm=brief.long_mm,
                 expands=EXPANDS),
            tension, self._drawn(course, warm_in), self._layers(mat.value, face.value), tuple(tasks_of(brief)),
            (care.CURRENT, care.COILED, care.CUT, care.SKIN), tuple(checks.of_seat(seen)),
        )  # fmt: skip

    def _watts(self) -> Figure:
        said = self.seat.watts
        if said is not None:
            return work(rules.power_on_label, self.of, label_w=said)
        return work(rules.usual_power, self.of, mat_m2=self.brief.mat_m2, usual_w_m2=USUAL_W_M2)

    def _mat(self, which: str, up_m2kw: Figure) -> Figure:
        """The mat in the end; held where it has a thermostat."""
        of = f"{self.of}/{which}"
        free = work(
            rules.mat_warmth, of, air_c=self.seat.air_c, flux_w_m2=self.flux, up_m2kw=up_m2kw, down_m2kw=self.down_m2kw
        )  # fmt: skip
        held = self.seat.held_c
        return free if held is None else work(rules.mat_held, of, free_c=free, held_c=held)

    def _covered(self) -> Figure:
        under = work(rules.resistance_covered, self.of, up_m2kw=self.up_m2kw, cushion_m2kw=CUSHION)
        mat = self._mat("covered", under)
        return work(
            rules.covered_warmth, self.of, air_c=self.seat.air_c, mat_c=mat, film=self.film, cushion_m2kw=CUSHION,
            covered_m2kw=under,
        )  # fmt: skip

    def _course(self) -> Course:
        """A day from cold."""
        brief, seat = self.brief, self.seat
        density = brief.density.value
        foam = [Layer(self.foam_mm / 1000, FOAM_CONDUCTS, FOAM_KG_M3, FOAM_HEAT)] if self.foam_mm else []
        below = [Layer(self.below_mm / 1000, CONDUCTS, density, HEAT)] if self.below_mm else []
        above = [Layer(brief.above_mm / 1000, CONDUCTS, density, HEAT)] if brief.above_mm else []
        made = Warmed(above, [*foam, *below], self.film, self.film_below)
        most = None if seat.held_c is None else max(0.0, seat.held_c - seat.air_c)
        return made.course(self.flux.value, most, _STEP_S, int(_DAY_H * 3600 / _STEP_S))

    def _warm_in(self, course: Course, rise: float) -> Figure | None:
        there = (course.face >= _WARM * rise).nonzero()[0]
        if rise <= 0 or not len(there):
            return None
        return work(rules.warm_after, self.of, found_h=(int(there[0]) + 1) * _STEP_S / 3600)

    def _nearer_helps(self, warm_in: Figure | None) -> bool:
        """Whether a mat nearer to the face gets it warm soon enough; asked where it is slow."""
        if self.brief.above_mm <= NEARER_MM or (warm_in is not None and warm_in.value <= SLOW_H):
            return False
        nearer = _Warm(replace(self.brief, above_mm=NEARER_MM))
        face = work(
            rules.face_warmth, self.of, air_c=self.seat.air_c, mat_c=nearer._mat("bare", nearer.up_m2kw),
            film=self.film, up_m2kw=nearer.up_m2kw,
        )  # fmt: skip
        soon = nearer._warm_in(nearer._course(), face.value - self.seat.air_c)
        return soon is not None and soon.value <= SLOW_H

    def _energy(self, which: str, course: Course, hours: float) -> Figure:
        steps = max(1, min(len(course.flux), ceil(hours * 3600 / _STEP_S - 1e-9)))
        mean = float(course.flux[:steps].mean())
        return work(
            rules.energy_used, f"{self.of}/{which}", mean_w_m2=mean, mat_m2=self.brief.mat_m2, on_h=hours
        )  # fmt: skip

    def _tension(self, rise: float) -> Figure:
        brief = self.brief
        reach = work(rules.heat_reach, self.of, thick_mm=brief.thick_mm, conducts=CONDUCTS, film=self.film)
        return work(
            rules.rim_tension, self.of, rise_k=max(0.0, rise), mat_share=min(1.0, brief.mat_m2 / brief.seat_m2),
            border_mm=max(0.0, brief.border_mm), reach_mm=reach, strength_mpa=brief.strength_mpa, expands=EXPANDS,
        )  # fmt: skip

    def _drawn(self, course: Course, warm_in: Figure | None) -> tuple[WarmHour, ...]:
        air = self.seat.air_c
        last = _DAY_H if warm_in is None or warm_in.value > _DRAWN_H * 0.75 else _DRAWN_H
        steps = int(last * 3600 / _STEP_S)
        return (WarmHour(0.0, air, air), *(
            WarmHour(
                round((step + 1) * _STEP_S / 3600, 4), round(air + float(course.element[step]), 2),
                round(air + float(course.face[step]), 2),
            )
            for step in range(_EVERY - 1, steps, _EVERY)
        ))  # fmt: skip

    def _layers(self, mat_c: float, face_c: float) -> tuple[WarmLayer, ...]:
        """From the face down, in the end."""
        brief, air = self.brief, self.seat.air_c
        top = brief.above_mm
        down = max(0.0, mat_c - air) / self.down_m2kw.value
        made = [WarmLayer("concrete", 0.0, top, round(face_c, 2), round(mat_c, 2))]
        made.append(WarmLayer("mat", top, top + brief.mat_mm, round(mat_c, 2), round(mat_c, 2)))
        at, now = top + brief.mat_mm, mat_c
        between = max(0.0, brief.pad.under_mm) if brief.pad is not None else 0.0
        under = [("concrete", min(between, self.below_mm), CONDUCTS), ("foam", self.foam_mm, FOAM_CONDUCTS),
                 ("concrete", max(0.0, self.below_mm - between), CONDUCTS)]  # fmt: skip
        for kind, thick, conducts in under:
            if thick <= 0:
                continue
            then = now - down * thick / 1000 / conducts
            made.append(WarmLayer("foam" if kind == "foam" else "concrete", at, at + thick, round(now, 2),
                                  round(then, 2)))  # fmt: skip
            at, now = at + thick, then
        return tuple(made)
