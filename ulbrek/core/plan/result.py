"""The plan of a job, as it is read, shown, printed and kept."""

from collections.abc import Mapping
from typing import Literal

from ulbrek.core.arch.result import ArchResult
from ulbrek.core.base.figure import Figure
from ulbrek.core.base.finding import Finding
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.cabinets.result import CabinetsResult
from ulbrek.core.cure.result import CureResult
from ulbrek.core.finish.result import FinishJob, FinishResult
from ulbrek.core.form.result import CuttingResult, FormResult
from ulbrek.core.ground.result import GroundResult
from ulbrek.core.handling.result import HandlingResult, JoinedResult
from ulbrek.core.measure.result import MeasureResult, SiteResult
from ulbrek.core.mix.result import MixResult
from ulbrek.core.steel.result import SteelCutting, SteelResult
from ulbrek.core.warm.result import WarmResult

Station = Literal["measure", "arch", "warm", "ground", "cabinets", "form", "steel", "mix", "cure", "move", "finish"]
RULE_VERSION = 31


@dataclass(frozen=True, slots=True)
class JobFinding:
    """A finding in its station and piece; ``finding``'s field and change point into the job's document."""

    station: Station
    piece: str | None
    finding: Finding


@dataclass(frozen=True, slots=True)
class PiecePlan:
    """What the stations say of one piece; Ground only of one that stays on it, Arch only of an arch's blocks, Warm
    only of one with an electric mat."""

    id: str
    name: str
    count: int
    measure: MeasureResult
    arch: ArchResult | None
    warm: WarmResult | None
    ground: GroundResult | None
    form: FormResult
    steel: SteelResult
    handling: HandlingResult
    finish: FinishResult


@dataclass(frozen=True, slots=True)
class Plan:
    """The plan of a job. ``workings`` are the figures behind the ones that are shown, by key."""

    rule_version: int
    pieces: tuple[PiecePlan, ...]
    site: SiteResult
    cabinets: CabinetsResult
    cutting: CuttingResult
    steel_cutting: SteelCutting
    joined: JoinedResult
    mix: MixResult
    cure: CureResult
    finish: FinishJob
    findings: tuple[JobFinding, ...]
    workings: Mapping[str, Figure]
