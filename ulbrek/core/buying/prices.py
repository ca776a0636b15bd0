"""What a store asks: the port that a price list stands behind."""

from typing import Protocol


class PriceList(Protocol):
    """Prices of materials in the shop's money."""

    def price_of(self, kind: str, material: str) -> float | None:
        """What one costs; None where the list does not have it."""
