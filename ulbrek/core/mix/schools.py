"""Why one places and consolidates in one way or another. Source: common practice."""

from ulbrek.core.base.way import Way

SCHOOLS: dict[str, tuple[Way, ...]] = {
    "settled": (
        Way(
            "vibrated on the bench",
            "A table, or a bench that is vibrated: even all over, in a minute or two, with the form left where it is.",
            "Too long brings water and fines up and lets the aggregate sink: stop when few bubbles come.",
        ),
        Way(
            "sander on the form",
            "An orbital sander without paper, run along sides and underside: most shops have one.",
            "Little power: slabs to about {50 limit}, and every side has to be gone over.",
        ),
        Way(
            "saw on the form",
            "A reciprocating saw without its blade, held to the form: strong strokes for tall or thick pieces.",
            "Loosens screws and knockouts: check both after it.",
        ),
        Way(
            "poker",
            "A poker vibrator in the concrete: for deep pieces and footings.",
            "Keep it off steel and sides; it leaves a hole in a stiff mix, and is too strong for a thin slab.",
        ),
        Way(
            "rodded",
            "A rod or a thin batten worked up and down in layers: works ribs, corners and packed mixes by hand.",
            "Slow, and leaves more voids at the face.",
        ),
        Way(
            "tapped",
            "A mallet all round, low to high: no electricity, and the form stays where it is.",
            "Reaches some {100 limit} in from a side.",
        ),
        Way(
            "shaken or dropped",
            "One end lifted and let down a little, again and again: quick for small forms.",
            "The form is lifted with the mix in it: light forms only, hands from under it.",
        ),
        Way(
            "turned over wet",
            "Filled, lidded and turned: both faces against a board.",
            "The form is lifted with the mix in it, and must be tight on all sides.",
        ),
    ),
    "work": (
        Way("form", "Poured into forms on a bench: little is lost, so the allowance is small.", ""),
        Way(
            "packed",
            "Pressed against the sides by hand, stiff: voids on purpose, filled later with a paste.",
            "Takes the bag’s least water and much time.",
        ),
        Way("ground", "Onto the ground: dips and edges take more than the drawing, so the allowance is larger.", ""),
    ),
}  # fmt: skip
