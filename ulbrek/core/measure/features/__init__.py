"""What a piece has in it and on it, a file for each kind. ``top`` is the face that is up as it stands.

A new kind has its file here, and its name in the list below; all else that it needs to say is said there.
"""

from typing import Annotated

from pydantic import Field

from ulbrek.core.measure.features.bolt import Bolt
from ulbrek.core.measure.features.core import Core
from ulbrek.core.measure.features.cutout import Cutout
from ulbrek.core.measure.features.drop_edge import DropEdge
from ulbrek.core.measure.features.grooves import Grooves
from ulbrek.core.measure.features.hole import RoundHole
from ulbrek.core.measure.features.lettering import Lettering
from ulbrek.core.measure.features.mat import Mat
from ulbrek.core.measure.features.opening import Opening
from ulbrek.core.measure.features.pipe import Pipe
from ulbrek.core.measure.features.recess import Recess
from ulbrek.core.measure.features.rib import Rib
from ulbrek.core.measure.features.sleeve import Sleeve
from ulbrek.core.measure.features.void import Void
from ulbrek.core.measure.features.wood_pad import WoodPad

AnyAnchored = (
    Opening
    | RoundHole
    | Recess
    | Grooves
    | Sleeve
    | Core
    | Void
    | Lettering
    | Bolt
    | WoodPad
    | Mat
    | Rib
    | Cutout
    | Pipe
)
AnyFeature = AnyAnchored | DropEdge
Feature = Annotated[AnyFeature, Field(discriminator="kind")]
