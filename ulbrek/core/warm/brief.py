"""What Warm is handed."""

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.warm.inputs import WarmSeat


@dataclass(frozen=True, slots=True)
class Pad:
    """Foam under the mat, or over it by mistake.

    Attributes:
        name: of the feature
        thick_mm: its height
        under_mm: concrete between the mat and it; below 0 where it lies over the mat
        share: of the mat that lies on it
    """

    name: str
    thick_mm: float
    under_mm: float
    share: float


@dataclass(frozen=True, slots=True)
class WarmBrief:
    """One piece with a mat in it.

    Attributes:
        piece: its id
        name: what it is called
        mat: what its mat is called
        mat_at: which of its features that is
        face_down: whether it is cast on its face
        thick_mm: of the piece
        above_mm: concrete over the mat
        mat_mm: thickness of the mat
        mat_m2: area of all its mats
        seat_m2: area of the piece
        border_mm: the widest, from the mat to the side of the piece
        long_mm: length of the piece
        strength_mpa: of its concrete at 28 days, the least
        density: of its concrete, hard
        pad: the foam at the mat; None where there is none
        energy_kwh: price of a kilowatt-hour; None where it is not known
        on_ground: whether it lies on the ground
        crossed: what goes into its mats or through them, by name
        inputs: what the job says of it
    """

    piece: str
    name: str
    mat: str
    mat_at: int
    face_down: bool
    thick_mm: float
    above_mm: float
    mat_mm: float
    mat_m2: float
    seat_m2: float
    border_mm: float
    long_mm: float
    strength_mpa: float
    density: Figure
    pad: Pad | None
    energy_kwh: float | None
    on_ground: bool
    crossed: tuple[str, ...]
    inputs: WarmSeat
