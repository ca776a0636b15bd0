"""What would go wrong on the way to a place and in it."""

from collections.abc import Sequence
from math import ceil

from ulbrek.core.base.finding import Change, Finding, Quantity, check, finding
from ulbrek.core.base.units import Length
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.measure.inputs.site import Site
from ulbrek.core.measure.result import Closing
from ulbrek.core.measure.rules import section_of_run
from ulbrek.core.measure.shape import Shape
from ulbrek.core.measure.weighing import CannotSolveError, Concrete, to_weigh, weight_of

ADDS_UP_MM = 0.5
LEAST_MM = 10.0  # of a side
MANY_PARTS = 5
USUAL_DRIFT_MM = 6.0  # 3 to 6 mm is normal. Source: common practice.


@check("site-drift", "stop")
def site_drift(site: Site, names: dict[str, str]) -> list[Finding]:
    """A site dimension has drifted

    Sites move: what was measured again just before cutting is what counts.

    Source: common practice, 3 to 6 mm is normal
    """
    found = []
    for index, one in enumerate(site.dimensions):
        if one.again is None or abs(one.again.mm - one.first.mm) <= site.drift.mm + 1e-6:
            continue
        touched = [names.get(id_, id_) for id_ in one.pieces]
        found.append(
            finding(
                site_drift,
                severity="caution" if abs(one.again.mm - one.first.mm) <= USUAL_DRIFT_MM else "stop",
                title="{dimension} changed from {first} to {again}",
                reason="{drift} is allowed. Affects {pieces}.",
                remedy="Measure a third time, change what it affects, then use the new reading.",
                field=f"/dimensions/{index}/again",
                values={
                    "dimension": one.name,
                    "first": Quantity(one.first.mm, "mm"),
                    "again": Quantity(one.again.mm, "mm"),
                    "drift": Quantity(site.drift.mm, "mm"),
                    "pieces": ", ".join(touched) or "no piece yet",
                },
                change=Change(
                    "Use the new reading",
                    {f"/dimensions/{index}/first": one.again.model_dump(), f"/dimensions/{index}/again": None},
                ),
            )
        )
    return found


@check("will-not-pass", "stop")
def will_not_pass(site: Site, shapes: Sequence[Shape]) -> list[Finding]:
    """Will not pass

    Carried upright, the two smaller of a casting's three sides must pass the doorway, the stairs or the gate.

    Source: geometry
    """
    found = []
    for shape in shapes:
        for outline in shape.part_outlines:
            left, front, right, back = outline.box
            small, middle, _ = sorted((right - left, back - front, shape.cast_depth))
            for index, way in enumerate(site.passages):
                narrow, high = sorted((way.width.mm, way.height.mm))
                if small <= narrow and middle <= high:
                    continue
                found.append(
                    finding(
                        will_not_pass,
                        title="{piece} does not fit through {way}",
                        reason="On edge it measures {small} × {middle}, the clear opening is {narrow} × {high}.",
                        remedy="Divide it at a seam, or find another way.",
                        field=f"/passages/{index}",
                        values={
                            "piece": shape.piece.name,
                            "way": way.name,
                            "small": Quantity(small, "mm"),
                            "middle": Quantity(middle, "mm"),
                            "narrow": Quantity(narrow, "mm"),
                            "high": Quantity(high, "mm"),
                        },
                    )
                )
                break
    return found


@check("set-differs", "caution")
def set_differs(pieces: Sequence[Piece]) -> list[Finding]:
    """Pieces of a set differ

    Pieces that must look alike want the same thickness, the same side down and the same grinding.

    Source: common practice
    """
    found = []
    first: dict[str, Piece] = {}
    for index, piece in enumerate(pieces):
        if piece.matches is None:
            continue
        other = first.setdefault(piece.matches, piece)
        fields = [
            name
            for name, mine, theirs in (
                ("thickness", piece.thickness.mm, other.thickness.mm),
                ("cast", piece.cast, other.cast),
                ("grind", piece.grind.mm, other.grind.mm),
            )
            if mine != theirs
        ]
        if fields:
            same = {
                f"/{index}/{name}": getattr(other, name).model_dump()
                if isinstance(getattr(other, name), Length)
                else getattr(other, name)
                for name in fields
            }
            found.append(
                finding(
                    set_differs,
                    title="{piece} and {other} are one set but differ in {fields}",
                    reason="Pieces of a set look alike with the same thickness, side down and grinding.",
                    remedy="Make them alike, or take one out of the set.",
                    field=f"/{index}/matches",
                    values={"piece": piece.name, "other": other.name, "fields": ", ".join(fields)},
                    change=Change("Make it like {other}", same, {"other": other.name}),
                )
            )
    return found


@check("run-does-not-add-up", "stop")
def run_does_not_add_up(shape: Shape) -> list[Finding]:
    """Sections and gaps do not add up

    Sections, the gaps between them and the gaps at the ends must fill the run.

    Source: geometry
    """
    piece, run = shape.piece, shape.piece.run
    if run is None:
        return []
    in_row = run.in_row(piece.count)
    if in_row != round(in_row):
        return []  # first the rows
    wanted = section_of_run(run.run.mm, run.gap.mm, run.end_gap.mm, in_row)
    has = shape.size[0] if run.along == "length" else shape.size[1]
    if abs(wanted - has) <= ADDS_UP_MM / in_row:
        return []
    change = None
    if piece.outline.kind == "rectangle" and wanted >= 10:
        length = Length(mm=wanted, typed=None)
        change = Change(
            "Make each {wanted}", {f"/outline/{run.along}": length.model_dump()}, {"wanted": Quantity(wanted, "cut")}
        )
    return [
        finding(
            run_does_not_add_up,
            title="{count} × {has} do not fill the {run} run",
            reason="With its gaps each section must be {wanted}.",
            remedy="Change the sections, their count or the gaps.",
            field="/run",
            values={
                "count": str(round(in_row)),
                "has": Quantity(has, "mm"),
                "run": Quantity(run.run.mm, "mm"),
                "wanted": Quantity(wanted, "cut"),
            },
            change=change,
        )
    ]


@check("rows-do-not-add-up", "stop")
def rows_do_not_add_up(shape: Shape) -> list[Finding]:
    """Rows of a field do not add up

    Each row has as many pieces as the others; rows, the gaps between them and the margins fill the field.

    Source: geometry
    """
    piece, run = shape.piece, shape.piece.run
    if run is None or run.rows == 1:
        return []
    in_row = run.in_row(piece.count)
    if in_row != round(in_row):
        even = ceil(in_row) * run.rows
        return [
            finding(
                rows_do_not_add_up,
                title="{count} pieces do not lie in {rows} rows",
                reason="Each row has as many as the others.",
                remedy="Change the count, or the rows.",
                field="/count",
                values={"count": str(piece.count), "rows": str(run.rows)},
                change=Change("Make {even} of them", {"/count": even}, {"even": str(even)}),
            )
        ]
    if run.deep is None:
        return []
    wanted = section_of_run(run.deep.mm, run.row_gap.mm, run.row_end.mm, run.rows)
    has = shape.size[1] if run.along == "length" else shape.size[0]
    if abs(wanted - has) <= ADDS_UP_MM / run.rows:
        return []
    other = "width" if run.along == "length" else "length"
    left = run.deep.mm - run.rows * has - 2 * run.row_end.mm
    fits = piece.outline.kind == "rectangle" and wanted >= LEAST_MM
    make = {f"/outline/{other}": Length(mm=wanted, typed=None).model_dump()}
    deep = run.rows * has + (run.rows - 1) * run.row_gap.mm + 2 * run.row_end.mm
    gap = Length(mm=max(0.0, left) / (run.rows - 1))
    widen = Change("Make the gaps {gap}", {"/run/row_gap": gap.model_dump()}, {"gap": Quantity(gap.mm, "cut")})
    grow = Change("Make the field {deep}", {"/run/deep": Length(mm=deep).model_dump()}, {"deep": Quantity(deep, "cut")})
    also = (*((widen,) if left >= 0 else ()), grow)
    size = Change("Make each {wanted}", make, {"wanted": Quantity(wanted, "cut")}) if fits else None
    return [
        finding(
            rows_do_not_add_up,
            title="{rows} rows of {has} do not fill the {deep} field",
            reason="With its gaps each must be {wanted}.",
            remedy="Change the pieces, the gaps, or the field.",
            field="/run",
            values={
                "rows": str(run.rows), "has": Quantity(has, "mm"), "deep": Quantity(run.deep.mm, "mm"),
                "wanted": Quantity(wanted, "cut"),
            },
            change=size or also[0],
            also=also if size else also[1:],
        )
    ]  # fmt: skip


@check("closing-piece", "hint")
def closing_piece(closing: Closing | None) -> list[Finding]:
    """A closing piece

    Each part's error adds up, and the last one does not fit: make one last, to measure, or all in one mould with
    dividers.

    Source: common practice
    """
    if closing is None or closing.parts < MANY_PARTS:
        return []
    return [
        finding(
            closing_piece,
            title="{parts} in a row can end {worst} out, {likely} is likely",
            reason="That is with {each} on each of them.",
            remedy="Cast the closing piece last and to measure, or all in one mould with dividers.",
            field="/count",
            values={
                "parts": str(closing.parts),
                "each": Quantity(closing.each_mm, "fine"),
                "worst": Quantity(closing.worst.value, "bow"),
                "likely": Quantity(closing.likely.value, "bow"),
            },
        )
    ]


_WHEN = {"fresh": "fresh", "stripped": "at stripping", "dry": "air-dry", "dry mix": "of dry mix"}
_MOST_CORNERS = 1_500  # a piece with more in it is not drawn a dozen times over to offer a size


@check("off-its-weight", "caution")
def off_its_weight(shape: Shape, concrete: Concrete) -> list[Finding]:
    """Off its weight

    What was wanted to weigh so much has changed since: a size, a feature, the mix or its water.

    Source: the weight that was asked for, and its tolerance
    """
    wanted = shape.piece.weight
    if wanted is None:
        return []
    weighs = weight_of(shape, concrete, wanted)
    if abs(weighs - wanted.mass_kg) <= wanted.tolerance * wanted.mass_kg:
        return []
    change: Change | None = None
    if sum(placed.feature.corners for placed in shape.placed) <= _MOST_CORNERS:
        try:
            change = to_weigh(shape.piece, wanted, concrete)
        except CannotSolveError:
            change = None
    return [
        finding(
            off_its_weight,
            title="{piece} weighs {weighs} {when}, {wanted} is wanted",
            reason="Its size, what is in it or the mix has changed; {tolerance} either way is allowed.",
            remedy="Give it the size that weighs so much, or change what is wanted.",
            field="/weight/mass_kg",
            values={
                "piece": shape.piece.name,
                "weighs": Quantity(weighs, "weighed"),
                "wanted": Quantity(wanted.mass_kg, "weighed"),
                "tolerance": Quantity(wanted.tolerance, "share"),
                "when": _WHEN[wanted.when],
            },
            change=change,
        )
    ]
