"""Where practitioners disagree about forms: each way with its reason, and how far it reaches.

Source: common practice, all of it; limits that are worked out stand with their rules.
"""

from ulbrek.core.base.way import Way

SCHOOLS: dict[str, tuple[Way, ...]] = {
    "corner": (
        Way(
            "run past",
            "Two long strips run past two short ones: the strip between sets the inside, so only its length counts.",
            "The strip between must be cut to half a millimetre.",
        ),
        Way(
            "pinwheel",
            "Each strip runs past one neighbour and is left long: no length has to be exact, the pencil line rules.",
            "Wants room on the base for the ends, and care with the line.",
        ),
        Way(
            "mitred",
            "Bevels close by themselves when they are pulled together, and no end grain touches the concrete.",
            "Every cut must be true to a tenth of a degree, and screws hold badly in a bevel: a block goes behind it.",
        ),
    ),
    "sides": (
        Way(
            "on the base",
            "Strips as high as the piece stand on a base with a ledge: easy to screw, clamp and brace.",
            "The base must be larger than the piece.",
        ),
        Way(
            "lapping the base",
            "Strips lap the base's edge: the base alone sets the size, and screws go in from outside.",
            "Screws in the base's edge hold less: tall sides want them close together, or a strap.",
        ),
    ),
    "fixing": (
        Way("screws", "Drawn out again kindly, so the form comes apart without a blow and is used again.", ""),
        Way(
            "tie bolts",
            "A form that is used many times: nuts outside, drawn up until no light shows.",
            "Holes stay in the boards; they are bored once, at full size.",
        ),
        Way(
            "hot glue and blocks",
            "Small forms in minutes, without a hole in them.",
            "Up to 90 mm high, and out of the sun: warm glue lets go all at once.",
        ),
        Way(
            "nails",
            "Fast, for a form that is broken up to get the piece out.",
            "Once, and up to 100 mm high.",
        ),
    ),
    "screwing": (
        Way(
            "down through the strip",
            "Done from above, with the form standing where it will be poured; heads are seen and taped.",
            "The screw must bite 6 mm into the base and not come out below.",
        ),
        Way(
            "up through the base",
            "The rail stays whole for the screed, and the screw may be as long as it likes.",
            "The form is turned over to screw it and to take it apart.",
        ),
    ),
    "curve": (
        Way(
            "liner on ribs",
            "A thin faced sheet bent against ribs is smooth all over.",
            "It bends to a smallest radius of its own, and wants ribs near enough that it does not bow.",
        ),
        Way(
            "kerfed strip",
            "The sheet at hand, sawn part way through from behind until it bends.",
            "It prints as narrow flats, and cracks where the curve is tight.",
        ),
    ),
    "sealing": (
        Way(
            "silicone",
            "Tooled with a ball it makes the edge of the piece, and peels off when it has cured.",
            "A day to cure, neutral kind; nothing bonds over what was smeared.",
        ),
        Way(
            "latex caulk",
            "Cleans up with water, and the form comes apart easily.",
            "Softer: not where the bead makes an edge that shows.",
        ),
        Way("hot glue", "Set in a minute, for rough work.", "Lets go in the sun, and makes no fair edge."),
    ),
    "release": (
        Way(
            "oil when used again",
            "New faced board lets go by itself; bare wood, and every use after the first, gets a thin film of oil.",
            "Somebody must think of it before the second pour.",
        ),
        Way("none", "New faced board lets go by itself and stains nothing.", "Once, and only on faced board."),
        Way(
            "oil",
            "A thin film wiped on lets any board go; needed on bare wood and on each use after the first.",
            "Puddles stain; it comes last, for nothing bonds to it.",
        ),
        Way(
            "wax",
            "Buffed on, for letters, sunk shapes and beads that must peel.",
            "Sealers may not take where it was left on the piece.",
        ),
    ),
    "knockouts": (
        Way("bonded", "A bead all round holds and seals at once.", "Only as strong as the bead: foam floats."),
        Way("screwed", "Holds at once, and comes off without a knife.", "Each hole is a leak until it is sealed."),
        Way(
            "bonded and screwed",
            "Nothing gets under it, so far less lifts it.",
            "Both must be undone on strip day.",
        ),
    ),
    "heads": (
        Way("countersunk", "Below the edge of the rail: the screed runs over them.", ""),
        Way(
            "on washers",
            "Holds better in soft board.",
            "Not where the screed runs, so not down through the strip.",
        ),
    ),
    "bare_edges": (
        Way("two coats", "Sawn edges are sealed and let go.", "A night to dry, before anything is bonded."),
        Way("taped", "Done at once, with packing tape.", "Its edge prints where it wrinkles."),
        Way("left bare", "For what is thrown away and does not show.", "Bare board swells and holds the piece."),
    ),
    "saw": (
        Way("table saw", "All strips of one height from one setting of the fence.", "A large sheet wants help."),
        Way(
            "track saw",
            "The sheet lies still on foam, and the splinter guard cuts clean along the line.",
            "Every cut is marked; the depth is sheet, rail and 2 mm.",
        ),
        Way(
            "hand-held saw along a guide",
            "Any straight edge and two clamps.",
            "The guide lies an offset from the line: measure it once, left and right, and type it here.",
        ),
    ),
    "grain": (
        Way("ignored", "Faced and film-faced board has no side to mind: parts are turned as they fit best.", ""),
        Way(
            "along the sheet",
            "Plywood is stiffer along its grain, and its face shows it.",
            "Fewer parts fit a sheet.",
        ),
    ),
    "prefer": (
        Way("fewest settings", "A strip's height is set once and all are ripped: fewer mistakes, and they match.", ""),
        Way("largest rest", "What is left is one piece that the next form is cut from.", "More settings of the fence."),
    ),
}  # fmt: skip
