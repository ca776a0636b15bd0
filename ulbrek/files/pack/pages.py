"""What stands on each page of a job pack: blocks of drawings, tables, words and cautions."""

from collections.abc import Iterator, Sequence
from itertools import groupby
from math import ceil
from typing import Any

from ulbrek.core.base.finding import Finding
from ulbrek.core.base.sentence import fill
from ulbrek.core.base.units.quantity import write_quantity, write_range, write_sheet
from ulbrek.core.base.units.writing import write_length
from ulbrek.core.base.values import value_words
from ulbrek.core.cure.result import Act
from ulbrek.core.form.result import KindCut, LengthCut, Setting
from ulbrek.core.kit.nesting.panels import Saw
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.measure.result import HeadsOnBar
from ulbrek.core.plan.briefs.pour import pour_brief
from ulbrek.core.plan.result import PiecePlan
from ulbrek.core.pour.station import run_sheet
from ulbrek.files.pack import drawings
from ulbrek.files.pack.arches import ArchPages
from ulbrek.files.pack.finishing import FinishPages
from ulbrek.files.pack.forming import FormPages
from ulbrek.files.pack.glance import GlancePages
from ulbrek.files.pack.mixing import MixPages
from ulbrek.files.pack.moving import MovePages
from ulbrek.files.pack.on_the_ground import GroundPages
from ulbrek.files.pack.over_cabinets import CabinetPages
from ulbrek.files.pack.pouring import pour_day
from ulbrek.files.pack.reinforcing import SteelPages
from ulbrek.files.pack.warming import WarmPages
from ulbrek.files.pack.words import Block, clock, drawing, letter, table

Page = dict[str, Any]
_MEASURE_AGAIN = "Measure the site again just before the first cut: changes of {3 to 6 limit} are normal."
_BOX, _TICKED = "\u2610", "\u2611"


class Pages(
    GlancePages, ArchPages, WarmPages, GroundPages, CabinetPages, FormPages, SteelPages, MovePages, FinishPages,
    MixPages,
):  # fmt: skip
    """The pages of one job."""

    def all(self) -> Iterator[Page]:
        """Every page, in the order of the work, the whole job at a glance first."""
        yield {"title": self.job.name, "blocks": list(self._glance())}
        pieces = list(zip(self.job.pieces, self.plan.pieces, strict=True))
        yield from self._before_form(pieces)
        for number, run in enumerate(self.plan.cabinets.runs):
            blocks = [*(() if number else self._findings("cabinets")), *self._cabinets(run)]
            yield {"title": f"Cabinets: {run.name}", "blocks": blocks}
        for piece, planned in pieces:
            blocks = [*self._findings("form", piece.id), *self._form(piece, planned.form)]
            yield {"title": self._title("Form", piece), "blocks": blocks}
            yield {"title": self._title("Assembly", piece), "blocks": list(self._steps(piece, planned.form))}
        yield {"title": "Cuts", "blocks": list(self._cuts())}
        for piece, planned in pieces:
            if planned.steel.stack or planned.steel.cage:
                blocks = [*self._findings("steel", piece.id), *self._steel(piece, planned)]
                yield {"title": self._title("Steel", piece), "blocks": blocks}
        yield {"title": "Mix", "blocks": [*self._findings("mix"), *self._without_steel(), *self._mix()]}
        if not self.plan.mix.turns:  # else each pour has its own
            sheet = run_sheet(pour_brief(self.job, self.plan))
            yield {"title": "Pour day", "blocks": list(pour_day(sheet, self.units))}
        yield {"title": "Move", "blocks": [*self._findings("move"), *self._move()]}
        yield {"title": "Finish", "blocks": [*self._findings("finish"), *self._finish()]}
        yield {"title": "Calendar", "blocks": [*self._findings("cure"), *self._calendar()]}

    def _before_form(self, pieces: Sequence[tuple[Piece, PiecePlan]]) -> Iterator[Page]:
        """What each piece is, the arch that it is built into, how a mat warms it, and what it lies on."""
        for piece, planned in pieces:
            blocks = [*self._findings("measure", piece.id), *self._measure(piece, planned)]
            yield {"title": self._title("Measure", piece), "blocks": blocks}
        for piece, planned in pieces:
            if planned.arch is not None:
                blocks = [*self._findings("arch", piece.id), *self._arch(planned.arch)]
                yield {"title": self._title("Arch", piece), "blocks": blocks}
        for piece, planned in pieces:
            if planned.warm is not None:
                blocks = [*self._findings("warm", piece.id), *self._warm(planned.warm, self.job.warm.seat_of(piece.id))]
                yield {"title": self._title("Warm", piece), "blocks": blocks}
        for piece, planned in pieces:
            if planned.ground is not None:
                blocks = [*self._findings("ground", piece.id), *self._ground(planned, planned.ground)]
                yield {"title": self._title("Ground", piece), "blocks": blocks}

    def _title(self, what: str, piece: Piece) -> str:
        return f"{what}: {piece.name}" if len(self.job.pieces) > 1 else what

    def _without_steel(self) -> Iterator[Block]:
        """What is said of pieces in which nothing is laid."""
        bare = [planned for planned in self.plan.pieces if not (planned.steel.stack or planned.steel.cage)]
        if bare:
            names = ", ".join(one.name for one in bare)
            yield {"kind": "text", "text": f"No steel in: {names}. Reinforcement: {value_words(bare[0].steel.school)}."}
            yield from (block for one in bare for block in self._findings("steel", one.id))

    def _measure(self, piece: Piece, planned: PiecePlan) -> Iterator[Block]:
        yield {"kind": "text", "text": self._said(_MEASURE_AGAIN)}
        yield drawing(drawings.measuring_sheet(piece, planned, self.units))
        rows = [
            *self._overall(piece, planned),
            *([tape.name, self._of(tape.length)] for tape in planned.measure.tape_checks),
        ]
        for feature in planned.measure.features:
            of = next(one for one in piece.features if one.id == feature.id)
            if of.kind == "drop edge":
                continue  # it is set out by its edge
            name = of.name
            name += f" {feature.copy + 1}" if feature.copy else ""
            size = self._mm(feature.length_mm)
            if feature.length_mm != feature.width_mm:
                size += f" × {self._mm(feature.width_mm)}"
            rows += [
                [f"{name}: size", size],
                [f"{name}: centre from the left", self._mm(feature.x_mm)],
                [f"{name}: centre from the front", self._mm(feature.y_mm)],
            ]
        head = ["What", "Planned", "On site", "Before cutting"]
        yield {**table(head, [[*row, "", ""] for row in rows]), "to_fill_in": True}
        yield from self._place(piece)
        measured = planned.measure
        yield table(
            ["", ""],
            [
                ["Volume of one casting", self._of(measured.volume)],
                ["Weight fresh", self._range(measured.mass_fresh)],
                ["Weight air-dry", self._range(measured.mass_dry)],
                ["Castings", str(piece.count)],
                *(row for bar in measured.heads for row in self._on_bar(bar)),
                ["Cast", value_words(piece.cast)],
            ],
        )

    def _on_bar(self, bar: HeadsOnBar) -> Iterator[list[str]]:
        yield [f"{bar.name}: both heads and bar, air-dry", self._range(bar.mass_dry)]
        if bar.grip is not None:
            yield [f"{bar.name}: grip between the heads", self._of(bar.grip)]
        yield [f"{bar.name}: order", "one head first; the other once that one is turned over"]

    def _overall(self, piece: Piece, planned: PiecePlan) -> Iterator[list[str]]:
        """The sizes of a piece as somebody measures them: a disc by its diameter, a profile by its height and width."""
        length, width = (self._mm(mm) for mm in (planned.measure.length_mm, planned.measure.width_mm))
        profile = piece.drawn == "from the side"
        if piece.outline.kind == "disc":
            yield ["Diameter", length]
        else:
            yield ["Overall length", length]
            yield ["Overall height" if profile else "Overall width", width]
        yield ["Width, front to back" if profile else "Thickness", self._mm(piece.thickness.mm)]

    def _place(self, piece: Piece) -> Iterator[Block]:
        """What was measured on the place and touches a piece, and what it must pass."""
        site = self.job.site
        to_it = {dimension.id: dimension.from_baseline for dimension in self.plan.site.dimensions}
        rows = []
        for dimension in site.dimensions:
            if dimension.pieces and piece.id not in dimension.pieces:
                continue
            baseline = to_it[dimension.id]
            off = f", {self._of(baseline)} from the baseline" if baseline else ""
            again = self._mm(dimension.again.mm) if dimension.again else ""
            rows.append([dimension.name + off, self._mm(dimension.first.mm), again, ""])
        rows += [
            [f"Access: {way.name}", f"{self._mm(way.width.mm)} × {self._mm(way.height.mm)}", "", ""]
            for way in site.passages
        ]
        for fit in piece.edge_fits:
            rows.append(
                [
                    f"{letter(fit.edge)} edge: gap, overhang",
                    f"{self._mm(fit.gap.mm)}, {self._mm(fit.overhang.mm)}",
                    "",
                    "",
                ]
            )
        if rows:
            yield {**table(["On site", "Reading", "Second", "Today"], rows), "to_fill_in": True}

    def _cuts(self) -> Iterator[Block]:
        cutting = self.plan.cutting
        letters = drawings.letters_of(self.plan)
        lumber = cutting.lumber
        yield table(
            ["What you need", ""],
            [
                *(
                    [
                        kind.sheet_name,
                        f"{len(kind.bought)}, {self._size(kind)}",
                    ]
                    for kind in cutting.kinds
                ),
                *([[lumber.name, f"{self._of(lumber.count)} of {self._sold(lumber.length_mm)}"]] if lumber else []),
                *(
                    [["Screws", f"{cutting.screws.value:,g}, {self._of(cutting.boxes)}"]]
                    if cutting.screws.value
                    else []
                ),
                *(
                    [name, self._of(figure)]
                    for name, figure in (("Sealant", cutting.cartridges), ("Tape", cutting.rolls))
                    if figure.value
                ),
            ],
        )
        kerf = write_length(cutting.kerf_mm, self.units, "fine")
        yield {"kind": "text", "text": f"Cut with a {value_words(cutting.saw)}; its {kerf} kerf is counted."}
        for kind in cutting.kinds:
            yield from self._sheets(kind, letters)
        sizes = {panel.key: panel for kind in cutting.kinds for plan in kind.sheets for panel in plan.panels}
        yield {"kind": "heading", "text": "Boards: tick each once sawn and labelled"}
        sawn = {key for kind in cutting.kinds for key in kind.sawn}
        yield {
            **table(
                ["", "", "Board", "Length", "Width"],
                [
                    [
                        _TICKED if key in sawn else _BOX,
                        letters[key],
                        self._said(name),
                        self._cut(max(sizes[key].length_mm, sizes[key].width_mm)),
                        self._cut(min(sizes[key].length_mm, sizes[key].width_mm)),
                    ]
                    for key, name in cutting.names.items()
                    if key in sizes
                ],
            ),
            "columns": ["auto", "auto", "1fr", "auto", "auto"],
        }
        if lumber:
            yield {"kind": "heading", "text": f"{lumber.name}, lengths of {self._sold(lumber.length_mm)}"}
            yield {
                **table(
                    ["Length", "Cut in this order", "Offcut"],
                    [[many, cut, offcut] for many, cut, offcut in self._lengths(lumber.lengths)],
                ),
                "columns": ["auto", "1fr", "auto"],
            }
        yield {"kind": "care", "lines": [self._said(line) for line in cutting.care]}

    def _lengths(self, lengths: Sequence[LengthCut]) -> Iterator[list[str]]:
        """What each length is cut into, equal ones in one line."""
        first = 1
        for (cut, offcut), alike in groupby(
            lengths, key=lambda one: ("; ".join(self._lumber(one)), self._mm(one.left_mm))
        ):
            last = first + len(list(alike)) - 1
            yield [str(first) if first == last else f"{first}–{last}", cut, offcut]
            first = last + 1

    def _size(self, kind: KindCut) -> str:
        return write_sheet(kind.sheet_length_mm, kind.sheet_width_mm, self.units)

    def _lumber(self, length: LengthCut) -> Iterator[str]:
        """What is cut from one length, equal pieces together."""
        for name, parts in groupby(length.parts, key=lambda part: (part.name, part.length_mm, part.kind)):
            many = len(list(parts))
            size = write_quantity(name[1], name[2], self.units)
            yield (f"{many} × " if many > 1 else "") + f"{self._said(name[0]).lower()} {size}"

    def _sheets(self, kind: KindCut, letters: dict[str, str]) -> Iterator[Block]:
        """The sheets of one kind, each with its cuts in sawing order."""
        if kind.depth:
            yield {"kind": "text", "text": f"{kind.sheet_name}: set the saw depth to {self._of(kind.depth)}."}
        guides: dict[tuple[str, float], Setting] = {(one.kind, one.setting_mm): one for one in kind.saw_settings}
        for number, plan in enumerate(kind.sheets, 1):
            what = "offcut" if plan.offcut is not None else "sheet"
            size = write_sheet(plan.length_mm, plan.width_mm, self.units)
            yield {"kind": "heading", "text": f"{kind.sheet_name}: {what} {number} of {len(kind.sheets)}, {size}"}
            yield drawing(drawings.sheet(plan, letters))
            cuts = [self._sawn(list(saws), guides[key]) for key, saws in groupby(plan.saws, key=_setting)]
            half = ceil(len(cuts) / 2)
            rows = [[*cuts[at], *(cuts[at + half] if at + half < len(cuts) else [""] * 4)] for at in range(half)]
            yield {
                **table(["", "Cut", "", "Setting"] * 2, rows),
                "columns": ["auto", "auto", "auto", "1fr"] * 2,
            }

    def _sawn(self, saws: list[Saw], setting: Setting) -> list[str]:
        """Cuts of one setting: a box to tick, their numbers, how, and what the fence or the guide is set to."""
        first, last = saws[0], saws[-1]
        numbers = str(first.number) if first is last else f"{first.number}–{last.number}"
        told = self._cut(first.setting_mm)
        if setting.guide:
            told += f", guide {'beyond the cut' if setting.beyond else 'on the part'}, {self._of(setting.guide)}"
        return [_BOX, numbers, "rip at" if first.kind == "rip" else "crosscut at", told]

    def _calendar(self) -> Iterator[Block]:
        cure = self.plan.cure
        names = {piece.id: piece.name for piece in self.plan.pieces} if len(self.plan.pieces) > 1 else {}
        when = clock(cure.poured_at, cure) if cure.poured_at else "not set: times count from the start of mixing"
        yield table(
            ["", ""],
            [
                ["Mixing starts", when],
                ["Concrete temperature", write_quantity(cure.temperature_c, "C", self.units)],
                *self._weather(),
                ["Strength model", cure.strength_by],
            ],
        )
        rows = []
        for act in cure.acts:
            low, high = act.hours.low, act.hours.high
            band = (
                write_range(low, high, "h", self.units).replace("–", " to ")
                if low is not None and high is not None
                else write_quantity(act.hours.value, "h", self.units)
            )
            name = act.name + (f": {names[act.piece]}" if act.piece in names else "")
            due = self._due(act)
            rows.append([due, name, self._said(act.test), band])
        yield table(["When", "Task", "Ready when", "After mixing"], rows)
        cautions = [
            self._said(one) for one in (*cure.care, *(f"{act.name}: {act.care}" for act in cure.acts if act.care))
        ]
        yield {"kind": "care", "lines": list(dict.fromkeys(cautions))}

    def _weather(self) -> Iterator[list[str]]:
        """Where it cures, in what weather, behind what; nothing in a heated room."""
        inputs, cure = self.job.cure, self.plan.cure
        if cure.weather is None:
            return
        made = cure.weather.foretold_at
        known = f"forecast of {clock(made, cure)}" if inputs.asks_forecast and made else "the day that was typed"
        yield ["Cures", f"{value_words(inputs.place, 'place')}, by {known}"]
        if inputs.protections:
            yield ["Protected by", ", ".join(value_words(one, "protections") for one in inputs.protections)]
        yield ["Evaporation, highest", write_quantity(cure.dries.most.value, "kg/m2/h", self.units)]

    def _due(self, act: Act) -> str:
        """When an act is due."""
        if act.never:
            return "not possible"
        if act.at:
            return clock(act.at, self.plan.cure)
        return f"after {write_quantity(act.due_h, 'h', self.units)}"

    def _findings(self, station: str, piece: str | None = None) -> list[Block]:
        """What was found at a station: of one piece and of the whole job, or of everything."""
        of = (None, piece)
        found = [
            one.finding for one in self.plan.findings if one.station == station and (piece is None or one.piece in of)
        ]
        lines = [f"{one.severity.upper()}  {self._finding(one)}" for one in found]
        return [{"kind": "findings", "lines": lines}] if lines else []

    def _finding(self, found: Finding) -> str:
        title, remedy = (fill(text, found.values, self.units) for text in (found.title, found.remedy))
        return f"{title}. {remedy}"


def _setting(saw: Saw) -> tuple[str, float]:
    return saw.kind, round(saw.setting_mm, 1)
