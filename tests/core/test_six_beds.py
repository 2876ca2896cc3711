"""Six whole beds are planned as they were worked out by hand."""

from collections import Counter
from typing import Any

import pytest

from acrebox.core.plan import plan_document
from six_beds import SHEET, SIX, Bed


@pytest.mark.parametrize("bed", SIX.values(), ids=SIX)
def test_what_is_sawn_is_what_was_worked_out_by_hand(bed: Bed) -> None:
    plan = plan_document(bed.asked)
    found: Counter[tuple[Any, ...]] = Counter()
    for c in plan["cuts"]:
        found[c["role"], c["stock"], round(c["length_mm"]), c["count"], c["ends"], c["notches"]] += 1
    wanted = Counter(bed.cuts)
    # Posts of the two hands are two rows alike in words.
    for row in bed.cuts:
        if row[0] == "corner post" and row[-1]:
            wanted[row] += 1
    assert found == wanted


@pytest.mark.parametrize("bed", SIX.values(), ids=SIX)
def test_what_fixes_it_is_what_was_worked_out_by_hand(bed: Bed) -> None:
    plan = plan_document(bed.asked)
    bites = {row[0]: row[-1] for row in bed.fixings}
    joints: Counter[tuple[str, str, float | None]] = Counter()
    counts: Counter[tuple[str, str, float | None]] = Counter()
    for f in plan["fixings"]:
        bite = f["bite_mm"] if bites.get(f["joint"], 0) is not None else None
        joints[f["joint"], f["screw"], bite] += f["joints"]
        counts[f["joint"], f["screw"], bite] += f["count"]
    found = {(j, joints[j, s, b], counts[j, s, b], s, b) for j, s, b in joints}
    assert found == bed.fixings


@pytest.mark.parametrize("bed", SIX.values(), ids=SIX)
def test_the_goods_are_what_was_worked_out_by_hand(bed: Bed) -> None:
    plan = plan_document(bed.asked)
    screws = {f["screw"] for f in plan["fixings"]}
    timber = {c["stock"] for c in plan["cuts"]}
    found = {
        b["item"]: b["count"]
        for b in plan["buying"]
        if b["stage"] == "bench" and b["item"] not in screws | timber
    }
    assert found == bed.goods
    # Every fixing that a joint takes is on the list, in whole boxes.
    bought = {b["item"]: b for b in plan["buying"]}
    for item in screws:
        wanted = sum(f["count"] for f in plan["fixings"] if f["screw"] == item)
        box = int(bought[item]["unit"].removeprefix("box of "))
        assert 0 <= bought[item]["count"] * box - wanted < box


def test_the_housings_of_a_framed_bed_are_where_they_were_worked_out() -> None:
    """From the foot of a post: the low rails from 300 to 370, the high ones from 300 + 766 to its top; 45
    deep; a mid post across its whole face, a corner post too, and 55 beside it for the butting rail.
    """
    plan = plan_document(SHEET.asked)
    posts = {c["role"]: c["housings"] for c in plan["cuts"] if "post" in c["role"]}
    mid = [(h["at_mm"], h["wide_mm"], h["face_mm"], h["deep_mm"]) for h in posts["mid post"]]
    assert mid == [(300, 70, 100, 45), (1066, 50, 100, 45)]
    corner = sorted(
        (round(h["at_mm"]), round(h["wide_mm"]), *sorted((h["face_mm"], h["deep_mm"])))
        for h in posts["corner post"]
    )
    assert corner == [(300, 70, 45, 55), (300, 70, 45, 100), (1066, 50, 45, 55), (1066, 50, 45, 100)]
