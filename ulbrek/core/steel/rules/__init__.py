"""The figures of reinforcement."""

from ulbrek.core.steel.rules.bending import *
from ulbrek.core.steel.rules.covering import *
from ulbrek.core.steel.rules.laying import *
