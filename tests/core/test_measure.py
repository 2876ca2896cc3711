"""Lengths and volumes as people write them."""

import json
from decimal import Decimal
from fractions import Fraction
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from acrebox.core.measure.printing import Numbers, Printer, print_imperial, print_metric
from acrebox.core.measure.reading import parse_length, parse_volume
from acrebox.core.measure.systems import System
from acrebox.core.measure.telling import told
from acrebox.core.measure.written import Length, Pressure, UnitWeight, Volume, read_in

CASES = json.loads((Path(__file__).parents[1] / "print-cases.json").read_text("utf-8"))


LENGTHS = {
    # Feet and inches …
    "8'": "2438.4",
    "8′": "2438.4",
    "8 ft": "2438.4",
    "8-ft": "2438.4",
    "8'-0 3/16\"": "2443.1625",
    "4' 7 1/2\"": "1409.7",
    "4’–7”": "1397",
    "4ft7-1/2in": "1409.7",
    "6 ft. 3 in.": "1905",
    "94 1/2 in": "2400.3",
    "12 in.": "304.8",
    "48-inch": "1219.2",
    '½"': "12.7",
    '7½"': "190.5",
    "7–1/2 in": "190.5",
    '"5 1/2"': "139.7",
    "“5 1/2”": "139.7",
    "7ft 10-1/2": "2400.3",
    "7½ in": "190.5",
    "7′ 10½″": "2400.3",
    "8', 3\"": "2514.6",
    '3/4"': "19.05",
    "2 feet 3 inches": "685.8",
    "2 yd 1 ft": "2133.6",
    # … and metres, centimetres, millimetres.
    "2400": "2400",
    "1.2m": "1200",
    "1.2 m.": "1200",
    "1.2 M": "1200",
    "  .5 m ": "500",
    "1,2 m": "1200",
    "2m40": "2400",
    "1 m 20": "1200",
    "1 m 20 cm": "1200",
    "1 200 mm": "1200",
    "1\u202f200\u202fmm": "1200",
    "1,200": "1200",
    "1200mm": "1200",
    "24 cm": "240",
    "+5 mm": "5",
    "1.234,5 mm": "1234.5",
    "1,234.5 mm": "1234.5",
    "2 400": "2400",
    "12 400": "12400",
    "12 dm": "1200",
    "8ft+2in": "2489.2",
    "8 ft + 2 in": "2489.2",
    "2m04": "2040",
    "1.5": "1.5",
}
REFUSED = {
    "": "nothing",
    "   ": "nothing",
    "abc": "not a length",
    "-3": "negative",
    "−3 mm": "negative",
    "4 5": "without its unit",
    "2 40": "without its unit",
    "2m4": "'2 m 4 cm' or '2.4 m'",
    "1.200": "'1200 mm' or '1.200 mm'",
    "1,5": "'1,5 mm' or '1,5 m'",
    "8 ft +": "breaks off",
    "1 2 3": "without its unit",
    "1 m 200": "without its unit",
    "12 furlongs": "furlongs",
    "2 x 4": "'x'",
    "1/0 in": "over 0",
    "4' -": "breaks off",
    "8,": "breaks off",
    "--": "negative",
    "5'6'": "feet after",
    "5\"6'": "feet after",
    "8' 14\"": "more after its feet",
    "1’200": "more after its feet",
    "1,200 m": "two ways",
    "1/8": "1/8 in",
    "½": "½ in",
    "5 1/2": "5 1/2 in",
    # Digits of other scripts, and raised ones where no unit is before them: Python reads them as numbers.
    "\u0661\u0662\u0660\u0660": "digits are written 0 to 9",
    "\uff11\uff12\uff10\uff10 mm": "digits are written 0 to 9",
    "1\u00b2": "digits are written 0 to 9",
}


@pytest.mark.parametrize(("written", "mm"), LENGTHS.items())
def test_people_write_lengths_in_many_ways(written: str, mm: str) -> None:
    assert parse_length(written) == Fraction(mm)


@pytest.mark.parametrize(("written", "why"), REFUSED.items())
def test_what_is_no_length_is_refused_in_words(written: str, why: str) -> None:
    with pytest.raises(ValueError, match=why):
        parse_length(written)


@pytest.mark.parametrize(
    ("written", "inches"), [("48", 48), ("1/8", "1/8"), ("½", "1/2"), ("5 1/2", "11/2"), ("7.25", "29/4")]
)
def test_a_number_without_a_unit_is_inches_where_beds_are_planned_in_them(written: str, inches: str) -> None:
    assert parse_length(written, System.IMPERIAL) == Fraction(inches) * Fraction("25.4")
    assert Length(written, System.IMPERIAL).text == f"{written} in"


def test_a_number_without_a_unit_is_written_with_the_one_that_was_read() -> None:
    assert (Length("2400").text, Length(2400).text) == ("2400 mm", 2400)
    assert Length(48, System.IMPERIAL).mm == 48
    with read_in(System.IMPERIAL):
        assert Length("48").mm == pytest.approx(1219.2)
        assert Volume("2").text == "2 cu ft"
    assert Length("48").mm == 48


@pytest.mark.parametrize(
    ("written", "litres"),
    [
        ("40 L", 40),
        ("85 l", 85),
        ("85", 85),
        ("1 m3", 1000),
        ("0.5 m3", 500),
        ("1,5 m³", 1500),
        ("0.5 cubic meters", 500),
        ("1,000 L", 1000),
        ("1 cu ft", 28.316846592),
        ("1.5 cu ft", 42.475269888),
        ("1.5 cu. ft.", 42.475269888),
        ("1 1/2 ft³", 42.475269888),
        ("2 ft^3", 56.633693184),
        ("1 yd3", 764.554857984),
        ("3 yd", 2293.664573952),
        ("5 gal", 5 * 3.785411784),
    ],
)
def test_volumes(written: str, litres: float) -> None:
    assert float(parse_volume(written)) == pytest.approx(litres, abs=1e-9)


@pytest.mark.parametrize("written", ["", "-2 L", "2 furlongs", "4 5 L", "abc", "\u0664\u0660 L", "4\u00b2 L"])
def test_what_is_no_volume_is_refused_in_words(written: str) -> None:
    with pytest.raises(ValueError, match=r"\w"):
        parse_volume(written)


@pytest.mark.parametrize(
    ("unit", "written", "by_definition"),
    [
        # A pound-force is 4.4482216152605 N by definition; on a square foot, 47.8803 Pa; NIST SP 811, B.8.
        (Pressure, "20 psf", 20 * 0.0478802589804),
        (Pressure, "1 psi", 6.894757293168),
        (UnitWeight, "85 pcf", 85 * 0.157087464),
        (UnitWeight, "13 kN/m³", 13),
    ],
)
def test_loads_are_read_in_both_systems(unit: type, written: str, by_definition: float) -> None:
    assert unit(written).amount == pytest.approx(by_definition, rel=1e-6)


@given(st.floats(0, 1e5), st.sampled_from(Numbers), st.integers(0, 3))
def test_a_number_is_written_as_the_yard_writes_numbers(value: float, form: Numbers, digits: int) -> None:
    text = Printer(System.METRIC, numbers=form).number(value, digits)
    group, point = {"point": (",", "."), "comma": (".", ","), "space": ("\u202f", ",")}[form]
    assert float(text.replace(group, "").replace(point, ".")) == pytest.approx(
        value, abs=0.5 * 10**-digits + 1e-9
    )


@pytest.mark.parametrize("system", System)
def test_a_sentence_with_sizes_is_told_as_it_is_planned_and_shown(system: System) -> None:
    text = "{300 mm|12 in} deep, a bag of {25 kg}"
    planned_in = {System.METRIC: ("300 mm", "11 13/16″"), System.IMPERIAL: ("305 mm", "1′")}[system]
    for shown, size, bag in zip(System, planned_in, ("25 kg", "55 lb"), strict=True):
        assert told(text, Printer(shown, built=system)) == f"{size} deep, a bag of {bag}"


@given(st.integers(0, 20_000))
def test_a_printed_metric_length_reads_back(mm: int) -> None:
    assert parse_length(print_metric(mm)) == mm


@given(st.floats(0, 20_000))
def test_a_printed_imperial_length_reads_back_to_a_thirtysecond(mm: float) -> None:
    again = parse_length(print_imperial(mm))
    assert abs(float(again) - mm) <= 25.4 / 32 + 1e-6
    assert print_imperial(float(again)) == print_imperial(mm)


def test_a_length_keeps_what_was_written() -> None:
    assert Length("7ft 10-1/2").text == "7ft 10-1/2"
    assert Length("7ft 10-1/2") != Length("94 1/2 in")


@pytest.mark.parametrize("case", CASES)
def test_core_and_screen_print_the_same_words(case: dict[str, object]) -> None:
    show = Printer(System(str(case["units"])))
    amount = float(str(case["amount"]))
    printed = {"length": show.length, "volume": show.volume, "weight": show.weight}.get(str(case["of"]))
    text = printed(amount) if printed else show.money(Decimal(str(case["amount"])))
    assert text == case["printed"]
