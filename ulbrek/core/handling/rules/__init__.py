"""The figures of lifting, carrying and standing."""

from ulbrek.core.handling.rules.cracked import *
from ulbrek.core.handling.rules.in_place import *
from ulbrek.core.handling.rules.lifted import *
from ulbrek.core.handling.rules.people import *
from ulbrek.core.handling.rules.standing import *
