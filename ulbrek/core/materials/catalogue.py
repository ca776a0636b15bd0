"""Generic, unbranded materials to start from.

Source: common practice. A US bag yields 0.0075 ft³ a pound and takes 3.0 to 4.5 qt for 80 lb; a 25 kg bag
yields 11.25 to 12.44 l with 8 to 12 % of water.
"""

from ulbrek.core.materials.containers import Container
from ulbrek.core.materials.mixes import BagSize, Mix

ORDINARY_MIX = Mix(
    id="ordinary",
    name="Ordinary bagged mix",
    sizes=(
        BagSize(
            id="80lb",
            name="80 lb",
            dry_mass_kg=36.287,
            yield_l=16.99,
            water_least_l=2.84,
            water_most_l=4.26,
        ),
        BagSize(
            id="60lb",
            name="60 lb",
            dry_mass_kg=27.216,
            yield_l=12.74,
            water_least_l=2.13,
            water_most_l=3.22,
        ),
        BagSize(id="25kg", name="25 kg", dry_mass_kg=25.0, yield_l=11.8, water_least_l=2.0, water_most_l=3.0),
    ),
    source="common practice; the bag's own print rules",
)

CONTAINERS = (
    Container(id="bucket", name="5 gal bucket", volume_l=18.9),
    Container(id="tub", name="Mixing tub", volume_l=45.0),
    Container(id="barrow", name="Barrow", volume_l=85.0),
    Container(id="drum", name="Drum mixer", volume_l=140.0),
)
