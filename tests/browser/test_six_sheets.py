"""Six beds, brought in as documents, their sheets printed and read as a builder would; that they can be built
by their questions is asked where pages are mounted.
"""

import re
from io import BytesIO
from typing import Any

import pytest
from playwright.sync_api import Page, expect
from pypdf import PdfReader
from work import design_of, make_bed, make_yard, saved

from acrebox.core.measure.printing import Printer, round_half_up
from acrebox.core.measure.systems import System
from acrebox.core.measure.telling import told as told_in
from acrebox.core.stock import catalogue
from six_beds import SIX, Bed


def told_name(item: str) -> str:
    """What a good is called on a metric sheet."""
    return told_in(catalogue("metric-eur").find_good(item).name, Printer(System.METRIC))


def printed(page: Page, stage: str) -> str:
    """The words of an open stage's sheets as they come out of the printer, its figures apart by one space."""
    saved(page)
    last = page.get_by_text("together") if stage == "bench" else page.locator("#fixings-title")
    expect(last.last).to_be_attached()
    if stage == "bench":
        expect(page.locator(".sticks .piece").first).to_be_attached()
        page.wait_for_function("document.querySelectorAll('.sticks .stick svg').length > 0")
    pages = PdfReader(BytesIO(page.pdf(format="A4"))).pages
    return re.sub(r"\s+", " ", " ".join(p.extract_text() for p in pages))


def from_a_file(site: str, asked: dict[str, Any]) -> str:
    """The bed brought in as a document; answers its id."""
    design = {"schema": 1, "name": "From a file", "units": "metric", **asked}
    return make_bed(site, design, make_yard(site, units="metric", currency="EUR"))


ALWAYS = ("hung",)
"""Of which everything is asked each time; the others are read where there is time."""
BEDS = [
    pytest.param(bed, id=name, marks=[] if name in ALWAYS else pytest.mark.long) for name, bed in SIX.items()
]


@pytest.mark.parametrize("bed", BEDS)
def test_a_builder_reads_the_sheets_of_a_bed(page: Page, site: str, bed: Bed) -> None:
    made = from_a_file(site, bed.asked)
    assert design_of(site, made)["construction"]["kind"] == bed.asked["construction"]["kind"]
    page.goto(f"{site}/bed/{made}/bench")
    bench = printed(page, "bench")
    page.get_by_role("link", name="Shape").click()
    shape = printed(page, "shape")
    for role, stock, length, count, ends, notches in bed.cuts:
        timber = catalogue().find_cuttable(stock)
        assert timber is not None
        told = rf"[A-Z] {role} {count} {length} mm (ripped to \d+ mm )?{re.escape(timber.name)}"
        assert re.search(told, bench), told
        if ends != "square":
            assert ends in bench
        if notches:
            assert bench.count("notch at") >= notches
    for joint, _, count, screw, bite in bed.fixings:
        name = next(s.name for s in catalogue("metric-eur").screw if s.key == screw)
        depth = "35" if bite is None else str(round_half_up(bite))
        told = rf"{joint} {count} {re.escape(name)}.* {depth} mm"
        assert re.search(told, shape), told
    for item, count in bed.goods.items():
        told = rf"{count} {re.escape(told_name(item))}"
        assert re.search(told, bench), told
    for label in {cut.split()[0] for cut in re.findall(r"[A-Z] [a-z ]+ \d+ \d+ mm", bench)}:
        assert re.search(rf"{label}1 ", bench), f"{label} is cut from no stick"
