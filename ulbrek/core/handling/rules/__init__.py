"""The figures of lifting, carrying and standing."""

from ulbrek.core.handling.rules.people import *
from ulbrek.core.handling.rules.standing import *
from ulbrek.core.handling.rules.stress import *
