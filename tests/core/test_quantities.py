"""Quantities other than lengths, in the reader's units."""

import json
from pathlib import Path

import pytest

from ulbrek.core.base.units.quantity import write_quantity, write_volume
from ulbrek.core.base.units.reading import Units
from ulbrek.core.base.units.writing import write_length


@pytest.mark.parametrize(
    ("value", "unit", "units", "written"),
    [
        (33.94, "kg", "mm", "33.9 kg"),
        (33.94, "kg", "in", "75 lb"),
        (1020.4, "kg", "mm", "1,020.4 kg"),
        (2.675, "l", "in", "2.8 qt"),
        (2.675, "l", "mm", "2.7 l"),
        (0.53, "m2", "in", "5.7 ft²"),
        (557_418.24, "mm2", "in", "6.00 ft²"),
        (2349, "kg/m3", "in", "146.6 lb/ft³"),
        (1, "bags", "mm", "1 bag"),
        (0.25, "bags", "mm", "0.25 bags"),
        (3, "batches", "in", "3 batches"),
        (1, "people", "in", "1 person"),
        (38.1, "mm", "in", "1 1/2″"),
        (0.1, "1", "mm", "0.1"),
        (0.022, "l", "mm", "22 ml"),
        (0.022, "l", "in", "0.7 fl oz"),
        (10, "MPa", "in", "1,450 psi"),
        (1.557, "MPa", "mm", "1.56 MPa"),
        (147.06, "N", "in", "33 lbf"),
        (20, "C", "in", "68 °F"),
        (4.94, "m", "in", "16.2 ft"),
        (1, "boxes", "mm", "1 box"),
        (22, "screws", "in", "22 screws"),
        (27.721, "deg", "in", "27.7°"),
        (1, "lengths", "mm", "1 length"),
        (444.1, "N.m", "in", "327.6 ft·lbf"),
        (3.175, "mm", "in", "1/8″"),
        (1.5875, "mm", "in", "1/16″"),  # a mark is a mark
        (0.914, "mm", "in", "0.91 mm"),  # below the marks that people read
    ],
)
def test_a_quantity_is_written_in_the_readers_units(value: float, unit: str, units: Units, written: str) -> None:
    assert write_quantity(value, unit, units) == written


# The front end is held to the same table: what stands on the screen stands on paper.
@pytest.mark.parametrize(
    ("value", "unit", "units", "written"), json.loads(Path(__file__).with_name("written.json").read_text("utf-8"))
)
def test_a_quantity_is_written_as_the_screen_writes_it(value: float, unit: str, units: Units, written: str) -> None:
    assert write_quantity(value, unit, units) == written


def test_concrete_is_written_as_it_is_bought() -> None:
    assert write_volume(16.99, "mm") == "17.0 l"
    assert write_volume(16.99, "in") == "0.60 ft³"


def test_a_negative_distance_has_one_sign_in_front() -> None:
    assert write_length(-79.375, "in") == "−3 1/8″"
    assert write_length(-12.5, "mm") == "−12.5 mm"


def test_a_finer_tape_says_a_smaller_error() -> None:
    assert write_length(5.5, "in", 16) == "3/16″ + 0.7 mm"
    assert write_length(5.5, "in", 32) == "7/32″"
