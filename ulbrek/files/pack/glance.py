"""The first page of a pack: the whole job in figures that can be read from a metre away."""

from collections.abc import Iterator
from typing import NamedTuple

from ulbrek.core.after.headline import WAITED_FOR
from ulbrek.core.base.finding import SEVERITIES
from ulbrek.core.base.sentence import fill
from ulbrek.core.base.units.quantity import write_batch_water, write_quantity
from ulbrek.core.base.values import value_words
from ulbrek.core.cure.result import Act
from ulbrek.files.pack.words import Block, Words, clock

_PIECES = 4  # that are named; more are counted
_GRAVE = SEVERITIES[:2]  # danger and stop


class Big(NamedTuple):
    """A line of the page: what it is, its figure, and what else has to be known."""

    label: str
    value: str
    note: str = ""


class GlancePages(Words):
    """The page that says a job at a glance."""

    def _glance(self) -> Iterator[Block]:
        grave = [one.finding for one in self.plan.findings if one.finding.severity in _GRAVE]
        if grave:
            lines = [f"{one.severity.upper()}  {fill(one.title, one.values, self.units)}." for one in grave]
            yield {"kind": "findings", "lines": lines}
        rows = (
            *self._sizes(),
            *self._forms(),
            *self._steel_at_a_glance(),
            *self._bags(),
            *self._hands(),
            *self._days(),
        )
        yield {"kind": "big", "rows": [one._asdict() for one in rows]}

    def _sizes(self) -> Iterator[Big]:
        pieces = list(zip(self.job.pieces, self.plan.pieces, strict=True))
        for piece, planned in pieces[:_PIECES]:
            measured = planned.measure
            size = " × ".join(self._mm(mm) for mm in (measured.length_mm, measured.width_mm, piece.thickness.mm))
            many = f"{piece.count} castings, " if piece.count > 1 else "cast "
            yield Big(piece.name, size, many + value_words(piece.cast))
        if len(pieces) > _PIECES:
            yield Big("And", f"{len(pieces) - _PIECES} more pieces")

    def _forms(self) -> Iterator[Big]:
        cutting = self.plan.cutting
        if self.job.form.in_moulds:
            yield Big("Form", "shop moulds")
            return
        if cutting.kinds:
            first, *others = cutting.kinds
            more = f"; and {len(others)} other kind{'s' if len(others) > 1 else ''} of board" if others else ""
            many = [self._of(one) for one in (cutting.sheet_count, cutting.side_lengths) if one and one.value]
            yield Big("Form", ", ".join(many) or "from offcuts", first.sheet_name + more)

    def _steel_at_a_glance(self) -> Iterator[Big]:
        cut = self.plan.steel_cutting
        told = [self._of(one) for one in (cut.bar_count,) if one and one.value]
        if cut.mesh_sheets and cut.mesh_sheets.value:
            told.append(f"{write_quantity(cut.mesh_sheets.value, 'sheets', self.units)} of mesh")
        if told:
            yield Big("Steel", ", ".join(told))

    def _bags(self) -> Iterator[Big]:
        mix = self.plan.mix
        one = "charge" if mix.scratch else "bag"
        many = f"{mix.bags.value:g} {one}{'' if mix.bags.value == 1 else 's'}"
        yield Big("Mix", many, f"{mix.mix_name}, {mix.bag_name}")
        if mix.turns:
            first = mix.turns[0]
            each = f"up to {self._of(first.bags)} in {self._of(first.batches)} each: forms are filled in turns"
            yield Big("Pours", str(mix.turns[-1].last), each)
        planned, most = (self._litres(litres) for litres in (mix.water_planned_l, mix.water_most_l))
        batch = ""
        if mix.bags_per_batch != 1:
            water = write_batch_water(mix.bags_per_batch, mix.water_planned_l, self.units)
            batch = f"{water} a batch of {mix.bags_per_batch:g}; "
        yield Big("Water", f"{planned} a {one}", f"{batch}limit {most} a {one}")
        for dose in mix.doses[:3]:
            if dose.a_batch:
                yield Big(dose.name, self._of(dose.a_batch), "a batch")

    def _hands(self) -> Iterator[Big]:
        heaviest = max(self.plan.pieces, key=lambda one: one.handling.mass.value)
        found = heaviest.handling
        who = write_quantity(found.people_needed.value, "people", self.units) if found.by_hand else "cart or hoist"
        stays = "stays where it is cast" if found.stays else who
        yield Big("Heaviest", self._range(found.mass), f"{heaviest.name}: {stays}")

    def _days(self) -> Iterator[Big]:
        cure = self.plan.cure
        if cure.poured_at:
            yield Big("Mixing starts", clock(cure.poured_at, cure))
        told: set[str] = set()
        for act in cure.acts:
            if act.id in WAITED_FOR and act.id not in told and act.done_at is None:
                told.add(act.id)
                yield Big(act.name, self._when(act))

    def _when(self, act: Act) -> str:
        if act.never:
            return "not with this mix"
        if act.at:
            return clock(act.at, self.plan.cure)
        return f"after {write_quantity(act.due_h, 'h', self.units)}"
