"""The figures of a form."""

from ulbrek.core.form.rules.boards import *
from ulbrek.core.form.rules.consumed import *
from ulbrek.core.form.rules.ground import *
from ulbrek.core.form.rules.holding import *
from ulbrek.core.form.rules.sawing import *
