"""Ordinary jobs of the trade as people bring them, each in both systems of units, and what makes each a bad one.

Source: common practice. A twin is the same job with one thing wrong, and what must be heard of it.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import Any

Document = dict[str, Any]
INCH = 25.4


@dataclass(frozen=True)
class Twin:
    """One thing that is wrong: fields by JSON pointer, and the finding that must be heard, at which loudness."""

    code: str
    severity: str
    fields: Mapping[str, Any] = field(default_factory=dict)


@dataclass(frozen=True)
class Units:
    """A system of units: how a length near some inches or millimetres is written, and the bags that are sold in it."""

    name: str
    metric: bool

    def __call__(self, inches: str, millimetres: float) -> str:
        """The one or the other."""
        return f"{millimetres:g} mm" if self.metric else f'{inches}"'

    def bag(self, pounds: str) -> str:
        """The bag."""
        return "25kg" if self.metric else pounds


METRIC, INCHES = Units("mm", metric=True), Units("in", metric=False)


def centre(x: str, y: str) -> Document:
    """Where something is, to its centre."""
    return {"x": {"to": "centre", "offset": x}, "y": {"to": "centre", "offset": y}}


def rectangle(length: str, width: str) -> Document:
    """A rectangle."""
    return {"kind": "rectangle", "length": length, "width": width}


def piece(name: str, outline: Document, thickness: str, *features: Document, **more: Any) -> Document:
    """A piece, its id the name in small letters."""
    own = {"id": name.lower(), "name": name, "outline": outline, "thickness": thickness}
    return {**own, "features": list(features), **more}


def job(one: Document, bag: str, **more: Any) -> Document:
    """A job of one piece, of ordinary mix in a bucket unless told otherwise."""
    mix = {"mix": "ordinary", "bag": bag, "container": "bucket", **more.pop("mix", {})}
    return {"name": one["name"], "pieces": [one], "mix": mix, **more}


def standing(name: str, **how: Any) -> Document:
    """What a piece is used as and what it stands on, for three people."""
    return {"people": 3, "standing": {name: how}}


def top_with_a_sink(u: Units) -> Document:
    sink = {
        "kind": "opening", "id": "sink", "name": "Sink", **centre(u("18", 450), u("12", 300)),
        "length": u("18", 450), "width": u("14", 350), "corner_radius": u("1", 25),
    }  # fmt: skip
    return job(piece("Top", rectangle(u("36", 900), u("24", 600)), u("1 1/2", 40), sink), u.bag("60lb"))


def counter(u: Units) -> Document:
    """An L over cabinets with a sink and a dishwasher, as it is cast in place."""

    def unit(kind: str, inches: str, millimetres: float) -> Document:
        return {"kind": kind, "width": u(inches, millimetres)}

    sink = {
        "kind": "opening", "id": "sink", "name": "Sink", **centre(u("54", 1350), u("59", 1450)),
        "length": u("26", 600), "width": u("16", 400), "corner_radius": u("1", 20),
    }  # fmt: skip
    top = piece(
        "Counter", rectangle(u("90", 2400), u("25 1/2", 620)), u("1 1/2", 40), sink,
        stays="over cabinets", edges_shown=["front"],
    )  # fmt: skip
    run = {
        "id": "run", "name": "Kitchen", "tops": ["counter"], "depth": u("23", 580), "overhang": u("1 1/2", 40),
        "back": {"units": [unit("corner cabinet", "36", 900), unit("sink cabinet", "36", 900),
                           unit("dishwasher", "24", 600), unit("end panel", "3/4", 18)]},
        "left": {"units": [unit("cabinet", "24", 600), unit("cabinet", "24", 600)]},
    }  # fmt: skip
    return job(
        top, u.bag("60lb"), cabinets={"runs": [run]}, mix={"container": "drum", "settled": "tapped", "people": 3},
        steel={"school": "mesh", "held": "clipped up from the base"},
    )  # fmt: skip


def ganged_tops(u: Units) -> Document:
    top = piece("Side", rectangle(u("20", 500), u("20", 500)), u("1 1/2", 40), count=2)
    return job(top, u.bag("60lb"), form={"side_by_side": 2})


def pad_on_the_ground(u: Units) -> Document:
    pad = piece("Pad", rectangle(u("36", 900), u("24", 600)), u("3 1/2", 90), cast="face up")
    return job(
        pad, u.bag("80lb"), mix={"work": "ground", "container": "barrow"},
        steel={"exposure": "on the ground", "school": "mesh"},
        ground={"utilities": "nothing there"},
        handling={"standing": {"pad": {"use": "pad or step on the ground"}}},
    )  # fmt: skip


def round_plates(u: Units) -> Document:
    middle, low = u("9", 225), u("13", 330)
    sleeve = {
        "kind": "sleeve", "id": "s", "name": "Sleeve", **centre(middle, middle), "diameter": u("2", 50),
        "wall": u("1/8", 3),
    }  # fmt: skip
    number = {
        "kind": "lettering", "id": "n", "name": "Number", **centre(middle, low), "text": "20", "height": u("2", 50),
        "depth": u("1/8", 3),
    }  # fmt: skip
    disc = {"kind": "disc", "diameter": u("18", 450)}
    plate = piece("Plate", disc, u("2 1/4", 55), sleeve, number, count=2, matches="pair")
    handling = {"standing": {"plate": {"use": "block or weight"}}}
    return job(plate, u.bag("60lb"), mix={"one_colour": True}, steel={"school": "none"}, handling=handling)


def seat_with_bolts(u: Units) -> Document:
    along, across = (u("6", 150), u("29 1/2", 750), u("53", 1350)), (u("4", 100), u("12", 300))
    bolts = [
        {
            "kind": "bolt", "id": f"bolt-{n}", "name": f"Bolt {n}", **centre(x, y), "diameter": u("3/8", 10),
            "embedded": u("1 5/8", 40), "projects": u("2 3/8", 60), "clamps": u("1 1/2", 38),
        }
        for n, (x, y) in enumerate(((x, y) for x in along for y in across), 1)
    ]  # fmt: skip
    seat = piece("Seat", rectangle(u("59", 1500), u("16", 400)), u("2 3/4", 70), *bolts)
    rests = {"use": "seat", "rests": "on supports", "supports": [u("8", 200), u("51", 1300)]}
    return job(seat, u.bag("60lb"), handling=standing("seat", **rests))


def leg_of_fast_mortar(u: Units) -> Document:
    bolts = [
        {
            "kind": "bolt", "id": f"bolt-{n}", "name": f"Bolt {n}", "into": "back", "diameter": u("3/8", 10),
            "x": {"to": "centre", "offset": x}, "y": {"side": "back", "to": "edge", "offset": u("0", 0)},
            "embedded": u("2 3/8", 60),
        }
        for n, x in enumerate((u("3", 75), u("7", 175), u("11", 275)), 1)
    ]  # fmt: skip
    leg = piece("Leg", rectangle(u("14", 350), u("16", 420)), u("3", 75), *bolts, count=2)
    return job(
        leg, u.bag("50lb"), mix={"mix": "rapid", "doses": [{"admixture": "citric-acid"}]}, steel={"school": "none"},
        handling={"standing": {"leg": {"use": "base or leg"}}},
    )  # fmt: skip


def planter(u: Units) -> Document:
    middle = (u("12", 300), u("8", 200))
    inside = {
        "kind": "core", "id": "inside", "name": "Inside", **centre(*middle), "length": u("20 1/2", 510),
        "width": u("12 1/2", 310), "depth": u("12", 300), "draft_deg": 3, "former": "split",
    }  # fmt: skip
    drain = {"kind": "hole", "id": "drain", "name": "Drain", **centre(*middle), "diameter": u("1", 25)}
    box = piece("Planter", rectangle(u("24", 600), u("16", 400)), u("14", 350), inside, drain, cast="face up")
    return job(
        box, u.bag("60lb"), mix={"doses": [{"admixture": "fibre-fine"}]},
        steel={"school": "fibre only", "exposure": "outdoors"},
        handling={"dolly_kg": 200, "standing": {"planter": {"use": "vessel"}}},
    )  # fmt: skip


def edging_block(u: Units) -> Document:
    pipes = [
        {"kind": "hole", "id": f"pipe-{n}", "name": f"Pipe {n}", **centre(x, u("4", 100)), "diameter": u("1 3/8", 35)}
        for n, x in enumerate((u("4", 100), u("12", 300)), 1)
    ]
    block = piece("Block", rectangle(u("16", 400), u("8", 200)), u("8", 200), *pipes, count=4, cast="face up")
    return job(
        block, u.bag("60lb"), steel={"school": "none", "exposure": "on the ground"},
        handling={"standing": {"block": {"use": "block or weight"}}},
    )  # fmt: skip


def hexagonal_base(u: Units) -> Document:
    pipe = {
        "kind": "sleeve", "id": "pipe", "name": "Pipe", **centre(u("10 3/8", 260), u("9", 225)),
        "diameter": u("1 1/2", 40), "wall": u("1/8", 3),
    }  # fmt: skip
    base = piece("Base", {"kind": "polygon", "sides": 6, "by": "across flats", "size": u("18", 450)}, u("4", 100), pipe)
    handling = {"standing": {"base": {"use": "base or leg"}}}
    return job(base, u.bag("80lb"), steel={"school": "none"}, handling=handling)


def path_sections(u: Units) -> Document:
    run = {"run": u("231", 5900), "gap": u("4", 100)}
    section = piece("Section", rectangle(u("43", 1100), u("24", 600)), u("3 1/2", 90), count=5, cast="face up", run=run)
    return job(
        section, u.bag("80lb"), mix={"work": "ground", "container": "drum"},
        steel={"school": "none", "exposure": "on the ground"},
        ground={"utilities": "nothing there"},
        handling={"standing": {"section": {"use": "pad or step on the ground"}}},
    )  # fmt: skip


def garden_steps(u: Units) -> Document:
    outline = {
        "kind": "steps", "number": 3, "rise": u("6", 150), "going": u("12", 300), "landing": u("36", 900),
        "behind": "a wall",
    }  # fmt: skip
    flight = piece("Flight", outline, u("48", 1200), stays="on the ground")
    return job(
        flight, u.bag("80lb"), mix={"work": "ground", "container": "drum", "settled": "tapped", "people": 4},
        steel={"school": "none", "exposure": "on the ground"}, ground={"utilities": "nothing there"},
    )  # fmt: skip


def porch_steps_over_stone(u: Units) -> Document:
    """Three risers and a landing at the door, a shell of concrete over stone, bars over that."""
    outline = {
        "kind": "steps", "number": 3, "rise": u("6 1/2", 165), "going": u("12", 300), "landing": u("42", 1050),
        "behind": "a wall", "over_stone": u("4", 100),
    }  # fmt: skip
    flight = piece(
        "Porch", outline, u("60", 1500), stays="on the ground", edges_shown=["riser 1", "riser 2", "riser 3"]
    )
    return job(
        flight, u.bag("80lb"), mix={"work": "ground", "container": "drum", "settled": "tapped", "people": 4},
        steel={"school": "grid of bars", "exposure": "on the ground"}, ground={"utilities": "nothing there"},
        finish={"by_piece": {"porch": "textured"}},
    )  # fmt: skip


def steps_with_a_landing(u: Units) -> Document:
    """Garden steps in a bank, a rest after the first: low risers, long treads."""
    outline = {
        "kind": "steps", "number": 3, "rise": u("5", 130), "going": u("14", 360), "landing": u("24", 600),
        "rest_after": 1, "rest": u("40", 1000), "over_stone": u("5", 125),
    }  # fmt: skip
    flight = piece("Bank", outline, u("40", 1000), stays="on the ground", edges_shown=[])
    return job(
        flight, u.bag("80lb"), mix={"work": "ground", "container": "drum", "settled": "tapped", "people": 4},
        steel={"school": "none", "exposure": "on the ground"}, ground={"utilities": "nothing there"},
    )  # fmt: skip


def vanity_with_an_apron(u: Units) -> Document:
    """A short counter between two walls whose front edge hangs down, so that it looks twice as thick."""
    apron = {
        "kind": "drop edge", "id": "apron", "name": "Apron", "edge": "front", "drop": u("1 1/4", 30),
        "thickness": u("1", 25),
    }  # fmt: skip
    units = [{"kind": "cabinet", "width": u("24", 600)}, {"kind": "cabinet", "width": u("24", 600)}]
    run = {
        "id": "run", "tops": ["vanity"], "back": {"units": units}, "left_end": "at a wall", "right_end": "at a wall",
    }  # fmt: skip
    top = piece(
        "Vanity", rectangle(u("48", 1200), u("25", 620)), u("1 1/2", 38), apron, stays="over cabinets",
        edges_shown=["front"],
    )  # fmt: skip
    return job(
        top, u.bag("60lb"), cabinets={"runs": [run]}, mix={"container": "drum", "settled": "tapped"},
        steel={"school": "mesh", "held": "clipped up from the base"},
    )  # fmt: skip


def shed_pad_in_frost(u: Units) -> Document:
    """A pad for a shed, a post boxed out of its corner, where winters freeze."""
    post = {
        "kind": "opening", "id": "post", "name": "Post", **centre(u("12", 300), u("12", 300)),
        "length": u("6", 150), "width": u("6", 150), "corner_radius": "0 mm",
    }  # fmt: skip
    pad = piece(
        "Shed pad", rectangle(u("96", 2400), u("72", 1800)), u("4", 100), post, id="pad", stays="on the ground",
        cast="face up", edges_shown=[],
    )  # fmt: skip
    plot = {"carries": "machine or shed", "soil": "clay, or it freezes", "falls_to": "front"}
    return job(
        pad, u.bag("80lb"), mix={"mix": "air-entrained", "work": "ground", "container": "drum", "settled": "tapped",
                                 "people": 4},
        steel={"school": "mesh", "exposure": "on the ground", "mesh": "mesh-6", "held": "on stones"},
        ground={"utilities": "nothing there", "winters": "freezing", "plots": {"pad": plot}},
    )  # fmt: skip


def border_by_offsets(u: Units) -> Document:
    """A path along a straight kerb, its other edge measured off that."""
    readings = [
        {"along": u(along, mm), "off": u(off, wide)}
        for along, mm, off, wide in (
            ("0", 0, "36", 900), ("24", 600, "39", 975), ("48", 1200, "40", 1000), ("72", 1800, "39", 975),
            ("96", 2400, "36", 900),
        )
    ]  # fmt: skip
    path = piece(
        "Path", {"kind": "offsets", "line": "back", "between": "a curve", "readings": readings}, u("4", 100),
        stays="on the ground", cast="face up", edges_shown=[],
    )  # fmt: skip
    return job(
        path, u.bag("80lb"), mix={"work": "ground", "container": "drum", "settled": "tapped", "people": 4},
        steel={"school": "none", "exposure": "on the ground"}, ground={"utilities": "nothing there"},
        finish={"by_piece": {"path": "textured"}},
    )  # fmt: skip


def drained_field(u: Units) -> Document:
    run = {"run": u("117", 2852), "gap": u("3", 76), "rows": 2, "row_gap": u("3", 76)}
    section = piece("Section", rectangle(u("37", 900), u("24", 600)), u("3 1/2", 90), count=6, run=run,
                    stays="on the ground")  # fmt: skip
    return job(
        section, u.bag("80lb"), mix={"work": "ground", "container": "drum", "settled": "tapped"},
        steel={"school": "none", "exposure": "on the ground"}, ground={"utilities": "nothing there"},
    )  # fmt: skip


def worktop(u: Units) -> Document:
    sink = {
        "kind": "opening", "id": "sink", "name": "Sink", **centre(u("28", 700), u("12", 300)),
        "length": u("20", 500), "width": u("15", 380), "corner_radius": u("3/4", 20),
    }  # fmt: skip
    top = piece("Worktop", rectangle(u("78", 2000), u("24", 600)), u("1 1/2", 40), sink)
    bar = "10" if u.metric else "3"
    return job(
        top, u.bag("60lb"), mix={"container": "tub"}, steel={"mesh": "mesh-6", "bar": bar},
        handling={"people": 4, "dolly_kg": 250},
    )  # fmt: skip


def dumbbell_heads(u: Units) -> Document:
    """A cube of about 90 lb."""
    middle = u("5 3/8", 135)
    bar = {
        "kind": "sleeve", "id": "bar", "name": "Bar", **centre(middle, middle), "diameter": u("1 1/4", 32),
        "length": u("6", 150),
    }  # fmt: skip
    head = piece(
        "Head",
        rectangle(u("10 3/4", 270), u("10 3/4", 270)),
        u("9 1/4", 235),
        bar,
        count=2,
        matches="pair",
        cast="face up",
    )
    handling = {"standing": {"head": {"use": "block or weight"}}}
    return job(head, u.bag("60lb"), steel={"school": "none"}, handling=handling)


def ramp(u: Units) -> Document:
    corners = [("0 mm", "0 mm"), (u("36", 900), "0 mm"), (u("36", 900), u("6", 150)), ("0 mm", u("1", 25))]
    outline = {"kind": "free", "corners": [{"x": x, "y": y} for x, y in corners]}
    one = piece("Ramp", outline, u("24", 600), drawn="from the side", cast="face up")
    return job(
        one, u.bag("80lb"), mix={"work": "ground", "container": "drum"},
        steel={"school": "none", "exposure": "on the ground"},
        ground={"utilities": "nothing there"},
        handling={"standing": {"ramp": {"use": "pad or step on the ground", "put": "cast where it stays"}}},
    )  # fmt: skip


def honed_bench(u: Units) -> Document:
    bench = piece(
        "Bench", rectangle(u("48", 1200), u("14", 350)), u("2 1/2", 60), grind=u("1/16", 2),
        edge_profiles=[{"edge": "front", "profile": "chamfer", "size": u("1/8", 4)}],
    )  # fmt: skip
    rests = {"use": "seat", "rests": "on supports", "supports": [u("6", 150), u("42", 1050)]}
    return job(bench, u.bag("50lb"), mix={"mix": "white"}, handling=standing("bench", **rests))


Feature = "/pieces/0/features/0"


def niche_arch(u: Units) -> Document:
    """Blocks of an arch over a niche for firewood, between two walls."""
    outline = {
        "kind": "arch block", "span": u("24", 600), "rise": u("12", 300), "depth": u("4", 100), "blocks": 11,
    }  # fmt: skip
    return {
        "name": "Niche arch", "mix": {"mix": "ordinary", "bag": u.bag("60lb"), "container": "tub"},
        "pieces": [
            {"id": "block", "name": "Arch block", "outline": outline, "thickness": u("8", 200), "count": 11},
        ],
        "form": {"in_moulds": True},
    }  # fmt: skip


def hand_weights(u: Units) -> Document:
    """Two cubes on a pipe with a bolt across it in each, coated in rubber once they are dry."""
    bar = {
        "kind": "sleeve", "id": "bar", "name": "Bar", **centre(u("2 1/2", 65), u("2 1/2", 65)), "heads": "two heads",
        "diameter": u("1 1/4", 34), "wall": u("1/8", 3), "length": u("14", 360), "embedded": u("4", 100),
        "pinned": True,
    }  # fmt: skip
    cube = piece("Weight", rectangle(u("5", 130), u("5", 130)), u("5", 130), bar, count=2)
    rubber = {"look": "as cast", "sealer": "rubber", "sealed_faces": "all round"}
    use = standing("weight", use="block or weight")
    return job(cube, u.bag("60lb"), finish=rubber, handling=use)


def edging_blocks(u: Units) -> Document:
    """Blocks for a bed's edge, with two pipes pulled for the rods that pin them, and no steel."""
    pipe = {
        "kind": "pipe", "id": "pipe", "name": "Rod pipe", **centre(u("4", 100), u("2 1/2", 60)),
        "runs": "front to back", "diameter": u("1", 25),
        "repeat": {"kind": "row", "count": 2, "pitch": u("16", 400)},
    }  # fmt: skip
    block = piece("Block", rectangle(u("24", 600), u("5", 120)), u("6", 150), pipe, count=6)
    return job(block, u.bag("60lb"), steel={"school": "none"}, handling=standing("block", use="block or weight"))


def seat_with_a_cable(u: Units) -> Document:
    """A bench seat with a tube from back to front under its mesh, for the cable of a lamp."""
    tube = {
        "kind": "pipe", "id": "tube", "name": "Cable tube", **centre(u("45", 1125), u("8", 200)), "after": "stays in",
        "runs": "front to back", "diameter": u("5/8", 16), "wall": u("1/16", 1.5), "above": u("2", 50),
    }  # fmt: skip
    seat = piece("Seat", rectangle(u("48", 1200), u("16", 400)), u("3", 75), tube)
    rests = {"use": "seat", "rests": "on supports", "supports": [u("6", 150), u("42", 1050)]}
    return job(seat, u.bag("60lb"), steel={"school": "mesh"}, handling=standing("seat", **rests))


def parasol_base(u: Units) -> Document:
    """A square base with a tube for a parasol's pole, on a yard that falls a little."""
    tube = {
        "kind": "sleeve", "id": "tube", "name": "Tube", **centre(u("10", 250), u("10", 250)), "material": "stainless",
        "diameter": u("1 7/8", 48), "wall": u("1/8", 3), "takes": u("1 1/2", 38),
    }  # fmt: skip
    base = piece("Base", rectangle(u("20", 500), u("20", 500)), u("3 1/4", 80), tube)
    stands = {"sail_height": u("84", 2100), "slope_deg": 1}
    return job(base, u.bag("60lb"), handling=standing("base", use="base or leg", **stands))


def warm_seat(u: Units) -> Document:
    """A seat on a plinth with a heating mat and foam under it, measured as it should be."""
    box = {**centre(u("18", 450), u("8", 200)), "length": u("28", 700), "width": u("10", 260)}
    mat = {"kind": "mat", "id": "mat", "name": "Heat mat", **box, "below_top": u("1", 25)}
    foam = {"kind": "void", "id": "foam", "name": "Foam", **box, "height": u("3/4", 20), "above": u("1", 25)}
    seat = piece("Seat", rectangle(u("36", 900), u("16", 400)), u("3", 75), mat, foam)
    read = {"watts": 27.0, "ohms_before": 21.5, "ohms_after": 21.6, "megohms": 200}
    return job(seat, u.bag("60lb"), warm={"seats": {"seat": read}}, handling=standing("seat", use="seat"))


SOUND: Mapping[str, tuple[Callable[[Units], Document], tuple[Twin, ...]]] = {
    "top with a sink": (
        top_with_a_sink,
        (
            Twin("web-too-thin", "stop", {f"{Feature}/y/offset": "210 mm"}),  # a web of 32 to 35 mm in front of it
            Twin("web-too-thin", "caution", {f"{Feature}/y/offset": "230 mm"}),
            Twin("corner-too-sharp", "caution", {f"{Feature}/corner_radius": "3 mm"}),
            Twin("too-thin-for-its-span", "stop", {"/pieces/0/thickness": "25 mm"}),
        ),
    ),
    "garden steps": (
        garden_steps,
        (
            Twin("riser-trips", "caution", {"/pieces/0/outline/rise": "210 mm"}),
            Twin("tread-too-short", "caution", {"/pieces/0/outline/going": "220 mm"}),
            Twin("steps-need-a-guard", "caution", {"/pieces/0/outline/number": 5}),
            Twin("no-air-where-it-freezes", "caution", {"/ground/winters": "freezing and salted"}),
        ),
    ),
    "porch steps over stone": (
        porch_steps_over_stone,
        (
            Twin("shell-too-thin", "caution", {"/pieces/0/outline/over_stone": "60 mm"}),
            Twin("no-room-for-stone", "caution", {"/pieces/0/outline/over_stone": "700 mm"}),
            Twin("steps-cast-solid", "hint", {"/pieces/0/outline/over_stone": None}),
            Twin("utilities-not-asked", "caution", {"/ground/utilities": "not asked yet"}),
        ),
    ),
    "steps with a landing": (
        steps_with_a_landing,
        (
            Twin("landing-too-short", "caution", {"/pieces/0/outline/rest": "600 mm"}),
            Twin("steps-need-a-guard", "caution", {"/pieces/0/outline/number": 5}),
        ),
    ),
    "vanity with an apron": (
        vanity_with_an_apron,
        (
            Twin("drop-below-its-rail", "caution", {"/pieces/0/features/0/drop": "45 mm"}),
            Twin("overhang-long", "caution", {"/cabinets/runs/0/overhang": "230 mm"}),
        ),
    ),
    "shed pad in frost": (
        shed_pad_in_frost,
        (
            Twin("no-air-where-it-freezes", "caution", {"/mix/mix": "ordinary"}),
            Twin("slab-too-thin", "stop", {"/pieces/0/thickness": "70 mm"}),
            Twin("sub-base-thin", "caution", {"/ground/plots/pad/sub_base": "60 mm"}),
        ),
    ),
    "border by offsets": (
        border_by_offsets,
        (
            Twin("slab-too-thin", "caution", {"/pieces/0/thickness": "60 mm"}),
            Twin("falls-the-wrong-way", "stop", {"/ground/plots": {"path": {"house": "front"}}}),
        ),
    ),
    "drained field": (
        drained_field,
        (
            Twin("strips-lock", "caution", {"/form/strips_out": "oiled"}),
            Twin("run-does-not-add-up", "stop", {"/pieces/0/run/gap": "60 mm"}),
            Twin("rows-do-not-add-up", "stop", {"/pieces/0/run/deep": "1.5 m"}),
        ),
    ),
    "ganged tops": (
        ganged_tops,
        (
            Twin("leak-path", "stop", {"/form/as_cut": {"side.divider-1": {"length": "450 mm"}}}),
            Twin("short-of-bags", "stop", {"/mix/bags_in_hand": 1}),
        ),
    ),
    "pad on the ground": (
        pad_on_the_ground,
        (
            Twin("utilities-not-asked", "caution", {"/ground/utilities": "not asked yet"}),
            Twin("too-little-cover", "stop", {"/steel/height": "2 mm"}),
            Twin("too-cold-to-pour", "stop", {"/cure/temperature_c": 3.0}),
        ),
    ),
    "round plates": (
        round_plates,
        (
            Twin("held-over-a-body", "danger", {"/handling/standing/plate/use": "weight over a body"}),
            Twin("deeper-than-its-piece", "stop", {"/pieces/0/features/1/depth": "60 mm"}),
            Twin("tube-is-solid", "stop", {f"{Feature}/wall": "30 mm"}),
        ),
    ),
    "seat with six bolts": (
        seat_with_bolts,
        (
            Twin("breaks-in-its-place", "stop", {"/steel/school": "none"}),
            Twin("tips-under-its-load", "danger", {"/handling/standing/seat/supports": ["600 mm", "900 mm"]}),
            Twin("bolt-too-short", "stop", {f"{Feature}/projects": "40 mm"}),
            Twin("bolt-too-shallow", "stop", {f"{Feature}/embedded": "3 mm"}),
            Twin("insert-near-face", "caution", {f"{Feature}/embedded": "52 mm"}),
            Twin("support-beyond", "stop", {"/handling/standing/seat/supports": ["200 mm", "1300 mm", "1600 mm"]}),
        ),
    ),
    "leg of fast mortar": (
        leg_of_fast_mortar,
        (
            Twin("bolt-off-its-face", "stop", {f"{Feature}/y/offset": "100 mm"}),
            Twin("working-time-too-short", "stop", {"/mix/minutes_mixing": 40.0, "/mix/people": 1}),
            Twin("water-over-most", "stop", {"/mix/water_per_bag_l": 5.0}),
        ),
    ),
    "planter": (
        planter,
        (
            Twin("no-way-out", "stop", {f"{Feature}/former": "hard", f"{Feature}/draft_deg": 0.0}),
            Twin("fibre-not-dosed", "caution", {"/mix/doses": []}),
            Twin("floor-too-thin", "stop", {f"{Feature}/depth": "338 mm"}),
        ),
    ),
    "edging block with pipe holes": (
        edging_block,
        (
            Twin("web-too-thin", "stop", {f"{Feature}/y/offset": "30 mm"}),
            Twin("no-release", "caution", {"/form/release": "none"}),
        ),
    ),
    "hexagonal base with a pipe": (
        hexagonal_base,
        (
            Twin("nails-will-not-do", "caution", {"/form/fixing": "nails", "/pieces/0/thickness": "110 mm"}),
            Twin("feature-outside", "stop", {f"{Feature}/x/offset": "5 mm"}),
        ),
    ),
    "counter over cabinets": (
        counter,
        (
            Twin("opening-over-a-side", "stop", {f"{Feature}/x/offset": "1100 mm"}),
            Twin("overhang-long", "caution", {"/cabinets/runs/0/overhang": "230 mm"}),
            Twin("cabinets-too-weak", "caution", {"/pieces/0/thickness": "100 mm"}),
            Twin("board-not-for-wet-concrete", "caution", {"/form/base_sheet": "melamine-16"}),
        ),
    ),
    "five sections of a path": (
        path_sections,
        (
            Twin("run-does-not-add-up", "stop", {"/pieces/0/run/gap": "150 mm"}),
            Twin("falls-the-wrong-way", "stop", {"/ground/plots": {"section": {"house": "front"}}}),
            Twin("slab-too-thin", "caution", {"/pieces/0/thickness": "60 mm"}),
            Twin("batch-over-container", "caution", {"/mix/container": "bucket", "/mix/bags_per_batch": 3.0}),
        ),
    ),
    "worktop with mesh and bar": (
        worktop,
        (
            Twin("bar-too-thick", "caution", {"/steel/bar": "4"}),
            Twin("over-the-dolly", "stop", {"/handling/dolly_kg": 60.0}),
            Twin("breaks-when-lifted", "stop", {"/handling/carry": "flat, at the ends"}),
        ),
    ),
    "dumbbell heads": (
        dumbbell_heads,
        (
            Twin("form-too-heavy-to-shake", "danger", {"/mix/settled": "turned over wet", "/mix/people": 1}),
            Twin("held-over-a-body", "danger", {"/handling/standing/head/use": "weight over a body"}),
        ),
    ),
    "ramp": (
        ramp,
        (
            Twin("featheredge", "stop", {"/pieces/0/outline/corners/3/y": "0.5 mm"}),
            Twin("needs-an-engineer", "danger", {"/handling/standing/ramp/use": "holds earth back"}),
        ),
    ),
    "parasol base": (
        parasol_base,
        (
            Twin("blown-over", "caution", {"/handling/standing/base/sail_m2": 0.9}),
            Twin("blown-over", "caution", {"/handling/standing/base/blown": "left out in any weather"}),
            Twin("blown-over", "caution", {"/handling/standing/base/slope_deg": 16}),
        ),
    ),
    "hand weights on a bar": (
        hand_weights,
        (
            Twin("heads-longer-than-their-bar", "stop", {f"{Feature}/length": "190 mm"}),
            Twin("no-room-for-a-hand", "caution", {f"{Feature}/length": "280 mm"}),
            Twin("head-without-another", "caution", {"/pieces/0/count": 3}),
            Twin("smooth-wooden-bar", "caution", {f"{Feature}/material": "wood"}),
            Twin("held-over-a-body", "danger", {"/handling/standing/weight/use": "weight over a body"}),
        ),
    ),
    "edging blocks": (
        edging_blocks,
        (
            Twin("pipe-near-face", "caution", {f"{Feature}/above": "20 mm"}),
            Twin("pipe-cannot-be-pulled", "stop", {f"{Feature}/length": "60 mm"}),
            Twin("pipe-meets-another", "stop", {f"{Feature}/repeat/pitch": "20 mm"}),
            Twin("pipe-outside", "stop", {f"{Feature}/x/offset": "900 mm"}),
        ),
    ),
    "seat with a cable": (
        seat_with_a_cable,
        (
            Twin("pipe-in-steel", "caution", {f"{Feature}/above": None}),
            Twin("pipe-weakens", "hint", {f"{Feature}/diameter": "26 mm"}),
        ),
    ),
    "warm seat": (
        warm_seat,
        (
            Twin("mat-buried", "danger", {"/warm/seats/seat/megohms": None}),
            Twin("mat-damaged", "danger", {"/warm/seats/seat/ohms_after": 31.0}),
            Twin("seat-burns-covered", "danger", {"/warm/seats/seat/held_c": None}),
            Twin("feature-outside", "stop", {"/pieces/0/features/0/length": "1000 mm"}),
            Twin("mat-leaks", "danger", {"/warm/seats/seat/megohms": 0.2}),
        ),
    ),
    "niche arch": (
        niche_arch,
        (
            Twin("arch-thin", "caution", {"/pieces/0/outline/depth": "60 mm"}),
            Twin("arch-falls", "danger", {"/pieces/0/outline/depth": "30 mm"}),
            Twin("arch-past-half", "stop", {"/pieces/0/outline/rise": "400 mm"}),
            Twin("arch-blocks-missing", "caution", {"/pieces/0/count": 9}),
            Twin("arch-over-people", "danger", {"/arch/under": "people pass or sit"}),
        ),
    ),
    "honed bench": (
        honed_bench,
        (
            Twin("breaks-in-its-place", "stop", {"/steel/school": "fibre only"}),
            Twin("too-little-cover", "caution", {"/pieces/0/grind": "20 mm"}),
            Twin("mixed-finishes", "caution", {"/steel/mesh": "galvanised-50"}),
        ),
    ),
}
