"""The figures of a piece."""

from ulbrek.core.measure.rules.bolts import *
from ulbrek.core.measure.rules.mass import *
from ulbrek.core.measure.rules.site import *
from ulbrek.core.measure.rules.size import *
from ulbrek.core.measure.rules.webs import *
