"""A price list that stands in for a real store's: invented prices, the same every day."""

_PRICES = {
    "bag/ordinary/80lb": 6.8, "bag/ordinary/60lb": 5.6, "bag/ordinary/25kg": 5.4, "bag/white/25kg": 24.0,
    "bag/white/50lb": 22.5, "bag/rapid/50lb": 31.0, "bag/rapid/25kg": 33.5, "bag/cement": 16.5,
    "bag/cement-25": 10.5, "bag/white-cement": 27.0, "bag/sand": 4.2, "bag/stone-10": 4.6, "bag/stone-20": 4.4,
    "supply/pigment": 19.0, "supply/plasticiser-powder": 28.0, "supply/plasticiser-liquid": 17.0,
    "supply/fibre-fine": 9.0, "supply/fibre-glass": 41.0, "supply/citric-acid": 12.0, "supply/sealant": 8.5,
    "supply/tape": 3.5, "hardware/screws": 9.0, "hardware/batten-38x63": 5.2, "hardware/batten-38x89": 6.9,
    "bar/6": 4.1, "bar/8": 6.3, "bar/3": 8.2, "bar/10": 9.4, "mesh/fine-50": 24.0, "mesh/d49": 21.0,
}  # fmt: skip


class SimulatedPrices:
    """Invented prices behind the port that a real list would use."""

    def price_of(self, kind: str, material: str) -> float | None:
        """What one costs; None where the list does not have it."""
        return _PRICES.get(f"{kind}/{material}")
