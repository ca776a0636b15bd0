"""What a job's choices stand for in this shop; a choice the shop does not have falls back to its first."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Protocol, TypeVar

from ulbrek.core.base.finding import Change, Finding, check, finding
from ulbrek.core.materials.containers import Container
from ulbrek.core.materials.mixes import BagSize, Mix
from ulbrek.core.mix.inputs import MixInputs
from ulbrek.core.shop import Shop


class _Named(Protocol):
    @property
    def id(self) -> str: ...
    @property
    def name(self) -> str: ...


Choice = TypeVar("Choice", bound=_Named)


@dataclass(frozen=True, slots=True)
class Chosen:
    """The mix, bag and container that a job is made with, and what the shop did not have."""

    mix: Mix
    size: BagSize
    container: Container
    findings: tuple[Finding, ...]


def choose(inputs: MixInputs, shop: Shop) -> Chosen:
    """What a job's choices stand for in this shop."""
    mix, no_mix = _find("mix", inputs.mix, shop.mixes)
    size, no_size = _find("bag", inputs.bag, mix.sizes)
    container, no_container = _find("container", inputs.container, shop.containers)
    return Chosen(mix, size, container, (*no_mix, *no_size, *no_container))


def _find(field: str, wanted: str, had: Sequence[Choice]) -> tuple[Choice, list[Finding]]:
    match = next((one for one in had if one.id == wanted), None)
    return (match, []) if match else (had[0], not_in_the_shop(field, wanted, had[0]))


@check("not-in-the-shop", "caution")
def not_in_the_shop(field: str, wanted: str, instead: _Named) -> list[Finding]:
    """Not in the shop

    A job brought from elsewhere may name a mix, bag or container that this shop does not have; its
    first one is planned with instead.

    Source: common practice
    """
    return [
        finding(
            not_in_the_shop,
            title="This shop has no {what} called “{wanted}”",
            reason="The plan is made with {instead} instead, so bags and water may differ.",
            remedy="Choose one that the shop has, or add it to the shop.",
            field=f"/{field}",
            values={"what": field, "wanted": wanted, "instead": instead.name},
            change=Change(f"Use {instead.name}", {f"/{field}": instead.id}),
        )
    ]
