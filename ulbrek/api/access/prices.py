"""What an answer says of money is left out for those who need not know."""

from typing import Any

from pydantic_core import from_json, to_json

PRICES = frozenset(
    {
        "price",
        "price_m",
        "hour_price",
        "energy_price",
        "cost",
        "labour_cost",
        "extras_cost",
        "stays_cost",
        "spent",
        "used_cost",
        "wasted_cost",
    }
)


def without_prices(content: bytes) -> bytes:
    """A JSON answer in which every price is null.

    Args:
        content: the answer
    """
    return to_json(_blanked(from_json(content)))


def _blanked(value: Any) -> Any:  # noqa: ANN401 - whatever JSON holds
    if isinstance(value, dict):
        return {key: None if key in PRICES else _blanked(part) for key, part in value.items()}
    if isinstance(value, list):
        return [_blanked(part) for part in value]
    return value
