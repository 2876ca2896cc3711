"""Lengths and volumes as people write them."""

import json
from decimal import Decimal
from fractions import Fraction
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from acrebox.core.measure.printing import Printer, System, print_imperial, print_metric
from acrebox.core.measure.written import Length, parse_length, parse_volume

CASES = json.loads((Path(__file__).parents[1] / "print-cases.json").read_text("utf-8"))


@pytest.mark.parametrize(
    ("written", "mm"),
    [
        ("8'", "2438.4"),
        ("4' 7 1/2\"", "1409.7"),
        ("2.4 m", "2400"),
        ("2400", "2400"),
        ("94 1/2 in", "2400.3"),
        ("7ft 10-1/2", "2400.3"),
        ("7½ in", "190.5"),
        ("7′ 10½″", "2400.3"),
        ("1 m 20 cm", "1200"),
        ("  .5 m ", "500"),
        ('3/4"', "19.05"),
        ("2 feet 3 inches", "685.8"),
        ("1.2 M", "1200"),
    ],
)
def test_people_write_lengths_in_many_ways(written: str, mm: str) -> None:
    assert parse_length(written) == Fraction(mm)


@pytest.mark.parametrize(
    "written", ["", "abc", "-3", "4 5", "12 furlongs", "1/0 in", "1,5 m", "4' -", "--", "1 2 3"]
)
def test_what_is_no_length_is_refused_in_words(written: str) -> None:
    with pytest.raises(ValueError, match=r"\w"):
        parse_length(written)


@pytest.mark.parametrize(
    ("written", "litres"),
    [
        ("40 L", 40),
        ("85", 85),
        ("1 m3", 1000),
        ("1 cu ft", 28.316846592),
        ("1 yd3", 764.554857984),
        ("1 1/2 ft³", 42.475269888),
    ],
)
def test_volumes(written: str, litres: float) -> None:
    assert float(parse_volume(written)) == pytest.approx(litres, abs=1e-9)


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
