"""Why one reinforces in one way or another. Source: common practice."""

from ulbrek.core.base.way import Way

SCHOOLS: dict[str, tuple[Way, ...]] = {
    "school": (
        Way(
            "mesh and bars",
            "Mesh in the open areas, full-length bars beside openings, diagonal bars at inside corners: it holds "
            "together when a narrow web cracks.",
            "Needs about {38 limit} of thickness, and must not sink to the face.",
        ),
        Way(
            "mesh",
            "Enough for a top or shelf without openings; quick to cut and to lay.",
            "Does little for a narrow web beside a sink.",
        ),
        Way(
            "grid of bars",
            "For seats, thick slabs and pads that carry people or machines: bars both ways at one spacing.",
            "Two bars thick where they cross: not for thin tops.",
        ),
        Way(
            "fibre only",
            "Thin, small or outdoor pieces, where steel would lie too near a face: nothing to rust, nothing to sink.",
            "Holds hairlines, not a piece that has broken through.",
        ),
        Way(
            "none",
            "Small blocks and weights that are never bent.",
            "A crack goes right through.",
        ),
    ),
    "held": (
        Way(
            "laid at half fill",
            "Nothing shows on a face; the usual way for a piece that is cast face down.",
            "It must not sink: a stiff mix, or ties as well.",
        ),
        Way(
            "tied over the form",
            "Stays where it hangs while the mix goes in; the ties are cut once it floats.",
            "Battens over the form are in the way of the screed.",
        ),
        Way(
            "tied to its bolts",
            "Bolts that are cast in, for legs or a base, stand where they are: wire keeps the steel at its height.",
            "It wants bolts near enough to one another, and a bridge or a base that holds them fast.",
        ),
        Way(
            "clipped up from the base",
            "Quick, and the height is the clip's.",
            "The feet of the clips show on the side that is cast down.",
        ),
        Way(
            "on chairs",
            "For slabs and pads: stands under boots.",
            "The feet of the chairs show on the side that is cast down.",
        ),
        Way(
            "on stones",
            "Flat stones of the mix's own kind, for pads on the ground.",
            "They turn over underfoot, and show on the side that is cast down.",
        ),
    ),
    "standard": (
        Way(
            "ACI 318",
            "Links bent round four diameters, hooks of {75 limit}, long laps: what a US shop buys and is asked for.",
            "A cage under about {60 limit} has no room for the hooks: it is lapped.",
        ),
        Way(
            "EN 1992",
            "Links bent round four diameters, hooks of {50 limit}; laps longer still, since all lie at one place.",
            "Steel B500, the mix's lower strength taken as its characteristic one.",
        ),
    ),
}
