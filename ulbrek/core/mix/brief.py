"""What the plan hands Mix."""

from collections.abc import Sequence

from ulbrek.core.base.figure import Figure
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.materials.admixtures import Admixture
from ulbrek.core.materials.containers import Container
from ulbrek.core.materials.mixes import Mix, MixedBag
from ulbrek.core.mix.scratch import Recipe


@dataclass(frozen=True)
class MixBrief:
    """What is mixed, in what, and what the shop has to add to it.

    Attributes:
        filled: one bag with its planned water
        recipe: None where it comes in bags
        water_shift: what the doses change of the water, already in ``filled``; None where they do not
        standby: moulds for what is left over, by name and volume [l]
        one_lifts_kg: what one person of the shop may carry
        strength_left: what its water leaves of its strength, already in ``mix``
        set_shift: what the doses change of its times, already in ``mix``
        own_mixing: what the shop's records make of the time that mixing takes; None where nothing
        own_placing: the same of placing
    """

    mix: Mix
    filled: MixedBag
    container: Container
    admixtures: Sequence[Admixture]
    recipe: Recipe | None = None
    water_shift: Figure | None = None
    standby: Sequence[tuple[str, float]] = ()
    one_lifts_kg: float = 20.0
    strength_left: Figure | None = None
    set_shift: Figure | None = None
    own_mixing: Figure | None = None
    own_placing: Figure | None = None
