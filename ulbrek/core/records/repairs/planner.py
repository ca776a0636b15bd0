"""What to do with a casting that came out with a defect: how it is mended, and whether it can serve then."""

from collections.abc import Iterator, Mapping, Sequence
from typing import Literal

from ulbrek.core.base.figure import Figure, work
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.units.kinds import most
from ulbrek.core.finish.care import RESIN, SILICA
from ulbrek.core.records.repairs import rules
from ulbrek.core.records.repairs.damage import Damage, Service
from ulbrek.core.records.repairs.table import REPAIRS, RepairStep

Verdict = Literal["serves as before", "serves, and shows", "make it again", "measure first"]
Field = Literal["long", "wide", "deep", "crack", "moving", "carries", "oily"]

OF_VOID: tuple[Field, ...] = ("long", "wide", "deep", "carries", "oily")
OF_CRACK: tuple[Field, ...] = ("long", "crack", "moving", "carries")
VOIDS = frozenset(
    {"stone pockets", "pinholes", "lift line", "crumbling edge", "letters torn", "leak fins", "steel showing"}
)
CRACKS = frozenset({"crack at corner", "crack across", "plastic cracks"})
# Where each way begins. Source: common practice.
SLURRY_MM, MORTAR_MM = most(3), most(15)
HAIRLINE_MM, RESIN_MM, WIDE_MM = 0.1, 1.0, 2.0
SIEVED = 0.2  # of a face full of pinholes that is open; an estimate
MOST_PATCHED = 0.05  # of the faces that show
FACES: Mapping[str, tuple[tuple[str, ...], str]] = {
    "map cracking": (("hone", "densify"), "It is skin deep: a matter of looks."),
    "dusting": (("densify", "hone"), "Its skin is weak; what lies under it is sound."),
    "colour band": (("tint",), "It is a matter of looks."),
}
FINE = ("top or shelf", "table")  # what is looked at closely
WATER, SMALL = "Water, with 10 to 20 % of it polymer", "Small, on a face that shows."
SIEVE = "Many small holes: work fine sand into the slurry of the first round."
REPAIR_WHY = {
    "hone": "What is crazed or weak is ground off.", "densify": "What is weak is hardened.",
    "tint": "One colour over the whole set hides the step.",
}  # fmt: skip
LIME = "Cement burns skin and eyes: waterproof gloves, goggles."
DECIDES = (
    "Whether it may carry people or hang over them again is for somebody licensed to say, and for the local code. "
    "This is no proof of its strength."
)


@dataclass(frozen=True, slots=True)
class Material:
    """What a repair takes, and how much of it."""

    name: str
    amount: Figure


@dataclass(frozen=True, slots=True)
class RepairPlan:
    """A way of mending a casting.

    Attributes:
        repair: its key
        name: of it
        why: this one
        materials: that it takes
        steps: in their order
        ready_from_h: until it may be used as before, at the earliest [h after the first step]
        ready_until_h: at the latest
        looks: how it will look
        not_when: when it will not do
    """

    repair: str
    name: str
    why: str
    materials: tuple[Material, ...]
    steps: tuple[RepairStep, ...]
    ready_from_h: float
    ready_until_h: float
    looks: str
    not_when: str


@dataclass(frozen=True, slots=True)
class Mending:
    """What to do with a casting.

    Attributes:
        verdict: whether it can serve
        why: the reason
        plans: the ways of mending it, the best first; none where it is made again
        ask: what is to be measured or said first, or would settle it
        care: how not to be hurt
    """

    verdict: Verdict
    why: str
    plans: tuple[RepairPlan, ...]
    ask: tuple[Field, ...]
    care: tuple[str, ...]


def mend(defect: str, damage: Damage, service: Service) -> Mending | None:
    """How a casting is mended; None where there is nothing to mend: its defect is waited for, cleaned or sanded off.

    Args:
        defect: the key of its kind
        damage: as it was measured
        service: what it is for
    """
    if defect in VOIDS:
        return _void(defect, damage, service)
    if defect in CRACKS:
        return _crack(damage, service)
    if defect in FACES:
        ways, why = FACES[defect]
        face = damage.long.mm * damage.wide.mm if damage.long and damage.wide else None
        return _face(ways, why, face, service)
    return None


def measured_of(defect: str) -> tuple[Field, ...]:
    """What is measured or said of a defect before it is mended."""
    if defect in VOIDS:
        return OF_VOID
    if defect in CRACKS:
        return OF_CRACK
    return ("long", "wide") if defect in FACES else ()


def _void(defect: str, damage: Damage, service: Service) -> Mending:
    ask = tuple(one for one in OF_VOID if getattr(damage, one) is None)
    if damage.carries:
        return _again("It goes through what carries it: a patch there holds nothing.", service)
    if damage.long is None or damage.wide is None or damage.deep is None:
        return Mending("measure first", "How it is mended goes by how large and deep it is.", (), ask, ())
    size = damage.long.mm, damage.wide.mm, damage.deep.mm
    lost = _lost(size, service)
    if lost:
        return _again(lost, service)
    plans = tuple(_void_plans(defect, size, service))
    shallow = size[2] <= SLURRY_MM or [one.repair for one in plans][:1] == ["slurry"]
    why = "It is shallow, and carries nothing." if shallow else "It carries nothing there."
    if damage.carries is None:
        why = "Tap round it first: it must not sound hollow, nor reach a lift point or a bearing."
    if damage.oily:
        why = f"Take the oil or wax off first, or nothing holds. {why}"
    return Mending("serves as before" if shallow else "serves, and shows", why, plans, ask, _care(plans))


def _lost(size: tuple[float, float, float], service: Service) -> str | None:
    """Why a void is not filled; None where it may be."""
    long, wide, deep = size
    if service.use == "vessel" and deep >= service.thick_mm / 2:
        return "It goes half through a wall that holds water."
    if deep >= MORTAR_MM and (service.over_people or service.lifted):
        return "It is deep, and people stand under it or lift it."
    fine = service.exposure == "indoors" and service.use in FINE
    if deep > SLURRY_MM and fine and service.show_mm2:
        share = work(rules.patched_share, long_mm=long, wide_mm=wide, show_mm2=service.show_mm2).value
        if share > MOST_PATCHED:
            return "More than 5 % of its show face would be patch."
    return None


def _void_plans(defect: str, size: tuple[float, float, float], service: Service) -> Iterator[RepairPlan]:
    long, wide, deep = size
    small = {"long_mm": long, "wide_mm": wide, "deep_mm": deep}
    mortar = work(rules.mortar_for_void, **small)
    binder = work(rules.cement_in_mortar, mortar_l=mortar)
    with_mortar = (
        Material("Fine mortar", mortar), Material("Cement", binder),
        Material("Fine sand, under {1 limit}", work(rules.part_of_cement, "sand", cement_kg=binder, share=1.25)),
        Material(WATER, work(rules.part_of_cement, "water", cement_kg=binder, share=0.36)),
    )  # fmt: skip
    sieve = defect == "pinholes"
    if deep <= SLURRY_MM or (sieve and deep <= MORTAR_MM):
        slurry = work(rules.slurry_for_voids, area_mm2=long * wide, rounds=2.0)
        cement = work(rules.cement_in_slurry, slurry_l=slurry)
        yield _plan(
            "slurry", "It is no deeper than {3 limit}." if deep <= SLURRY_MM else SIEVE,
            Material("Slurry", slurry), Material("Cement", cement),
            Material(WATER, work(rules.part_of_cement, "slurry water", cement_kg=cement, share=0.38)),
        )  # fmt: skip
        if _takes_resin(service) and defect in ("letters torn", "crumbling edge", "pinholes"):
            yield _plan(
                "resin fill", "Small, on a face that shows.",
                Material("Resin", work(rules.resin_for_void, **small, open_share=SIEVED if sieve else 1.0)),
            )  # fmt: skip
        return
    if defect == "crumbling edge" and service.exposure == "on the ground":
        yield _plan("lip", "It is an edge of a slab on the ground.", *with_mortar)
    if deep <= MORTAR_MM:
        yield _plan("mortar", "It is between {3 limit} and {15 limit} deep.", *with_mortar)
        if _takes_resin(service) and defect in ("letters torn", "crumbling edge"):
            yield _plan(
                "resin fill", "Small, on a face that shows.",
                Material("Resin", work(rules.resin_for_void, **small, open_share=1.0)),
            )  # fmt: skip
        return
    yield _plan(
        "recast", "It is deeper than {15 limit}.",
        Material("Its own mix", work(rules.concrete_to_recast, **small)),
        Material("Pins", work(rules.keys_for_recast, long_mm=long)),
    )  # fmt: skip


def _crack(damage: Damage, service: Service) -> Mending:
    ask = tuple(one for one in OF_CRACK if getattr(damage, one) is None)
    hair = damage.crack is not None and damage.crack.mm <= HAIRLINE_MM and damage.carries is False
    people = service.over_people or service.lifted
    if people and hair and not service.arch:
        plan = _plan("watch", "It is a hairline, and goes through nothing that carries.")
        return Mending("serves, and shows", f"Look at it before each use. {DECIDES}", (plan,), ask, ())
    if service.arch or people or damage.carries:
        return _again(_why_no_crack(service, damage), service)
    if damage.crack is None or damage.long is None:
        return Mending("measure first", "How it is mended goes by how far it is open.", (), ask, ())
    plans = tuple(_crack_plans(damage.crack.mm, damage.long.mm, damage.moving, service))
    if not plans:
        return _again("It is still, and open wider than resin bridges.", service)
    why = "It carries nothing there."
    if damage.moving is None:
        why = f"Mark its ends with the date and look again in a week: one that moves is not glued. {why}"
    if service.use == "vessel":
        why = "Fill it with water for 24 h afterwards. If it leaks a second time, make it again."
    return Mending("serves, and shows", why, plans, ask, _care(plans))


def _why_no_crack(service: Service, damage: Damage) -> str:
    if service.arch:
        return "It is a block of an arch: a cracked one is not mended."
    if damage.carries:
        return "The crack goes through what carries it."
    return "People stand under it, sit on it or lift it: a crack there is not mended."


def _crack_plans(width: float, long: float, moving: bool | None, service: Service) -> Iterator[RepairPlan]:
    resin = Material("Thin resin", work(rules.resin_for_crack, long_mm=long, crack_mm=width, thick_mm=service.thick_mm))
    if moving:
        yield _plan("flexible", "It moves: what is glued breaks beside it.")
        return
    if width <= HAIRLINE_MM:
        yield _plan("watch", "It is no wider than a hair.")
        return
    if service.exposure == "on the ground":
        yield _plan("flexible", "A slab on the ground moves with its ground.")
        if width <= RESIN_MM:
            yield _plan("resin crack", "Where it is still after a year of frost and sun.", resin)
        return
    if service.exposure == "indoors" and service.use in ("top or shelf", "table") and width <= WIDE_MM:
        straps = work(rules.straps_across, long_mm=long)
        bonded = Material("Resin", work(rules.resin_for_straps, straps=straps))
        yield _plan("strap", "A top indoors: bars across its back carry what the crack does not.",
                    Material("Bars of {6 limit}, {300 limit} long", straps), bonded, resin)  # fmt: skip
    if width <= RESIN_MM:
        yield _plan("resin crack", "It is still, and fine enough for thin resin.", resin)
    elif width <= WIDE_MM and _takes_resin(service):
        yield _plan("resin fill", "It is still, and too wide for thin resin.", resin)


def _face(ways: Sequence[str], why: str, area: float | None, service: Service) -> Mending:
    plans = []
    for way in ways:
        amount = (Material("Densifier", work(rules.densifier_for, area_mm2=area)),) if area and way == "densify" else ()
        if way == "tint" and service.food:
            continue
        plans.append(_plan(way, REPAIR_WHY[way], *amount))
    verdict: Verdict = "serves as before"
    ask: tuple[Field, ...] = () if area else ("long", "wide")
    return Mending(verdict, why, tuple(plans), ask if "densify" in ways else (), _care(plans))


def _again(why: str, service: Service) -> Mending:
    people = service.over_people or service.lifted or service.arch
    return Mending("make it again", why, (), (), (DECIDES,) if people else ())


def _takes_resin(service: Service) -> bool:
    return service.exposure == "indoors" and not service.hot and not service.food and not service.penetrating


def _plan(key: str, why: str, *materials: Material) -> RepairPlan:
    repair = REPAIRS[key]
    return RepairPlan(
        key, repair.name, why, materials, repair.steps, *repair.ready_h, repair.looks, repair.not_when
    )  # fmt: skip


def _care(plans: Sequence[RepairPlan]) -> tuple[str, ...]:
    used = {one.repair for one in plans}
    found = []
    if used & {"slurry", "mortar", "recast", "lip"}:
        found.append(LIME)
    if used & {"mortar", "recast", "hone", "strap", "lip", "flexible", "slurry"}:
        found.append(SILICA)
    if used & {"resin fill", "resin crack", "strap", "recast"}:
        found.append(RESIN)
    return tuple(found)
