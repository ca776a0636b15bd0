"""What Cure is handed of a pour."""

from collections.abc import Sequence

from ulbrek.core.base.act import ActNeed, SealNeed
from ulbrek.core.base.figure import Figure, Spread
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cure.finishing import FACES, Faces
from ulbrek.core.cure.history import NOTHING, History, Temperature
from ulbrek.core.cure.warmth import Body
from ulbrek.core.materials.mixes import Mix

EVENNESS = Spread(0.75, 1.0, 1.25)  # Of set times. Source: common practice, a quarter either way.


@dataclass(frozen=True, slots=True)
class CureBrief:
    """What is poured.

    Attributes:
        mix: with the strength that its water leaves it
        face_up: whether a show face lies up
        needs: what each piece's acts need
        history: what has happened since
        strength_left: what its water leaves of the strength [%]
        own_strength: at 28 days with its usual water [MPa]
        turns: how often the forms are filled
        turned: whether a casting is turned over before its form is filled again: it hangs by its bar over that
        packed: whether it is packed by hand: then no water comes out of it
        bodies: the castings, as far as their heat goes
        dry_kg: dry materials of a bag [kg]
        water_kg: water for a bag [kg]
        finish: the acts of its finish, each after those before it
        seal: when it may be sealed; None where it is left bare
        faces: what is done to faces that lie up
        own_set: what the shop's records make of its times of set, already in ``mix``; None where nothing
        evenness: how times of set differ from day to day, as a share of the likely
    """

    mix: Mix
    face_up: bool
    needs: Sequence[tuple[str, ActNeed]]
    history: History = NOTHING
    strength_left: Figure | None = None
    own_strength: Spread | None = None
    turns: int = 1
    packed: bool = False
    bodies: tuple[Body, ...] = ()
    dry_kg: float = 25.0
    water_kg: float = 3.0
    finish: tuple[ActNeed, ...] = ()
    seal: SealNeed | None = None
    faces: Faces = FACES
    own_set: Figure | None = None
    evenness: Spread = EVENNESS
    turned: bool = False

    @property
    def temperatures(self) -> tuple[Temperature, ...]:
        """What was read in the concrete."""
        return self.history.temperatures
