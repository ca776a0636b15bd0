"""The figures of a mixing day."""

from ulbrek.core.mix.rules.counting import *
from ulbrek.core.mix.rules.doses import *
from ulbrek.core.mix.rules.scratch import *
from ulbrek.core.mix.rules.timing import *
from ulbrek.core.mix.rules.turns import *
from ulbrek.core.mix.rules.water import *
