"""A slab on edge as the plane frame that it is: solid parts, and the strips beside openings as members of their own.

Beside an opening the strips above and below do not act as one section: nothing between them takes the shear. Each bends
by itself, and carries a push or a pull besides.
"""

from collections import Counter
from collections.abc import Iterator, Sequence
from contextlib import suppress
from itertools import pairwise
from typing import NamedTuple

import numpy as np
from scipy.linalg import LinAlgError, solveh_banded

from ulbrek.core.base.units.constants import GRAVITY
from ulbrek.core.kit.beams.row import Array
from ulbrek.core.kit.beams.slab import Supports
from ulbrek.core.kit.beams.slice import Slice

_ONE_PLACE_MM = 0.01  # slices nearer than this are either side of a step
_STIFFER = (0.0, 1e-8, 1e-6, 1e-4)  # of what a joint stands against, one after the other
_OVERLAP_MM = 1e-3
_LEAST_WIDTH_MM = 0.05


class InStrip(NamedTuple):
    """What a strip carries at one place.

    Attributes:
        slice: the cut across the slab there
        strip: from and to across it [mm]
        thickness_mm: what is left of it on average
        moment_nm: bending moment, its size [N·m]
        axial_n: push or pull along it, its size [N]
        places: places along the slab [mm] and the greatest stress at each of them [MPa], for a picture
    """

    slice: Slice
    strip: tuple[float, float]
    thickness_mm: float
    moment_nm: float
    axial_n: float
    places: tuple[Array, Array] | None = None

    def times(self, factor: float) -> "InStrip":
        """The same of a slab that is so many times as dense."""
        places = self.places and (self.places[0], self.places[1] * factor)
        return self._replace(moment_nm=self.moment_nm * factor, axial_n=self.axial_n * factor, places=places)

    @property
    def width_mm(self) -> float:
        """Width of the strip [mm]."""
        return max(self.strip[1] - self.strip[0], _LEAST_WIDTH_MM)

    @property
    def stress_mpa(self) -> float:
        """Stress at its edge; a push counts like a pull, since the slab may be turned up on either edge [MPa]."""
        bent = 6 * self.moment_nm * 1000 / self.width_mm
        return (bent + self.axial_n) / (self.width_mm * max(self.thickness_mm, 1e-6))


class _Joint(NamedTuple):
    """Strips that meet at one place and turn as one: where, and the height at which its movement is told [mm]."""

    x_mm: float
    y_mm: float


class _Member(NamedTuple):
    """A strip from one place to the next: its joints, and of each end the slice and the strip [mm]."""

    joints: tuple[int, int]
    slices: tuple[Slice, Slice]
    strips: tuple[tuple[float, float], tuple[float, float]]


def on_edge(
    slices: Sequence[Slice], supports: Supports, thickness_mm: float, density_kg_m3: float, low_side_down: bool = True
) -> list[InStrip]:
    """What the strips of a slab that stands on edge carry under its own weight, at both ends of each of their parts.

    A linear elastic frame (Euler and Bernoulli), the joints at an opening's ends stiff. Where a support is beside an
    opening it bears on the lower strip.

    Args:
        slices: the slab cut across, in order along it, exact where its width changes in steps
        supports: where it is held
        thickness_mm: thickness
        density_kg_m3: density
        low_side_down: whether the side from which strips are told is the one that is down
    """
    joints, members = _frame(slices)
    if not members:
        return []
    joints, members = _in_one(joints, members)
    held = [_held_at(members, place, low_side_down) for place in supports]
    if held[0] == held[1]:
        return []
    forces = _solved(joints, members, held, thickness_mm * density_kg_m3 * 1e-9 * GRAVITY)
    return [
        InStrip(at, strip, at.thickness_of(strip, thickness_mm), abs(moment) / 1000, abs(axial))
        for member, ends in zip(members, forces, strict=True)
        for at, strip, (axial, _, moment) in zip(member.slices, member.strips, ends.reshape(2, 3).tolist(), strict=True)
    ]


def _frame(slices: Sequence[Slice]) -> tuple[list[_Joint], list[_Member]]:
    joints: list[_Joint] = []
    members: list[_Member] = []
    before: tuple[Slice, list[int]] | None = None
    for place in _places(slices):
        joint_of = _joints_at(place, joints)
        if before is not None:
            one, joint_before = before
            members += [
                _Member((joint_before[a], joint_of[0][b]), (one, place[0]), (strip, beside))
                for a, strip, b, beside in _touching(one, place[0])
            ]
        before = place[-1], joint_of[-1]
    return joints, members


def _places(slices: Sequence[Slice]) -> list[list[Slice]]:
    """Slices by place: those on either side of a step together."""
    found: list[list[Slice]] = []
    for cut in slices:
        if found and cut.at_mm - found[-1][-1].at_mm <= _ONE_PLACE_MM:
            found[-1].append(cut)
        else:
            found.append([cut])
    return found


def _touching(one: Slice, other: Slice) -> Iterator[tuple[int, tuple[float, float], int, tuple[float, float]]]:
    """Strips of two slices that run into one another, each with its number."""
    for a, strip in enumerate(one.strips):
        for b, beside in enumerate(other.strips):
            if min(strip[1], beside[1]) - max(strip[0], beside[0]) > _OVERLAP_MM:
                yield a, strip, b, beside


def _joints_at(place: Sequence[Slice], joints: list[_Joint]) -> list[list[int]]:
    """By slice at a place, the joint of each of its strips: those that touch across a step turn as one."""
    if len(place) == 1:  # no step: a joint for each strip
        first, strips = len(joints), place[0].strips
        joints += [_Joint(place[0].at_mm, (low + high) / 2) for low, high in strips]
        return [list(range(first, first + len(strips)))]
    group = {
        (s, i): len(joints) + n
        for n, (s, i) in enumerate((s, i) for s, one in enumerate(place) for i in range(len(one.strips)))
    }
    for number, (one, other) in enumerate(pairwise(place)):
        for a, _, b, _ in _touching(one, other):
            kept, gone = group[number, a], group[number + 1, b]
            group = {key: kept if joint == gone else joint for key, joint in group.items()}
    known: dict[int, int] = {}
    for (s, i), joint in group.items():
        if joint not in known:
            low, high = place[s].strips[i]
            known[joint] = len(joints)
            joints.append(_Joint(place[s].at_mm, (low + high) / 2))
    return [[known[group[s, i]] for i in range(len(one.strips))] for s, one in enumerate(place)]


def _in_one(joints: Sequence[_Joint], members: Sequence[_Member]) -> tuple[list[_Joint], list[_Member]]:
    """The largest part that hangs together: slices may miss how a crooked strip goes on."""
    beside: list[list[int]] = [[] for _ in joints]
    for member in members:
        one, other = member.joints
        beside[one].append(other)
        beside[other].append(one)
    part = [-1] * len(joints)
    for first in range(len(joints)):
        ahead = [first] if part[first] < 0 else []
        while ahead:
            joint = ahead.pop()
            if part[joint] < 0:
                part[joint] = first
                ahead.extend(beside[joint])
    most = Counter(part[member.joints[0]] for member in members).most_common(1)[0][0]
    number = {joint: n for n, joint in enumerate(joint for joint, one in enumerate(part) if one == most)}
    return [joints[joint] for joint in number], [
        member._replace(joints=(number[member.joints[0]], number[member.joints[1]]))
        for member in members
        if part[member.joints[0]] == most
    ]


def _held_at(members: Sequence[_Member], place_mm: float, low_side_down: bool) -> int:
    """The joint at which a support bears: of the nearest place, that of the strip which is lowest."""
    ends = [
        (abs(at.at_mm - place_mm), strip[0] if low_side_down else -strip[1], joint)
        for member in members
        for joint, at, strip in zip(member.joints, member.slices, member.strips, strict=True)
    ]
    nearest = min(end[0] for end in ends) + _ONE_PLACE_MM
    return min((low, joint) for distance, low, joint in ends if distance <= nearest)[1]


def _solved(joints: Sequence[_Joint], members: Sequence[_Member], held: Sequence[int], weight_n_mm2: float) -> Array:
    """Axial force, shear [N] and moment [N·mm] at both ends of each member, six for each.

    Thickness and stiffness of the stuff cancel: it is the same all over.
    """
    places = np.array([[at.at_mm for at in member.slices] for member in members])
    strips = np.array([member.strips for member in members])
    at = np.array([member.joints for member in members])
    axes, widths = strips.mean(axis=2), np.maximum(strips[:, :, 1] - strips[:, :, 0], _LEAST_WIDTH_MM)
    run, rise, width = places[:, 1] - places[:, 0], axes[:, 1] - axes[:, 0], widths.mean(axis=1)
    long = np.hypot(run, rise)
    stiff = _stiffness(long, width)
    turn = _turned(run / long, rise / long, axes - np.array([joint.y_mm for joint in joints])[at])
    down = -weight_n_mm2 * width * run / long  # on each mm of a member's length
    along, across = down * rise / long, down * run / long
    own = np.stack(
        [along * long / 2, across * long / 2, across * long**2 / 12,
         along * long / 2, across * long / 2, -across * long**2 / 12], axis=1,
    )  # fmt: skip
    frame = _Frame(joints)
    back = turn.transpose(0, 2, 1)
    frame.add(at, back @ stiff @ turn, (back @ own[:, :, None])[:, :, 0])
    frame.hold([(held[0], 0), *((one, 1) for one in held)])
    found: Array = (stiff @ turn @ frame.moved()[at].reshape(len(members), 6, 1))[:, :, 0] - own
    return found


class _Frame:
    """What joints stand against being moved, place by place: members only ever go from one place to the next.

    So it is solved place by place, and the work grows with the length of the slab and not with its cube.
    """

    def __init__(self, joints: Sequence[_Joint]) -> None:
        number = {x: place for place, x in enumerate(sorted({joint.x_mm for joint in joints}))}
        self.place: Array = np.array([number[joint.x_mm] for joint in joints])
        met: Counter[int] = Counter()
        rows = []
        for place in self.place.tolist():
            rows.append(3 * met[place])
            met[place] += 1
        self.row: Array = np.array(rows)
        size = 3 * max(met.values())
        self.here, self.next = np.zeros((len(number), size, size)), np.zeros((len(number), size, size))
        self.loads = np.zeros((len(number), size))
        unused = np.arange(size)[None, :] >= 3 * np.array([met[place] for place in range(len(number))])[:, None]
        place, row = np.nonzero(unused)
        self.here[place, row, row] = 1.0

    def add(self, at: Array, stiff: Array, loads: Array) -> None:
        """Members between two joints each, 6 x 6 and 6 of each."""
        rows = self.row[at][:, :, None] + np.arange(3)
        for end in (0, 1):
            mine = slice(3 * end, 3 * end + 3)
            place = self.place[at[:, end]]
            np.add.at(self.loads, (place[:, None], rows[:, end]), loads[:, mine])
            block = place[:, None, None], rows[:, end, :, None], rows[:, end, None, :]
            np.add.at(self.here, block, stiff[:, mine, mine])
        across = self.place[at[:, 0]][:, None, None], rows[:, 0, :, None], rows[:, 1, None, :]
        np.add.at(self.next, across, stiff[:, :3, 3:])

    def hold(self, fixed: Sequence[tuple[int, int]]) -> None:
        """Joints that cannot move along (0) or up and down (1)."""
        for joint, way in fixed:
            place, row = self.place[joint], self.row[joint] + way
            self.here[place, row, :] = self.here[place, :, row] = self.next[place, row, :] = 0.0
            if place:
                self.next[place - 1, :, row] = 0.0
            self.here[place, row, row], self.loads[place, row] = 1.0, 0.0

    def moved(self) -> Array:
        """How each joint moves: along, up, and how it turns."""
        places, size = self.loads.shape
        bands = np.zeros((2 * size, places * size))
        for row in range(size):
            for column in range(size):
                if column >= row:
                    bands[column - row, row::size] = self.here[:, column, row]
                bands[size + column - row, row : (places - 1) * size : size] = self.next[:-1, row, column]
        found = _solved_banded(bands, self.loads.ravel()).reshape(places, size)
        each: Array = found[self.place[:, None], self.row[:, None] + np.arange(3)]
        return each


def _solved_banded(bands: Array, loads: Array) -> Array:
    """The solution; where a strip a hair wide beside a wide one leaves nothing but rounding, of a frame a hair stiffer.

    Args:
        bands: the lower bands of a symmetric matrix
        loads: the right side
    """
    diagonal = bands[0].copy()
    for stiffer in _STIFFER:
        bands[0] = diagonal * (1 + stiffer)
        with suppress(LinAlgError):
            found: Array = solveh_banded(bands, loads, lower=True, check_finite=False)
            return found
    return np.zeros_like(loads)


def _stiffness(long: Array, width: Array) -> Array:
    """Of members of these lengths and widths [mm], a thickness and a modulus of one: 6 x 6 each, in their own axes."""
    zero, push, bend = np.zeros_like(long), width / long, width**3 / 12
    a, b, c, d = 12 * bend / long**3, 6 * bend / long**2, 4 * bend / long, 2 * bend / long
    rows = (
        (push, zero, zero, -push, zero, zero), (zero, a, b, zero, -a, b), (zero, b, c, zero, -b, d),
        (-push, zero, zero, push, zero, zero), (zero, -a, -b, zero, a, -b), (zero, b, d, zero, -b, c),
    )  # fmt: skip
    return np.moveaxis(np.array(rows), 2, 0)


def _turned(cos: Array, sin: Array, offset: Array) -> Array:
    """From how joints move to how members' ends do, in the members' own axes: 6 x 6 each.

    Args:
        cos: of the angle at which each member rises
        sin: of that angle
        offset: of each end, how far its axis is over its joint [mm]
    """
    found = np.zeros((len(cos), 6, 6))
    for end in (0, 1):
        row = 3 * end
        found[:, row, row], found[:, row, row + 1] = cos, sin
        found[:, row + 1, row], found[:, row + 1, row + 1] = -sin, cos
        found[:, row, row + 2], found[:, row + 1, row + 2] = -offset[:, end] * cos, offset[:, end] * sin
        found[:, row + 2, row + 2] = 1.0
    return found
