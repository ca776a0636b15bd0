"""The assembly in numbered steps, in the order that keeps oil off what must be bonded."""

from collections.abc import Iterator, Mapping, Sequence
from typing import NamedTuple

from ulbrek.core.form import bores
from ulbrek.core.form.bridges import in_words
from ulbrek.core.form.brief import FieldStrips, FormBrief
from ulbrek.core.form.care import DUST, FOAM, GROUND, RAGS, SEALANT
from ulbrek.core.form.result import Board, Bridge, Joint, Knockout, Step, Stiffness

_WAYS = {
    "down": "Screw down through the side: full-size hole through it, pilot in the base only, heads countersunk.",
    "up": "Turn it over and screw up through the base into the side: full-size hole in the base, pilot in the side.",
    "in": "Screw through the side into the base's edge: full-size hole in the side, pilot in the edge.",
}
_FIXINGS = {
    "tie bolts": "Bolt it through, a nut and a washer outside; tighten until no light shows.",
    "hot glue and blocks": "Run hot glue along its foot and set scrap blocks behind it, every 150 mm.",
    "nails": "Nail it through from below, 18 gauge; this form is broken up to get the piece out.",
}
_STAKED = {
    "screws": "Set it to its line. Drive the stakes outside it, upright, heads below its upper edge; with that edge "
    "level, put two screws through each stake into the side.",
    "nails": "Set it to its line. Drive the stakes outside it, upright, heads below its upper edge; with that edge "
    "level, put two double-headed nails through each stake into the side, a weight held against the board.",
}
_ON_THE_RAIL = (
    "From the front into the rail under the board, upper edge level with the back rail: full-size hole in the side, "
    "pilot in the rail."
)
_THROUGH_THE_STRIP = " Beside a drop edge through the strip too, with the long screws."
_FIXED = "Fix everything on its mark, and run a bead round what concrete must not get under. "
_OIL_DRIES_H = 12.0
BLOCKS_EVERY_MM = 900.0  # as stakes stand. Source: common practice.


class _Told(NamedTuple):
    title: str
    text: str
    adds: tuple[str, ...] = ()
    care: str = ""


class Held(NamedTuple):
    """What holds a form together."""

    joint: Joint
    stiffness: Stiffness
    bridges: Sequence[Bridge] = ()


def steps(brief: FormBrief, boards: Sequence[Board], held: Held, knockouts: Sequence[Knockout]) -> tuple[Step, ...]:
    """The steps, numbered."""
    told = _told(brief, boards, held, knockouts)
    return tuple(Step(number, *one) for number, one in enumerate(told, 1))


def _told(brief: FormBrief, boards: Sequence[Board], held: Held, knockouts: Sequence[Knockout]) -> Iterator[_Told]:
    (made, stiff, bored), habits = held, brief.habits
    if brief.climbs:
        yield from _climbing(brief, boards, stiff, knockouts)
        return
    how = _STAKED[made.fixing] if brief.on_ground else _FIXINGS.get(made.fixing, _WAYS[made.way])
    if brief.beneath is not None and made.fixing == "screws":
        how = _ON_THE_RAIL + (_THROUGH_THE_STRIP if any(one.kind == "drop strip" for one in boards) else "")
    if brief.bare and not brief.on_ground:
        yield _Told(
            "Oil bare faces and edges", f"Two coats on edges; let it soak in for {_OIL_DRIES_H:g} h before any caulk.",
            (), RAGS,
        )  # fmt: skip
    yield from _beneath(brief, boards)
    yield from _beds(boards, knockouts)
    yield from _bored(brief, knockouts)
    yield from _sides(brief, boards, how)
    if brief.stands:
        yield _Told(
            "Close it with the other panel",
            "Lay it on the sides and screw down through it into each, pilots in the sides. Then stand it up, open side "
            "above.",
            ("lid",),
        )
    if brief.on_ground:
        yield _Told(
            "Check square and height",
            f"{_square(brief)} A level across the sides shows one height, or the fall that is wanted; tap stakes down "
            "or draw them to mend it. Then ram soil against the foot of every side, outside, so that no paste runs "
            "under it.",
        )
    else:
        yield _Told(
            "Check square and height",
            f"{_square(brief)} A straightedge across the sides shows one height within {{0.5 fine}}.",
        )
    blocks = [one.feature for one in knockouts if one.where == "in a corner"]
    if blocks:
        yield _Told("Set the corner blocks", "Each into its corner, tight to both sides.", tuple(blocks))
    if not brief.on_ground:
        hours = brief.supplies.sealant(habits.sealing).cure_h
        yield _Told(
            f"Seal every inside joint with {habits.sealing}",
            f"Tape both sides, tool the bead, peel. Let it cure {hours:g} h before oiling.",
            ("bead",),
            SEALANT,
        )
    yield from _formers(boards, knockouts, bonded=not brief.on_ground)
    if not brief.on_ground:
        yield _Told("Tape the screw heads", "Paste in a screw head means prying when you strip.", ("tape",))
    if habits.release != "none":
        yield _Told(
            f"Apply release agent ({habits.release})",
            "A thin film on every contact face, last of all: nothing bonds to it.",
            (),
            RAGS if habits.release == "oil" else "",
        )
    yield from _overhead(boards, knockouts, bored)
    yield from _strapped(stiff, knockouts)


def _climbing(
    brief: FormBrief, boards: Sequence[Board], stiff: Stiffness, knockouts: Sequence[Knockout]
) -> Iterator[_Told]:
    """Steps, or a ramp, between two panels that stay until they are stripped."""
    risers = tuple(board.key for board in boards if board.kind == "strip")
    steps = sum(board.key.startswith("riser") for board in boards)
    yield from _ground(brief)
    yield _Told(
        "Stand the two side forms up",
        "Saw both at once, so that they match; what is screeded to falls {10 mm/m} to the front. Stake them outside, "
        "plumb, a level across from one to the other, and strut the stakes.",
        ("base", "lid"), DUST,
    )  # fmt: skip
    bevel = (
        "Bevel the lower edge of each riser’s board from behind, so that a trowel reaches the back of the tread below. "
        if steps > 1
        else ""
    )
    yield _Told(
        "Set the boards across",
        f"{bevel}From the top down, between the side forms, two screws through them into each end, upper edges level.",
        risers,
    )
    if any(one.key == "riser brace" for one in stiff.battens):
        yield _Told(
            "Brace the risers",
            "A length over their noses, down to a stake before the lowest, a cleat under it at each: full of concrete "
            "they bow in their middle.",
        )
    yield _Told(
        "Check square and height",
        "Diagonals from nose to nose match. All risers are of one height: a foot finds one that is not.",
    )
    yield from _formers(boards, knockouts, bonded=False)
    if brief.habits.release != "none":
        yield _Told("Oil the boards", "A thin film on every face that concrete meets.", (), RAGS)
    yield from _overhead(boards, knockouts, ())
    if steps > 1:
        yield _Told(
            "Pour from the lowest step up",
            "Fill the lowest, spade along its board, then the next: fresh concrete above presses out of the tread "
            "below, so it comes stiff. The boards of the risers may come off the same day, when a thumb leaves no "
            "mark, to rub their faces while they are green; the side forms stay on.",
        )


def _beneath(brief: FormBrief, boards: Sequence[Board]) -> Iterator[_Told]:
    """What it is cast on: the ground, boards over cabinets, or a base."""
    if brief.on_ground:
        yield from _ground(brief)
    elif brief.beneath is not None:
        yield from _over_cabinets(boards)
    else:
        yield _Told(
            "Lay the base on its bearers",
            "Good face up. Level it both ways now, while it is light, and mark the inside of the form on it in pencil.",
            ("base",),
            DUST,
        )


def _over_cabinets(boards: Sequence[Board]) -> Iterator[_Told]:
    """Braces and boards in place of a base."""
    yield _Told(
        "Screw the braces on",
        "Flat on the cabinets’ rails, as drawn under Cabinets: one under every seam and beside every opening. Rails "
        "under the edges that get a form.",
    )
    keys = tuple(board.key for board in boards if board.kind == "base")
    yield _Told(
        "Screw the boards down",
        "Dry-lay them first. Seams on their braces, screws every {200 limit}, heads flush. Tape every seam, and along "
        "the walls.",
        keys, DUST,
    )  # fmt: skip
    strips = tuple(board.key for board in boards if board.kind == "drop strip")
    if strips:
        yield _Told(
            "Set the strips under the drop edges",
            "Board and rail end behind the drop edge, and are its mould there: the rail flush with the board. The "
            "strip goes against the rail, at its depth below the underside of the top.",
            strips,
        )


def _ground(brief: FormBrief) -> Iterator[_Told]:
    """The ground in place of a base, and the line that the sides come to."""
    apart = (
        "Damp it the evening before and again before the pour, or lay plastic: dry ground drinks the water of the mix."
        if brief.stays
        else "Lay plastic on it without a fold, laps taped: the piece lifts off it, and every fold prints."
    )
    yield _Told(
        "Prepare the ground",
        "Take off turf and soft soil, bring it to its height and fall, and tamp it until a heel leaves no dent. "
        + apart,
        (),
        GROUND,
    )
    arcs = [edge.is_arc for edge in brief.outline.edges]
    string = (
        "Stretch a string along the inside of the longest side, past both of its corners, and square the next from it: "
        "3 along, 4 across, 5 between."
    )
    curve = "Drive a pin at the centre of the curve and scribe it on the ground with a taut line."
    yield _Told("Set out the inside", curve if all(arcs) else f"{string} {curve}" if any(arcs) else string, ("line",))


def _square(brief: FormBrief) -> str:
    """How a form is checked for its shape."""
    edges = brief.outline.edges
    if all(edge.is_arc for edge in edges):
        return "Measure across at four places: all within {1 fine}."
    if not any(edge.is_arc for edge in edges) and brief.outline.area_mm2 > 0.999999 * brief.length_mm * brief.width_mm:
        return "The diagonals match."
    return "The diagonals read as marked."


def _bored(brief: FormBrief, knockouts: Sequence[Knockout]) -> Iterator[_Told]:
    """Holes for pipes, before the sides stand."""
    if found := bores.in_words(knockouts, on_ground=brief.on_ground):
        yield _Told(
            "Bore the sides for the pipes",
            "Two sides that one pipe goes through are clamped together and bored at once, scrap board behind, so that "
            f"it lies level. Measured inside, as the form lies. {found}",
            (), DUST,
        )  # fmt: skip


def _beds(boards: Sequence[Board], knockouts: Sequence[Knockout]) -> Iterator[_Told]:
    under = [one.feature for one in knockouts if one.kind == "raised floor"]
    if under:
        yield _Told("Bond the raised bed", "On its pencil line, all over; face it if it shows.", tuple(under), FOAM)
    if any(board.kind == "bed" for board in boards):
        yield _Told(
            "Lay the sloping bed", "On battens ripped to the slope, tight between where the sides come.", ("bed",)
        )


def _sides(brief: FormBrief, boards: Sequence[Board], how: str) -> Iterator[_Told]:
    strips = [board for board in boards if board.kind == "strip"]
    if (
        strips
        and brief.habits.corner == "run past"
        and {one.key for one in strips} == {"front", "right", "back", "left"}
    ):
        pair = ("front", "back") if brief.length_mm >= brief.width_mm else ("left", "right")
        between = tuple(one.key for one in strips if one.key not in pair)
        yield _Told(f"Fix the {pair[0]} side", how, (pair[0],))
        yield _Told(
            "Set the two short sides",
            "Push each hard against the first and screw it through the corner, then "
            + ("stake it." if brief.on_ground else "to the base."),
            between,
        )  # fmt: skip
        yield _Told("Close with the last side", "Measure both diagonals before the last screw.", (pair[1],))
    else:
        for number, board in enumerate(strips):
            text = how if not number else _joining(board)
            title = f"{'Set' if number else 'Fix'} the {board.name.lower()}"
            yield _Told(title, text, (board.key,))
    for board in boards:
        if board.kind == "kerfed strip":
            yield _Told(
                f"Bend the {board.name.lower()}",
                _kerfed(board),
                (board.key,),
            )
        if board.kind == "liner":
            own = f"{board.key}-rib"
            ribs = tuple(one.key for one in boards if one.kind == "rib" and one.key.startswith(own))
            if not ribs:
                yield _Told(
                    f"Bend the {board.name.lower().replace(', ', ' ')} to its line",
                    "Drive the two end stakes first, bend it against them, then drive the others close behind it. "
                    "Thin pins inside hold it against them: draw each as the concrete comes to it. Keep its upper edge "
                    "level: a bent board lifts between its stakes.",
                    (board.key,),
                )
                continue
            yield _Told(
                f"Bend the {board.name.lower().replace(', ', ' ')} onto its ribs",
                "Fix the ribs on their line first, one over another; bend the liner against them and pin it outside.",
                (*ribs, board.key),
            )
    dividers = tuple(board.key for board in boards if board.kind == "divider")
    if dividers and brief.field is not None:
        yield _Told("Set the strips between the sections", _strips(brief, brief.field), dividers)
    elif dividers:
        yield _Told("Set the dividers", "On their lines, square and upright, screwed through the sides.", dividers)


_STRIPS_OUT: Mapping[str, str] = {
    "taped": "Packing tape round each first.",
    "tapered": "First plane each {2 fine} narrower at its foot, on both faces.",
    "slanted cuts": "First a slanted cut across each, and a cleat screwed over it.",
    "oiled": "Oil each twice, the evening before and again.",
}


def _strips(brief: FormBrief, field: FieldStrips) -> str:
    """How the strips of a field are set."""
    told = [_STRIPS_OUT[brief.habits.strips_out]]
    told.append(
        "Long ones first, to a string, then short ones between them, screwed through what they meet."
        if field.crossed
        else "To a string, square and upright, screwed through the sides."
    )
    for one in field.channels:
        if one.ripped_mm and one.boards:
            told.append(f"In {{{one.gap_mm:g} mm}} gaps a board and a strip ripped to {{{one.ripped_mm:.2f} cut}}.")
        elif one.apart_mm:
            told.append(
                f"Two boards in each {{{one.gap_mm:g} mm}} gap, blocks of {{{one.apart_mm:.2f} cut}} between them, at "
                f"both ends and every {{{BLOCKS_EVERY_MM:g} limit}}: they come out first."
            )
        elif one.boards > 1:
            told.append("Two boards back to back in each gap. Where they are of parts, no two joints at one place.")
    told.append(
        "Pins in the ground on the side that is filled last keep them straight: draw each as the concrete comes. Fill "
        "both sides of a strip alike."
    )
    return " ".join(told)


def _kerfed(board: Board) -> str:
    """How a strip is kerfed and bent."""
    bend = board.bend
    if bend is None:
        return "Pull it to its line, fix it, brace it."
    side = "They open outwards" if bend.outside else "They close on its back"
    return (
        f"Saw {bend.kerfs.value:g} kerfs across its back, evenly, {bend.web_mm:g} mm short of its face. {side} as it "
        "is bent: pull it to its line, fix it, brace it."
    )


def _joining(board: Board) -> str:
    if board.bevel_start_deg or board.bevel_end_deg:
        return "Close the bevels tight, tape them outside, and hold each by a block behind it, screwed to both sides."
    return "Butt it against the side before it, and screw it on its line."


def _formers(boards: Sequence[Board], knockouts: Sequence[Knockout], *, bonded: bool) -> Iterator[_Told]:
    standing = [
        former
        for former in knockouts
        if former.where in ("on the base", "inside", "beside") and former.kind != "raised floor"
    ]
    if standing:
        alike: dict[str, list[str]] = {}
        for former in standing:
            alike.setdefault(former.holding, []).append(former.name)
        told = " ".join(f"{', '.join(names)}: {how[0].lower()}{how[1:]}" for how, names in alike.items())
        sides = tuple(
            board.key for board in boards if board.kind == "core side" and any(
                board.key.startswith(f"{former.feature}-") for former in standing
            )
        )  # fmt: skip
        foam = any(former.build.startswith("foam") for former in standing)
        first = "Glue the layers, cut to the template, sand flush, wrap in tape. " if foam else ""
        yield _Told(
            "Set the knockouts" if foam or sides else "Set the inserts",
            f"{first}{_marks(standing)}{_FIXED if bonded else ''}{told}",
            (*(former.feature for former in standing), *sides),
            FOAM if foam else "",
        )
    edges = [former for former in knockouts if former.where == "along an edge"]
    if edges:
        yield _Told(
            "Set the edge profiles",
            " ".join(former.holding for former in edges[:2]),
            tuple(former.feature for former in edges),
        )


def _marks(standing: Sequence[Knockout]) -> str:
    """Where each is marked out, from the nearer side of each pair."""
    told = []
    for one in standing:
        at = one.set_out
        if at is None:
            continue
        across = (at.left_mm, "left") if at.left_mm <= at.right_mm else (at.right_mm, "right")
        deep = (at.front_mm, "front") if at.front_mm <= at.back_mm else (at.back_mm, "back")
        of = f"{one.name}, its centre" if at.to_centre else one.name
        told.append(
            f"{of}: {{{across[0]:.2f} mm}} from the {across[1]} side, {{{deep[0]:.2f} mm}} from the {deep[1]} side."
        )
    return f"Mark out as the form lies. {' '.join(told)} " if told else ""


def _overhead(boards: Sequence[Board], knockouts: Sequence[Knockout], bored: Sequence[Bridge]) -> Iterator[_Told]:
    """What stands in the screed's way comes last."""
    hung = [one for one in knockouts if one.where == "hung from above"]
    keys = (
        *(one.feature for one in hung),
        *(board.key for board in boards if board.kind == "hung strip"),
        *(
            board.key
            for board in boards
            if board.kind == "core side" and any(board.key.startswith(f"{one.feature}-") for one in hung)
        ),
    )
    if keys:
        yield _Told(
            "Hang the parts above the screed",
            f"On bridges over the form, screwed to both sides. {in_words(bored)}Pour under it first, then fill round "
            "it a little on each side in turn.",
            keys,
        )


def _strapped(stiff: Stiffness, knockouts: Sequence[Knockout]) -> Iterator[_Told]:
    """What a tall form needs just before the pour."""
    if stiff.straps:
        many = len(stiff.straps)
        yield _Told(
            "Strap it all round",
            f"{'One strap' if many == 1 else f'{many} straps'} {{25 limit}} wide round the whole form, blocks under "
            "the corners, drawn tight: fresh concrete pushes like a liquid of its weight.",
            ("straps",),
        )
    marked = [one for one in knockouts if one.fill_step]
    if marked:
        yield _Told(
            "Mark fill levels at the cores",
            "Draw fill levels on them and on the sides: never let one side get a mark ahead of the other.",
            ("marks",),
        )
