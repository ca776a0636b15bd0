"""A thermometer in the concrete that stands in for a real one: it reports by itself, about what is foretold."""

import math
import random
from datetime import datetime

_DAY_S = 86_400.0


class SimulatedProbes:
    """Probes that report each minute: a little cooler than foretold, the more so by night, to a tenth of a degree."""

    name = "Probes (simulated)"

    def __init__(self, names: tuple[str, ...] = ("Probe in the concrete",), seed: int = 1) -> None:
        """Probes of these names; what one reads at a moment follows from the seed."""
        self._names, self._seed = names, seed

    def reports(self, sensor: str) -> bool:
        """Whether a probe of that name is here."""
        return sensor in self._names

    def read(self, sensor: str, expects_c: float, now: datetime) -> float:
        """What a probe lies in [°C].

        Args:
            sensor: its name
            expects_c: what is foretold of the concrete
            now: when it reports
        """
        noise = random.Random(f"{self._seed}/{sensor}/{int(now.timestamp()) // 60}").gauss(0.0, 0.08)  # noqa: S311
        turn = math.sin(2 * math.pi * now.timestamp() / _DAY_S)
        return round(expects_c - 0.8 + 0.5 * turn + noise, 1)
