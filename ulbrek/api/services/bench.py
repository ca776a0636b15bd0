"""The devices on the benches of shops: those of the settings, for each shop its own."""

from threading import Lock
from uuid import UUID

from cachetools import LRUCache

from ulbrek.api.settings import Settings
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.pour.devices import Scale, Thermometer, TimerLight
from ulbrek.standins.bench import SimulatedLight, SimulatedScale, SimulatedThermometer

_MOST_BENCHES = 100


@dataclass(frozen=True, slots=True)
class Bench:
    """What stands on one bench; None where there is none."""

    scale: Scale | None = None
    thermometer: Thermometer | None = None
    light: TimerLight | None = None


class Benches:
    """The benches of the shops of one application."""

    def __init__(self, settings: Settings) -> None:
        """With the devices that the settings name."""
        self._simulated = settings.devices == "simulated"
        self._benches: LRUCache[UUID, Bench] = LRUCache(_MOST_BENCHES)
        self._lock = Lock()

    def of(self, shop_id: UUID) -> Bench:
        """The bench of a shop."""
        if not self._simulated:
            return Bench()
        with self._lock:
            if shop_id not in self._benches:
                self._benches[shop_id] = Bench(SimulatedScale(), SimulatedThermometer(), SimulatedLight())
            return self._benches[shop_id]
