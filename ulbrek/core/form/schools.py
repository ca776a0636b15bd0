"""Where practitioners disagree about forms: each way with its reason, and how far it reaches.

Source: common practice, all of it; limits that are worked out stand with their rules.
"""

from ulbrek.core.base.way import Way

SCHOOLS: dict[str, tuple[Way, ...]] = {
    "corner": (
        Way(
            "run past",
            "Two long sides run past two short ones; only the short sides set the size.",
            "The short sides must be cut to {0.5 fine}.",
        ),
        Way(
            "pinwheel",
            "Each side runs past one neighbour and is left long: no length has to be exact, the pencil line rules.",
            "Needs room on the base for the ends, and an accurate line.",
        ),
        Way(
            "mitred",
            "Bevels close by themselves when they are pulled together, and no end grain touches the concrete.",
            "Every cut must be true to 0.1°, and screws hold badly in a bevel: a block goes behind it.",
        ),
    ),
    "sides": (
        Way(
            "on the base",
            "Sides as high as the piece stand on a base with a ledge: easy to screw, clamp and brace.",
            "The base must be larger than the piece.",
        ),
        Way(
            "lapping the base",
            "Sides lap the base's edge: the base alone sets the size, and screws go in from outside.",
            "Screws in the base's edge hold less: tall sides need them close together, or a strap.",
        ),
        Way(
            "staked to the ground",
            "No base: the ground is it. What stays where it is cast is formed so unless a job says otherwise.",
            "The lower face is as rough as what it lies on, and nothing can be bonded to it.",
        ),
    ),
    "fixing": (
        Way("screws", "Unscrew cleanly, so the form comes apart without force and can be reused.", ""),
        Way(
            "tie bolts",
            "A form that is used many times: nuts outside, drawn up until no light shows.",
            "Holes stay in the boards; they are bored once, at full size.",
        ),
        Way(
            "hot glue and blocks",
            "Small forms in minutes, without a hole in them.",
            "Up to {90 limit} high, and out of the sun: warm glue lets go all at once.",
        ),
        Way(
            "nails",
            "Fast, for a form that is broken up to get the piece out.",
            "Once, and up to {100 limit} high.",
        ),
    ),
    "screwing": (
        Way(
            "down through the strip",
            "Done from above, with the form standing where it will be poured; heads are seen and taped.",
            "The screw must go {6 limit} into the base and not come out below.",
        ),
        Way(
            "up through the base",
            "The screed edge stays whole, and the screw may be long.",
            "The form is turned over to screw it and to take it apart.",
        ),
    ),
    "curve": (
        Way(
            "liner on ribs",
            "A thin faced sheet bent against ribs is smooth all over.",
            "It has a smallest radius, and needs ribs close enough that it does not bow.",
        ),
        Way(
            "kerfed strip",
            "The sheet at hand, sawn part way through from behind until it bends.",
            "It shows as narrow facets, and cracks where the curve is tight.",
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
        Way("hot glue", "Set in a minute, for rough work.", "Lets go in the sun, and makes no clean edge."),
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
            "Both must be undone to strip.",
        ),
    ),
    "hung_bolts": (
        Way(
            "nuts on a bridge",
            "A hole with a little play, a nut above and below: height and place are set to the last.",
            "Both nuts are undone over fresh concrete, threads clean and taped.",
        ),
        Way(
            "split block",
            "A block bored on its middle line and ripped along it: drawn together, its halves hold a bolt upright and "
            "at its height, and lift off sideways.",
            "Bored at the bolt’s own size, so no bolt can be nudged afterwards.",
        ),
    ),
    "heads": (
        Way("countersunk", "Below the screed edge: the screed runs over them.", ""),
        Way(
            "on washers",
            "Holds better in soft board.",
            "Not on the screed edge, so not from above.",
        ),
    ),
    "bare_edges": (
        Way("two coats", "Sawn edges are sealed and let go.", "A night to dry, before anything is bonded."),
        Way("taped", "Done at once, with packing tape.", "Its edge prints where it wrinkles."),
        Way("left bare", "For what is thrown away and does not show.", "Bare board swells and holds the piece."),
    ),
    "saw": (
        Way("table saw", "All sides of one height from one fence setting.", "A large sheet needs a second person."),
        Way(
            "track saw",
            "The sheet lies still on foam, and the splinter guard cuts clean along the line.",
            "Every cut is marked; the depth is sheet, track and {2 fine}.",
        ),
        Way(
            "hand-held saw along a guide",
            "Any straight edge and two clamps.",
            "The guide lies an offset from the line: measure it once, left and right, and enter it here.",
        ),
    ),
    "strips_out": (
        Way("taped", "Packing tape round each strip: concrete does not hold it, and it does not swell.", ""),
        Way(
            "tapered",
            "Planed {2 fine} narrower at its foot, on both faces: it is loose as soon as it has moved.",
            "A saw that tilts; the gap is as much narrower at the bottom.",
        ),
        Way(
            "slanted cuts",
            "A slanted cut across each strip, a cleat over it: without the cleat the strip folds in and lifts out.",
            "The cleat holds the line; it sits over the screed’s way until the face is floated.",
        ),
        Way(
            "oiled",
            "Boards as they are, oiled twice.",
            "Wood drinks, swells and locks between two sections; it comes when it has dried again, after days.",
        ),
    ),
    "grain": (
        Way("ignored", "Faced board has no grain: parts may be turned to fit.", ""),
        Way(
            "along the sheet",
            "Plywood is stiffer along its grain, and its face shows it.",
            "Fewer parts fit a sheet.",
        ),
    ),
    "prefer": (
        Way("fewest settings", "The height is set once and all sides are ripped: fewer mistakes, and they match.", ""),
        Way("largest rest", "The offcut is one piece that the next form is cut from.", "More fence settings."),
    ),
}  # fmt: skip
