"""PS 20-20, American Softwood Lumber Standard: dry, dressed sizes [in].

Values from memory, the printed page not seen; 6×6 by the NDS for timbers, from memory.
"""

from fractions import Fraction

import pytest

from acrebox.core.stock import catalogue

THICKNESS = {"1": "3/4", "5/4": "1", "2": "3/2", "4": "7/2", "6": "11/2"}
WIDTH = {"2": "3/2", "3": "5/2", "4": "7/2", "6": "11/2", "8": "29/4", "10": "37/4", "12": "45/4"}
ROWS = [t for t in catalogue().timber if t.source.startswith(("PS 20", "NDS"))]


def test_there_are_rows_to_check() -> None:
    assert len(ROWS) >= 8


@pytest.mark.parametrize("timber", ROWS, ids=lambda t: t.nominal)
def test_actual_sizes_are_the_standards(timber: object) -> None:
    thickness, width = timber.nominal.removeprefix("stake-").removeprefix("t").removeprefix("c").split("x")  # type: ignore[attr-defined]
    assert Fraction(str(timber.thickness.mm)) == Fraction(THICKNESS[thickness]) * Fraction("25.4")  # type: ignore[attr-defined]
    assert Fraction(str(timber.width.mm)) == Fraction(WIDTH[width]) * Fraction("25.4")  # type: ignore[attr-defined]
