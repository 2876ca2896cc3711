"""A yard and its beds: what a bed leaves to it, the pile that is promised once, pieces that are sawn."""

import json
from pathlib import Path
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from acrebox.cli import main
from acrebox.core.design import bed_groups, read_design
from acrebox.core.errors import DesignError
from acrebox.core.plan import CUTTING, SAWN, WATCH_OUTS, plan_bed, plan_document
from acrebox.core.plan.yard import plan_yard
from acrebox.core.yard import LONE, Stacked, left_over, read_yard, settled, yard_groups
from sample import document
from strategies import any_design


def yard(*beds: dict[str, Any], **more: Any) -> dict[str, Any]:
    return {"schema": 1, "name": "Plot 7", "beds": list(beds), **more}


def of_the_pile(plan: dict[str, Any]) -> list[tuple[str, float]]:
    return [(s["stock"], s["length_mm"]) for s in plan["cutting"]["sticks"] if s["to_hand"]]


def faults(data: Any) -> list[str]:
    with pytest.raises(DesignError) as refused:
        plan_yard(data)
    return [p.field for p in refused.value.problems]


def test_a_bed_by_itself_is_planned_as_in_the_usual_yard() -> None:
    assert plan_yard(yard(document()))["beds"] == [plan_document(document())]


def test_the_saw_of_the_yard_cuts_every_bed_that_has_none_of_its_own() -> None:
    own = document(name="Own saw", bench__kerf="2 mm")
    first, second = plan_yard(yard(document(), own, saw={"kerf": "4 mm"}))["beds"]
    assert {s["kerf_mm"] for s in first["cutting"]["sticks"]} == {4.0}
    assert {s["kerf_mm"] for s in second["cutting"]["sticks"]} == {2.0}


def test_units_are_the_yards_unless_the_bed_says_otherwise() -> None:
    shown = plan_yard(yard(document(), document(name="B", units="imperial"), units="metric"))["beds"]
    assert [b["units"] for b in shown] == ["metric", "imperial"]


def test_a_price_list_of_the_yard_stands_in_for_the_catalogues() -> None:
    prices = [{"stock": "2x8", "length": "8 ft", "price": "1.00"}]
    cheap, own = plan_yard(
        yard(
            document(),
            document(name="Own", bench__lengths=[{"stock": "spruce-2x8", "length": "8 ft", "price": "2.00"}]),
            prices=prices,
        )
    )["beds"]
    each = [{b["each"] for b in plan["buying"] if b["item"] == "spruce-2x8"} for plan in (cheap, own)]
    assert each == [{1.0}, {2.0}]


def test_amounts_are_written_in_the_yards_currency() -> None:
    [plan] = plan_yard(yard(document(), currency="NOK"))["beds"]
    assert plan["currency"] == "NOK"
    assert "NOK " in plan["totals"]["working"]["cost"]["working"]
    [signed] = plan_yard(yard(document(), currency="NOK", currency_sign="kr"))["beds"]
    assert signed["currency_sign"] == "kr"
    assert plan_document(document())["currency"] == "CAD"


def test_tax_comes_on_top_of_what_is_bought_to_the_cent() -> None:
    net, taxed = (plan_yard(yard(document(), **more))["beds"][0]["totals"] for more in ({}, {"tax": 8.25}))
    assert net["taxed"] is None
    assert taxed["cost"] == net["cost"]
    for name in ("stock_cost", "fill_cost", "cost"):
        assert taxed["taxed"][name] == pytest.approx(net[name] * 1.0825, abs=0.005)
    assert "1.0825" in taxed["taxed"]["working"]["cost"]["working"]


def test_every_row_of_a_list_is_asked_the_same_under_its_own_number() -> None:
    rows = {g.key: g for g in (*yard_groups(), *bed_groups()) if g.rows}
    assert set(rows) == {"pile", "prices", "lengths", "offcuts", "heaps", "own", "rolls"}
    for group in rows.values():
        assert all(q.path.startswith(f"{group.path}.#.") for q in group.questions)
    assert [q.path for q in rows["prices"].questions] == [
        "prices.#.length",
        "prices.#.price",
        "prices.#.limit",
    ]


def test_a_stick_of_the_pile_is_promised_once_in_the_order_of_the_beds() -> None:
    pile = [{"stock": "4x4", "length": "8 ft", "count": 3}]
    beds = [document(name=f"Bed {n}") for n in range(3)]
    planned = plan_yard(yard(*beds, pile=pile))["beds"]
    used = [len(of_the_pile(p)) for p in planned]
    assert sum(used) == 3
    assert used == sorted(used, reverse=True)
    free = plan_yard(yard(*beds))
    assert plan_yard(yard(*beds, pile=pile))["alone"]["cost"] < free["alone"]["cost"]


def test_a_bed_takes_its_own_offcuts_before_the_pile() -> None:
    own = document(bench__offcuts=[{"stock": "4x4", "length": "8 ft", "count": 1}])
    planned = plan_yard(yard(own, document(name="B"), pile=[{"stock": "4x4", "length": "8 ft"}]))["beds"]
    assert sum(len(of_the_pile(p)) for p in planned) == 2


@given(st.lists(st.integers(1, 6), max_size=5), st.lists(st.integers(0, 4), max_size=12))
def test_of_a_pile_never_more_goes_than_lies_there(counts: list[int], used: list[int]) -> None:
    pile = [
        Stacked.model_validate({"stock": "2x8", "length": 1000 + n, "count": c}) for n, c in enumerate(counts)
    ]
    left = left_over(pile, [("spruce-2x8", (1000 + n) * 10) for n in used])
    for n, count in enumerate(counts):
        still = sum(row.count for row in left if row.length.mm == 1000 + n)
        assert still == max(0, count - used.count(n))


@given(any_design())
def test_a_bed_in_the_usual_yard_is_the_bed_itself(data: dict[str, Any]) -> None:
    design = read_design(data)
    assert settled(design, LONE).bench == design.bench
    assert read_design(design.document()).document() == design.document()


def test_only_what_was_chosen_is_written() -> None:
    design = read_design(document(bench__kerf="3 mm"))
    assert design.document()["bench"] == {"kerf": "3 mm"}
    assert read_design(document()).document()["bench"] == {}
    assert "unit_weight" not in read_design(document(loads__on_top=1.0)).document()["loads"]


def test_faults_are_named_with_the_bed_or_the_row_they_are_in() -> None:
    assert faults(yard(document(), document(name="B", height="13 in"))) == ["beds.1.height"]
    assert faults(yard(document(outline__length="-1"))) == ["beds.0.outline.length"]
    assert faults(yard({**document(), "schema": 9})) == ["beds.0.schema"]
    assert faults(yard(prices=[{"stock": "teak", "length": "2 m", "price": 1}])) == ["prices.0.stock"]
    assert faults(yard(pile=[{"stock": "2x8", "length": "0 mm"}])) == ["pile.0.length"]
    assert faults(yard(saw={"kerf": "2 m"})) == ["saw.kerf"]
    assert faults(yard(latitude=91)) == ["latitude"]
    assert faults(yard(currency="crowns")) == ["currency"]
    assert faults(yard(shed="yes")) == ["shed"]


def test_text_that_no_store_keeps_is_refused_by_its_field() -> None:
    assert faults(yard(document(name="a\0b"))) == ["beds.0.name"]
    assert faults({**yard(), "name": "a\0b"}) == ["name"]
    assert faults(yard(things=[{"name": "tree\0"}])) == ["things.0.name"]
    with pytest.raises(DesignError) as refused:
        read_design(document(accepted=[{"code": "reach", "reason": "\0"}]))
    assert [p.field for p in refused.value.problems] == ["accepted.0.reason"]


def test_what_is_no_list_or_object_is_said_plainly() -> None:
    for data, field, says in (
        ({"beds": {}}, "beds", "a list"),
        ({"beds": [1]}, "beds.0", "an object"),
        ([], "design", "an object"),
        ({"saw": 5}, "saw", "an object"),
    ):
        with pytest.raises(DesignError) as refused:
            plan_yard(data)
        [problem] = refused.value.problems
        assert problem.field == field
        assert says in problem.allowed


def test_two_beds_at_fault_are_both_named() -> None:
    assert faults(yard(document(height="13 in"), document(), document(height="12 in"))) == [
        "beds.0.height",
        "beds.2.height",
    ]


def test_a_row_of_a_stock_no_longer_sold_stops_no_bed() -> None:
    made = read_yard(yard(prices=[{"stock": "teak", "length": "2 m", "price": 1}]))
    assert plan_bed(read_design(document()), made)[CUTTING].cost > 0


def test_pieces_keep_their_names_when_the_bed_grows_by_a_millimetre() -> None:
    pieces = {p.key: p.length_mm for s in plan_bed(read_design(document()))[CUTTING].sticks for p in s.pieces}
    front = [key for key in pieces if key.startswith("front")]
    made = [{"bed": "North bed", "part": key, "length": pieces[key]} for key in front]
    same = read_yard(yard(made=made))
    assert all(row.fits for row in plan_bed(read_design(document()), same)[SAWN])
    grown = plan_bed(read_design(document(outline__length="2439.4 mm")), same)
    assert {p.key for s in grown[CUTTING].sticks for p in s.pieces} == set(pieces)
    rows = grown[SAWN]
    assert [row.part for row in rows] == front
    assert not any(row.fits for row in rows if row.part.split()[1].isdigit())
    [told] = [w for w in grown[WATCH_OUTS] if w.code == "made-misfit"]
    assert "too short" in told.message


def test_a_piece_too_long_is_to_be_sawn_down_and_one_of_no_part_is_told() -> None:
    made = [
        {"bed": "North bed", "part": "front 1", "length": "3 m"},
        {"bed": "North bed", "part": "seat 9", "length": "1 m"},
        {"bed": "Another", "part": "front 1", "length": "1 m"},
    ]
    rows = plan_bed(read_design(document()), read_yard(yard(made=made)))[SAWN]
    assert ["saw it down" in r.words for r in rows] == [True, False]
    assert "no part is called that any more" in rows[1].words


def test_a_design_with_its_cap_in_the_construction_is_read_as_today() -> None:
    old = document(construction__cap={"board": "2x6", "overhang": "1 in"})
    new = document(add_ons__cap={"board": "2x6", "overhang": "1 in"})
    assert plan_document(old) == plan_document(new)


def test_a_document_of_a_newer_release_says_so() -> None:
    for schema in (2, 0, "one", True):
        with pytest.raises(DesignError) as refused:
            read_design({**document(), "schema": schema})
        assert [p.field for p in refused.value.problems] == ["schema"]


def test_the_commands_print_a_yard_and_plan_a_design_in_one(tmp_path: Path, capsys: Any) -> None:
    bed, place = tmp_path / "bed.json", tmp_path / "yard.json"
    bed.write_text(json.dumps(document()))
    place.write_text(json.dumps(yard(document(), saw={"kerf": "4 mm"})))
    assert main(["yard", str(place)]) == 0
    printed = json.loads(capsys.readouterr().out)
    assert main(["plan", str(bed), "--yard", str(place)]) == 0
    assert json.loads(capsys.readouterr().out) == printed["beds"][0]
    assert printed["alone"]["cost"] == printed["beds"][0]["totals"]["cost"]
    place.write_text(json.dumps(yard(document(height="13 in"))))
    assert main(["yard", str(place)]) == 1
    assert "beds.0.height" in capsys.readouterr().err
    assert main(["yard", str(tmp_path / "none.json")]) == 2
