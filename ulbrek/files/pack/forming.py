"""What stands on the pages of a form: its drawings, its boards, how it is held, and the steps of its assembly."""

from collections.abc import Iterator, Mapping
from itertools import groupby

from ulbrek.core.base.units.quantity import write_quantity
from ulbrek.core.base.values import value_words
from ulbrek.core.form.result import Board, Bridge, FormResult, Knockout, SetOut, Stiffness
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.files.pack import drawings
from ulbrek.files.pack.words import Block, Words, drawing, letter, table

_WAYS = {
    "down": "from above",
    "up": "from below",
    "in": "through the side, into the edge of the base",
    "stake": "two through each stake, into the side",
}
_LEAST_SHOWN_N = 20.0  # of what lifts: less is not worth a word


class FormPages(Words):
    """The pages of a form."""

    def _form(self, piece: Piece, form: FormResult) -> Iterator[Block]:
        mirrored = piece.cast == "face down"
        yield {"kind": "text", "text": "In the form" + (" (mirror image)." if mirrored else ".")}
        letters = drawings.letters_of(self.plan)
        yield drawing(drawings.form_plan(form, self.units, mirrored, letters))
        if form.stands and form.on_ground:
            yield {"kind": "text", "text": "From the side, between its two side forms."}
        else:
            yield drawing(drawings.form_section(form, self.units))
            yield {
                "kind": "text",
                "text": "Section front to back, beside the middle; the heights of a thin form are exaggerated.",
            }
        yield table(
            ["Board", "Length", "Height", "Thickness"],
            list(self._boards(form, letters)),
        )
        stiff, used = form.stiffness, form.consumed
        rows = [
            *([f"Form inside, {one.edge.replace('-', ' ')}", self._of(one.made)] for one in form.inside),
            *(self._screws(form) if form.screw_count.value else ()),
            *(
                [
                    [
                        "Sealant bead",
                        f"{self._of(used.joint_length)}, radius {self._mm(used.bead.inputs['radius_mm'].value)}",
                    ]
                ]
                if used.joint_length.value
                else []
            ),
            *([["Tape", self._of(used.tape)]] if used.tape.value else []),
            *self._under(stiff),
            *(
                [f"Strap {self._mm(strap.height_mm)} above the base", f"tension {self._of(strap.pull)}"]
                for strap in stiff.straps
            ),
            ["Level", self._level(form)],
        ]
        rows += [[one.name, self._former(one, form)] for one in form.knockouts]
        rows += [[f"Bridge {one.number}", self._bridge(one)] for one in form.bridges]
        if used.release:
            rows.append(["Release agent", self._of(used.release)])
        out = [self._set_out(one, one.set_out) for one in form.knockouts if one.set_out]
        if out:
            yield {"kind": "heading", "text": "Set out, from the inner faces of the sides as the form lies"}
            yield table(["", "Left", "Right", "Front", "Back", "Size"], out)
        yield table(["", ""], rows)

    def _screws(self, form: FormResult) -> Iterator[list[str]]:
        """How it is screwed."""
        joint = form.joint
        yield ["Screws", f"{form.screw_count.value:g} in total, {self._screw(joint.screw_mm)}, {_WAYS[joint.way]}"]
        yield ["Screws at the corners", self._screw(joint.corner_screw_mm)]
        yield ["Embedment, pilot hole", f"{self._of(joint.bite)}, {self._of(joint.pilot)}"]

    def _under(self, stiff: Stiffness) -> Iterator[list[str]]:
        """What a form stands on, and what stands round it."""
        if stiff.stakes:
            stake = next(one for one in stiff.battens if one.key == "stake")
            apart = [f"at most {self._of(stiff.stake_spacing)} apart"] if stiff.stake_spacing else []
            if stiff.curve_stake_spacing:
                apart.append(f"behind curves at most {self._of(stiff.curve_stake_spacing)}")
            yield ["Stakes", ", ".join([f"{len(stiff.stakes)}", *apart, f"{self._of(stake.length)} long"])]
            if inside := next((one for one in stiff.battens if one.key == "box stake"), None):
                yield ["Stakes inside boxes", f"{inside.count}, as long"]
            if strut := next((one for one in stiff.battens if one.key == "strut"), None):
                yield ["Struts", f"{strut.count}, {self._of(strut.length)} long, each to a second stake"]
        elif stiff.bearer_spacing is None:  # of steps: they stand behind panels that are seen from the side
            for one in stiff.battens:
                yield [one.name, f"{one.count}, {self._of(one.length)} long"]
        if stiff.riser_push:
            yield [
                "Push on a riser",
                f"{self._of(stiff.riser_push)}, braced at most {self._of(stiff.brace_spacing)} apart",
            ]
        if stiff.bearer_spacing:
            yield ["Bearers", f"{len(stiff.bearers_mm)}, at most {self._of(stiff.bearer_spacing)} apart"]
            yield ["Braces", f"{len(stiff.braces)}" if stiff.braces else "none needed"]

    def _set_out(self, one: Knockout, at: SetOut) -> list[str]:
        if at.to_centre:
            size = f"round, {self._mm(at.length_mm)}"
        else:
            size = f"{self._mm(at.length_mm)} × {self._mm(at.width_mm)}"
        sides = (at.left_mm, at.right_mm, at.front_mm, at.back_mm)
        return [one.name + (", centre" if at.to_centre else ""), *(self._mm(side) for side in sides), size]

    def _boards(self, form: FormResult, letters: Mapping[str, str]) -> Iterator[list[str]]:
        """The boards with their letters, equal ones in one line."""
        for told, found in groupby(form.boards, key=self._board):
            alike = list(found)
            by = " ".join(sign for one in alike if (sign := drawings.letter_of(letters, form, one)))
            name = f"{len(alike)} × {told[0]}" if len(alike) > 1 else told[0]
            yield [f"{by}  {name}" if by else name, *told[1:]]

    def _board(self, board: Board) -> list[str]:
        sizes = (board.length_cut_mm, board.height_cut_mm, board.thickness_mm)
        name = board.name.rstrip("0123456789 ") if board.kind == "divider" else board.name
        return [self._said(name) + _bevels(board), *(self._cut(size) for size in sizes[:2]), self._mm(sizes[2])]

    def _bridge(self, one: Bridge) -> str:
        """Where a bridge lies as the form does, and where it is bored."""
        off, at = ("left", "front") if one.runs == "front to back" else ("front", "left")
        holes = ", ".join(
            f"{hole.name} at {self._mm(hole.at_mm)} (hole {self._mm(hole.hole_mm)})" for hole in one.holes
        )
        ripped = ", ripped in two along its holes" if one.split else ""
        return (
            f"{self._of(one.length)} from {one.runs}, middle {self._mm(one.off_mm)} from the {off}{ripped}. "
            f"From the {at}: {holes}."
        )

    def _former(self, one: Knockout, form: FormResult) -> str:
        """What a former is made of, how it lies and how it is held."""
        where = "on the ground" if form.on_ground and one.where == "on the base" else value_words(one.where)
        said = [value_words(one.build), *([where] if one.where != "beside" else [])]
        if one.layers:
            said.append(f"{self._of(one.layers)}, cut to {self._cut(one.height_mm)}")
        if one.draft_deg:
            said.append(f"draft {write_quantity(one.draft_deg, 'draft', self.units)}")
        if one.uplift and one.uplift.value >= _LEAST_SHOWN_N:
            said.append(f"uplift {self._of(one.uplift)}" + (f", hold-down {self._of(one.held)}" if one.held else ""))
        if one.ballast and one.uplift and one.uplift.value >= _LEAST_SHOWN_N and not one.held:
            said.append(f"{self._of(one.ballast)} of ballast")
        elif one.where == "hung from above" and one.ballast:
            said.append(f"or {self._of(one.ballast)} of ballast")
        if one.fill_step and one.fill_step.value < one.height_mm:
            said.append(f"fill both sides within {self._of(one.fill_step)}")
        return letter(", ".join(said)) + f". {self._said(one.holding)}"

    def _steps(self, piece: Piece, form: FormResult) -> Iterator[Block]:
        mirrored = piece.cast == "face down"
        yield {
            "kind": "steps",
            "steps": [
                {
                    "svg": drawings.step(form, index, mirrored),
                    "title": f"{one.number}  {self._said(one.title)}",
                    "text": self._said(one.text),
                    "care": self._said(one.care),
                }
                for index, one in enumerate(form.steps)
            ],
        }

    def _level(self, form: FormResult) -> str:
        """What being out of level does."""
        per_m = self._said("{1 fine} per {1 m}")
        return f"within {per_m}: more shows as a thick and a thin end ({self._of(form.out_of_level)} here)"


def _bevels(board: Board) -> str:
    """How the blade is tilted at a board's ends, in words."""
    start, end = abs(board.bevel_start_deg), abs(board.bevel_end_deg)
    if not start and not end:
        return ""
    first, last = (write_quantity(end, "deg", "mm") for end in (start, end))
    return f", bevels {first}" if first == last else f", bevels {first} and {last}"
