"""Faces that are opened while the concrete is young, to match what has weathered: by the hour, not by grits."""

from collections.abc import Mapping

from ulbrek.core.base.figure import Spread
from ulbrek.core.base.frozen import dataclass
from ulbrek.core.finish.inputs import Look


@dataclass(frozen=True, slots=True)
class Young:
    """A way of opening a face by hand.

    Attributes:
        id: of its act
        act: what it is called
        test: by which the hour is known
        how: what to do
        rate_m2_h: opened in an hour [m²/h]
        mpa: the strength at which it is done; None at final set
    """

    id: str
    act: str
    test: str
    how: str
    rate_m2_h: Spread
    mpa: float | None


# Source: common practice. A face that lies in the form is opened when that is off, and only
# with a surface retarder in the form.
YOUNG: Mapping[Look, Young] = {
    "sponged": Young(
        "sponge",
        "Sponge the face",
        "The next morning: a thumbnail still marks it, and no grain of sand comes off by itself.",
        "Wet sponge in small circles, wrung out often, until sand shows alike all over. Rinse, and leave it.",
        Spread(2.5, 4.0, 6.0), 3.0,
    ),
    "washed stone": Young(
        "wash",
        "Wash the stones free",
        "A brush takes the paste and leaves every stone. That lasts an hour or two; with a surface retarder until the "
        "next morning.",
        "Soft brush and a little water from the lowest corner on, to a third of the stones at the most. Rinse until it "
        "runs clear.",
        Spread(3.0, 6.0, 10.0), None,
    ),
}  # fmt: skip
