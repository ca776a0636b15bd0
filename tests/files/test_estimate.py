"""An estimate and a receipt: each piece with its size and price, what they come to, and until when it stands."""

from datetime import date
from io import BytesIO

import pytest
from pypdf import PdfReader

from tests.core.test_cost import of, shop, top
from tests.files.test_pack import words
from tests.files.test_staying_pages import UNITS
from ulbrek.core.base.units import Units
from ulbrek.core.base.units.quantity import write_money
from ulbrek.core.plan.plan import plan
from ulbrek.files.estimate_file import Priced, PriceSheet, price_sheet


@pytest.mark.parametrize("units", UNITS)
@pytest.mark.parametrize("which", ["estimate", "receipt"])
def test_it_says_what_each_piece_costs(which: PriceSheet, units: Units) -> None:
    job = top(top={"piece": {"count": 3}}, pricing={"extras": [{"name": "Sink", "price": 120}]})
    found = of(job)
    assert found.price is not None
    priced = Priced(job, plan(job, shop()), found, "Fennel Row Pottery", date(2027, 3, 4))
    said = " ".join(words(PdfReader(BytesIO(price_sheet(which, priced, units, "a4")))).replace("\u00a0", " ").split())
    for value in (found.pieces[0].price, found.price.value):
        assert write_money(value or 0, found.currency).replace("\u00a0", " ") in said
    assert "4 March 2027" in said
    assert "With Sink" in said
    assert ("3 April 2027" in said) == (which == "estimate")
    assert ("Received by" in said) == (which == "receipt")
    assert "hour" not in said
