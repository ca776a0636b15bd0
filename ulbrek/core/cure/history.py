"""What has happened since the pour, as far as its hours go."""

from datetime import datetime
from functools import cached_property
from hashlib import blake2b
from typing import Annotated, Literal

from pydantic import AwareDatetime, Field

from ulbrek.core.base.document import Document
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.base.texts import ONE_LINE

Key = Annotated[str, Field(max_length=80), ONE_LINE]  # names an act or a piece


class Done(Document):
    """An act that was done; to all pieces alike when ``piece`` is None."""

    act: Key
    piece: Key | None = None
    at: AwareDatetime


class ActTest(Document):
    """A test at the slab: whether it was ready for the act."""

    act: Key
    at: AwareDatetime
    ready: bool


Method = Literal["cube", "cylinder", "rebound"]


class StrengthTest(Document):
    """A strength that was tested: of a cube or cylinder cured beside the casting, or by a rebound hammer [MPa]."""

    at: AwareDatetime
    method: Method
    mpa: Annotated[float, Field(gt=0, le=150, allow_inf_nan=False)]


class Temperature(Document):
    """A reading of the concrete's temperature [°C]."""

    at: AwareDatetime
    celsius: Annotated[float, Field(ge=-40, le=120, allow_inf_nan=False)]


@dataclass(frozen=True)
class History:
    """What was done, tested and measured; with nothing in it the hours are as planned."""

    done: tuple[Done, ...] = ()
    tests: tuple[ActTest, ...] = ()
    temperatures: tuple[Temperature, ...] = ()
    strengths: tuple[StrengthTest, ...] = ()

    @cached_property
    def digest(self) -> str:
        """Of all that it says, readings told by their numbers alone: there may be a thousand."""
        told = [one.model_dump_json() for one in (*self.done, *self.tests, *self.strengths)]
        told += [f"{one.at.timestamp()!r} {one.celsius!r}" for one in self.temperatures]
        return blake2b("\n".join(told).encode(), digest_size=12).hexdigest()

    def done_at(self, act: str, piece: str | None) -> datetime | None:
        """When an act was done to a piece."""
        return min((one.at for one in self.done if one.act == act and one.piece in (None, piece)), default=None)

    def not_ready_at(self, act: str) -> datetime | None:
        """When a test last said “not yet” of an act."""
        return max((one.at for one in self.tests if one.act == act and not one.ready), default=None)

    def ready_at(self, act: str) -> datetime | None:
        """When a test first said that it was ready for an act, if none said “not yet” after that."""
        last = self.not_ready_at(act)
        ready = (one.at for one in self.tests if one.act == act and one.ready and (last is None or one.at > last))
        return min(ready, default=None)


NOTHING = History()
