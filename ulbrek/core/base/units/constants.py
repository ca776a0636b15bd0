"""Exact conversions between the units people use and the ones the rules use.

Source: the international yard and pound (1959), the US gallon of 231 cubic inches, standard gravity.
"""

MM_PER_INCH = 25.4
MICRONS_PER_MIL = 25.4
MM_PER_FOOT = 12 * MM_PER_INCH
KM_PER_MILE = 5280 * MM_PER_FOOT / 1e6
KG_PER_POUND = 0.45359237
LITRES_PER_CUBIC_FOOT = MM_PER_FOOT**3 / 1e6
LITRES_PER_US_QUART = 231 * MM_PER_INCH**3 / 1e6 / 4
LITRES_PER_US_FLUID_OUNCE = LITRES_PER_US_QUART / 32
KG_PER_M3_PER_POUND_PER_CUBIC_FOOT = KG_PER_POUND / LITRES_PER_CUBIC_FOOT * 1000
GRAVITY = 9.80665  # m/s²
MPA_PER_PSI = KG_PER_POUND * GRAVITY / MM_PER_INCH**2
