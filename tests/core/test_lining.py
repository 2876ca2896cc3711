"""Linings: how deep and how far round, notched where posts stand, cut from rolls, held, painted, refused."""

from itertools import combinations, pairwise
from math import ceil, hypot, pi
from typing import Any

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from shapely import LineString, Polygon, box, unary_union
from shapely.geometry.polygon import orient

from acrebox.core.design import read_design
from acrebox.core.errors import DesignError
from acrebox.core.lining import exposed_faces, lining_limit, rooms_of
from acrebox.core.lining.floors import CRUMB_MM2, FloorWay, notch_round
from acrebox.core.lining.room import shape_of
from acrebox.core.lining.walls import _tiers
from acrebox.core.measure.systems import System
from acrebox.core.plan import ASSEMBLY, LINED, Plan, open_plan
from acrebox.core.shape.bodies.face import polygons
from strategies import full_design

TINY = 1e-6


def sleepers(courses: int = 2, **lining: Any) -> dict[str, Any]:
    return {
        "schema": 1,
        "name": "Lined",
        "outline": {"shape": "rectangle", "length": "4.8 m", "width": "1.2 m"},
        "construction": {
            "kind": "sleepers",
            "sleeper": "sleeper-100x200",
            "lay": "edge",
            "post": "post-100x100",
        },
        "courses": courses,
        "lining": lining,
    }


def boards(length: str = "2 m", width: str = "1 m", **more: Any) -> dict[str, Any]:
    return {
        "schema": 1,
        "name": "Lined",
        "outline": {"shape": "rectangle", "length": length, "width": width},
        "construction": {"kind": "boards", "board": "larch-45x195", "post": "post-75x75"},
        "courses": 2,
        **more,
    }


def planned(document: dict[str, Any]) -> Plan:
    return open_plan(read_design(document))


def lined(**lining: Any) -> Any:
    return planned(boards(lining=lining)).lining


def refused(document: dict[str, Any]) -> set[str]:
    with pytest.raises(DesignError) as fault:
        planned(document).totals  # noqa: B018
    return {p.field for p in fault.value.problems}


def codes(document: dict[str, Any]) -> dict[str, str]:
    return {w.code: w.level for w in planned(document).watch_outs}


def test_two_courses_less_25_mm_are_lined_375_mm_deep() -> None:
    found = planned(sleepers(walls="membrane", top="25 mm")).lining
    assert found.depth_mm == pytest.approx(375)
    [width] = {p.width_mm for p in found.pieces}
    assert width == pytest.approx(375 + 100)  # and a hand's width turned in


def test_the_way_round_goes_over_the_posts() -> None:
    """By hand: 4.6 and 1.0 m inside, twice; a post of 100 mm against a side makes it 200 mm longer, a post in
    a corner makes it no longer.
    """
    plan = planned(sleepers(walls="membrane", slack=0))
    bed = plan[ASSEMBLY]
    mid = [p for p in bed.parts if p.role.name == "mid post"]
    assert mid
    assert plan.lining.round_mm == pytest.approx(2 * (4600 + 1000) + 200 * len(mid), abs=0.5)
    slack = planned(sleepers(walls="membrane")).lining
    assert slack.round_mm == pytest.approx(1.03 * plan.lining.round_mm)
    strips = [p for p in slack.pieces if p.what.startswith("wall strip")]
    # Each strip laps the next one, the last the first.
    assert sum(p.length_mm * p.count for p in strips) == pytest.approx(slack.round_mm + 150 * len(strips))


def test_what_is_trimmed_after_filling_is_cut_over_the_rim() -> None:
    before, after = (planned(sleepers(walls="membrane", trim=when)).lining for when in ("before", "after"))
    assert after.pieces[0].width_mm == pytest.approx(before.pieces[0].width_mm + 25 + 50)
    assert after.steps[-1].key == "trim"
    assert after.depth_mm == before.depth_mm


def test_wood_is_lined_by_itself_and_metal_is_not() -> None:
    assert planned(boards()).lining.walls == "membrane"
    trough = {
        "schema": 1,
        "name": "Trough",
        "outline": {"shape": "oval", "length": "1.6 m", "width": "800 mm"},
        "construction": {"kind": "trough"},
        "height": "500 mm",
    }
    found = planned(trough).lining
    assert (found.walls, found.staples) == ("none", 0)
    assert found.pieces[0].what == "screen over a hole"
    sheet = planned({**trough, "lining": {"walls": "thick_plastic"}}).lining
    assert sheet.staples == 0
    assert any("clips" in s.words for s in sheet.steps)
    # 2π · 400 + 2 · 800 round, and 3 % of slack.
    assert sheet.round_mm == pytest.approx(1.03 * (2 * pi * 400 + 1600), rel=1e-3)


def test_strips_lie_in_rows_where_the_roll_is_narrower_than_the_wall() -> None:
    """By hand: 600 − 25 + 100 = 675 mm off a roll of 500 mm: 500 and 325, lapped by 150 mm."""
    own = [{"material": "membrane", "width": "500 mm", "length": "60 m"}]
    found = planned(sleepers(3, walls="membrane", rolls=own)).lining
    rows = {p.what.rpartition("row ")[2][:1]: p.width_mm for p in found.pieces}
    assert rows == {"1": pytest.approx(500), "2": pytest.approx(325)}
    assert [t.to_hand for t in found.materials] == [True]
    assert found.materials[0].cost == 0


def test_a_roll_to_hand_is_cut_first_and_the_rest_is_bought() -> None:
    own = [{"material": "mesh", "width": "1 m", "length": "1.2 m"}]
    found = lined(walls="none", floor="mesh", rolls=own)
    assert {t.to_hand for t in found.materials} == {True, False}
    laid = sum(len(s.placed) for t in found.materials for s in t.sheets)
    assert laid == sum(p.count for p in found.pieces)


def test_boards_stand_in_the_bays_between_the_posts() -> None:
    found = lined(walls="plastic_board")
    # Long sides: (1910 − 3 · 75) ÷ 2 between corner and mid posts; short ones 910 − 2 · 75; half a millimetre
    # free at each end.
    long, short = (1910 - 3 * 75) / 2 - 1, 910 - 2 * 75 - 1
    assert [(p.length_mm, p.count) for p in found.pieces] == [
        (pytest.approx(long), 4),
        (pytest.approx(short), 2),
    ]
    assert found.staples == 0
    assert found.nails == 4 * 2 * (ceil(long / 200) + 1) + 2 * 2 * (ceil(short / 200) + 1)


def test_one_piece_of_pond_sheet_is_the_floor_and_four_flaps() -> None:
    found = planned(
        boards(
            lining={"walls": "pond", "floor": "pond", "slack": 0},
            construction={"kind": "sleepers", "sleeper": "sleeper-100x200", "post": "post-100x100"},
        )
    ).lining
    sheet = next(p for p in found.pieces if p.what.startswith("floor and walls"))
    assert (sheet.length_mm, sheet.width_mm) == pytest.approx((1800 + 2 * 375, 800 + 2 * 375))
    # Four posts stand in the corners: each stands into the sheet, which is slit and patched there.
    assert sheet.notches == len(sheet.slits) == 4
    assert next(p.count for p in found.pieces if p.what.startswith("patch")) == 4


def test_pond_sheet_without_posts_is_folded_and_not_slit() -> None:
    document = boards(lining={"walls": "pond", "floor": "pond", "slack": 0})
    document["construction"] = {"kind": "blocks", "block": "400x200x200", "laid": "dry"}
    sheet = planned(document).lining.pieces[0]
    assert (sheet.slits, sheet.notches) == ([], 0)
    assert Polygon(sheet.rings[0]).area == pytest.approx(sheet.length_mm * sheet.width_mm)


def test_staples_by_hand() -> None:
    """One row along the way, one down each lap: (way + laps · width) ÷ 60 mm, rounded up."""
    found = lined(walls="membrane")
    strips = [p for p in found.pieces if p.what.startswith("wall strip")]
    run = found.round_mm + sum(p.width_mm * p.count for p in strips)
    assert found.staples == ceil(run / 60 - 1e-9)
    closer = lined(walls="membrane", every="50 mm")
    assert closer.staples == ceil(run / 50 - 1e-9)


def test_paint_is_wet_faces_times_coats_over_spread() -> None:
    plan = planned(boards(lining={"coat": "bitumen", "coats": 3}))
    faces = [exposed_faces(p) for p in plan[ASSEMBLY].parts]
    wet = sum(f["soil"] + f["ground"] for f in faces)
    assert plan.lining.paint_l == pytest.approx(wet * 3 / 5)
    oil = planned(boards(lining={"coat": "oil"})).lining
    assert oil.paint_l == pytest.approx(sum(f["weather"] for f in faces) * 2 / 10)
    tins = next(b for b in plan.buying if b.item == "bitumen-paint")
    assert tins.count == ceil(plan.lining.paint_l / 2.5)


def test_a_tie_goes_through_the_lining_and_is_wrapped() -> None:
    document = boards("4 m", lining={"walls": "membrane"})
    document["add_ons"] = {"ties": {"stock": "larch-45x70", "count": 1}}
    found = planned(document).lining
    # A lap may lie over a tie: its notch is in both strips then.
    assert sum(p.notches for p in found.pieces if p.what.startswith("wall strip")) >= 2
    wrap = next(p for p in found.pieces if p.what.startswith("wrap"))
    assert (wrap.length_mm, wrap.width_mm) == pytest.approx((910, 2 * (45 + 70) + 50))
    assert any(s.key == "holes" for s in found.steps)


def test_tape_over_corners_and_joints() -> None:
    found = lined(walls="none", corners="tape")
    assert found.tape_mm == pytest.approx(4 * 390)
    assert (
        next(b.count for b in planned(boards(lining={"corners": "tape"})).buying if b.item == "joint-tape")
        == 2
    )


@pytest.mark.parametrize(
    ("lining", "code", "level"),
    [
        ({"slack": 0}, "liner-taut", "fix"),
        ({"top": "0 mm", "walls": "pond"}, None, None),
        ({"floor": "mesh"}, "mesh-without-fabric", "note"),
        ({"walls": "pond", "floor": "pond"}, "sealed-floor", "stop"),
        ({"walls": "pond", "floor": "pond"}, "pond-slit", "note"),
        ({"floor": "mesh_and_fabric"}, None, None),
        ({}, None, None),
    ],
)
def test_what_needs_a_look(lining: dict[str, Any], code: str | None, level: str | None) -> None:
    found = codes(boards(lining=lining))
    mine = ("liner-taut", "liner-shows", "mesh-without-fabric", "sealed-floor", "pond-slit")
    if code is None:
        assert not set(found) & set(mine)
    else:
        assert found[code] == level


def test_a_lining_over_the_soil_shows() -> None:
    deep = boards(fill={"gap": "100 mm"})
    assert codes(deep)["liner-shows"] == "note"
    assert "liner-shows" not in codes({**deep, "lining": {"trim": "after"}})
    assert "liner-shows" not in codes({**deep, "lining": {"top": "100 mm"}})


def test_a_lined_box_is_plumbed_through_its_wall_with_a_sleeve() -> None:
    document = boards(lining={"walls": "pond", "floor": "pond"}, drainage={"kind": "plumbed"})
    plan = planned(document)
    assert "sealed-floor" not in {w.code for w in plan.watch_outs}
    assert plan.lining.sleeves_mm == [pytest.approx(45 + 2 * 25)]
    # The last pipe goes from the tee through the wall and stands out of it.
    out = plan.drainage.pipes[-1]
    loop = plan.drainage.loop
    assert out.middles_mm == pytest.approx(loop[3][0] - loop[2][0] + 45 + 50)
    assert codes({**document, "drainage": {"kind": "plumbed", "sleeve": False}})["drain-unsleeved"] == "fix"


def test_tanks_on_one_pipe_are_joined_plug_by_plug() -> None:
    one = {
        "schema": 1,
        "name": "Row",
        "outline": {"shape": "oval", "length": "1.6 m", "width": "800 mm"},
        "construction": {"kind": "trough", "drain": "plug", "plug": "40 mm"},
        "height": "500 mm",
        "drainage": {"tanks": 3, "apart": "2 m"},
    }
    alone = planned({**one, "drainage": {}}).drainage
    found = planned(one).drainage
    between = next(p for p in found.pipes if p.label == "from plug to plug")
    assert (between.count, between.length_mm) == (2, pytest.approx(2000 - 2 * (20 + 1)))
    assert found.wanted_l_min == pytest.approx(3 * alone.wanted_l_min)
    assert {f.name: f.count for f in found.fittings} == {"elbow": 5, "tee": 3, "threaded adapter": 4}


@pytest.mark.parametrize(
    ("document", "field"),
    [
        (boards(lining={"top": "400 mm"}), "lining.top"),
        (sleepers(4, walls="membrane", seams=False, rolls=[]), None),
        (boards("9 m", "1.2 m", lining={"walls": "membrane", "seams": False}), None),
        (boards("12 m", "7 m", lining={"walls": "pond", "floor": "pond"}), "lining.walls"),
        (boards("3 m", "1.2 m", lining={"floor": "mesh", "seams": False}), "lining.seams"),
        (boards(drainage={"kind": "holes"}), "drainage.kind"),
        (boards(drainage={"kind": "open"}, lining={"floor": "pond"}), "drainage.kind"),
        (boards(drainage={"kind": "holes"}, lining={"floor": "pond"}), "drainage.kind"),
        (
            boards(drainage={"kind": "plumbed", "stone": "300 mm"}, courses=1, lining={"floor": "pond"}),
            "drainage.stone",
        ),
    ],
)
def test_what_cannot_be_is_named(document: dict[str, Any], field: str | None) -> None:
    if field is None:
        assert planned(document).lining.pieces
    else:
        assert refused(document) == {field}


def test_every_material_is_sold_in_every_price_list() -> None:
    from acrebox.core.design.lining import MATERIALS
    from acrebox.core.stock import PRICE_LISTS, catalogue

    for name in PRICE_LISTS:
        assert {x.material for x in catalogue(name).liner} == set(MATERIALS)


LININGS = st.fixed_dictionaries(
    {
        "walls": st.sampled_from(["membrane", "pond", "thick_plastic", "plastic_board", "fabric", "none"]),
        "floor": st.sampled_from(["fabric", "mesh", "mesh_and_fabric", "pond", "none"]),
        "corners": st.sampled_from(["tape", "none"]),
        "trim": st.sampled_from(["before", "after"]),
        "lap": st.sampled_from(["80 mm", "150 mm", "12 in"]),
    }
)


def lined_so(document: dict[str, Any]) -> Plan:
    """The plan of a bed that can be built, and lined with what is sold: a sheet in one piece may be larger
    than any, and some add-ons do not go together.
    """
    plan = planned(document)
    try:
        plan[LINED]
    except DesignError as fault:
        assume(not all(p.field.startswith(("lining", "add_ons", "outline")) for p in fault.problems))
        raise
    return plan


@given(full_design(), LININGS)
def test_linings_of_random_beds(document: dict[str, Any], lining: dict[str, Any]) -> None:
    """Strips reach round with their laps, bands cover every floor and touch no post, what is cut lies on its
    roll without overlap, and no less is bought than is cut.
    """
    plan = lined_so({**document, "lining": lining, "drainage": {}})
    found = plan[LINED]
    _covers_walls(plan)
    _covers_floors(plan)
    _cut_as_bought(plan)
    assert (found.staples > 0) <= found.wooden


def _covers_walls(plan: Plan) -> None:
    found, lap = plan[LINED], plan.design.lining.lap.mm
    strips = [p for p in found.pieces if p.kind == "strip"]
    for row in {p.row for p in strips}:
        mine = [p for p in strips if p.row == row]
        assert sum(p.length * p.count for p in mine) >= found.round + lap * len(mine) - 0.01
    if strips:
        rows = {p.row: p.width for p in strips}
        wide = sum(rows.values()) - lap * (len(rows) - 1)
        assert wide == pytest.approx(found.depth + found.turn_in + found.over)
        # Never shorter than the walls themselves, with the slack.
        walls = sum(LineString(r.bare.exterior.coords).length for r in found.rooms)
        assert found.round >= walls * found.longer * (1 - 1e-9) or any(r.against for r in found.rooms)


def _covers_floors(plan: Plan) -> None:
    found, system = plan[LINED], plan.show.built
    clear = lining_limit("clear", system)
    for room in rooms_of(plan[ASSEMBLY], system):
        for material in {p.material for p in found.pieces if p.kind == "floor"}:
            if plan.design.construction.floored:
                continue
            mine = [p for p in found.pieces if p.kind == "floor" and p.material == material]
            lies = [Polygon(p.lies[0], p.lies[1:]) for p in mine]
            standing = (*room.against, *room.free)
            up = lining_limit("pond_up" if material == "pond" else "turn_up", system)
            way = FloorWay(what="", material=material, built=system, up=up, lap=0, seams=True)
            notches = unary_union([notch_round(p, room.bare, way) for p in standing])
            left = room.bare.difference(notches.buffer(TINY)).difference(unary_union(lies).buffer(TINY))
            # A crumb in the corner behind a post is left.
            assert all(p.area < CRUMB_MM2 for p in polygons(left))
            # Nothing lies where a post stands, and a notch is little wider than what goes through it.
            for part in standing:
                assert all(p.intersection(shape_of(part)).area < 1.0 for p in lies)
                wide = max(part.solid.width, part.solid.thickness)
                within = notch_round(part, room.bare, way).intersection(room.bare)
                assert within.area < (wide + 2 * clear) * (wide + 2 * clear + 150)


def _cut_as_bought(plan: Plan) -> None:
    found = plan[LINED]
    wanted = {str(n): p.count for n, p in enumerate(found.pieces)}
    laid: dict[str, int] = dict.fromkeys(wanted, 0)
    for taken in found.taken:
        for sheet in taken.sheets:
            room = box(0, 0, sheet.along, sheet.across)
            placed = [(p, box(p.x, p.y, p.x + p.along, p.y + p.across)) for p in sheet.placed]
            assert all(room.covers(shape) for _, shape in placed)
            assert all(a.intersection(b).area == 0 for (_, a), (_, b) in combinations(placed, 2))
            for p, _ in placed:
                laid[p.key] += 1
                piece = found.pieces[int(p.key)]
                assert sorted((p.along, p.across)) == sorted(
                    (round(piece.length * 10), round(piece.width * 10))
                )
        if not taken.to_hand:
            assert taken.count * taken.step >= max(s.used for s in taken.sheets) / 10 - 0.1
    assert laid == wanted


@given(full_design())
def test_a_pattern_folded_up_gives_the_floor_and_the_walls(document: dict[str, Any]) -> None:
    """The sheet in one piece less its floor is a flap along every side: side × depth, and what the corners
    take.
    """
    plan = lined_so({**document, "lining": {"walls": "pond", "floor": "pond", "slack": 0}, "drainage": {}})
    found = plan[LINED]
    for piece in (p for p in found.pieces if p.kind == "one"):
        room = found.rooms[0]
        sheet = piece.pattern.polygon
        depth = found.depth + found.over
        assert sheet.area >= room.way.area - 1
        [fold] = piece.pattern.folds
        floor = orient(Polygon(fold))
        assert floor.area == pytest.approx(room.way.area)
        for (x0, y0), (x1, y1) in pairwise(floor.exterior.coords):
            long = hypot(x1 - x0, y1 - y0)
            out = depth * (y1 - y0) / long, depth * (x0 - x1) / long
            flap = Polygon([(x0, y0), (x1, y1), (x1 + out[0], y1 + out[1]), (x0 + out[0], y0 + out[1])])
            assert flap.difference(sheet).area < 1e-3 * flap.area
        assert len(piece.pattern.slits) == len(room.reflex)
        assert sheet.envelope.area == pytest.approx(piece.length * piece.width)


def test_limits_are_round_in_inches() -> None:
    assert lining_limit("turn_in", System.IMPERIAL) == pytest.approx(101.6)


@given(st.floats(100, 4000), st.floats(200, 1500), st.floats(20, 180))
def test_rows_of_a_roll_lap_over_each_other_and_cover_a_high_wall(
    wide: float, roll: float, lap: float
) -> None:
    rows = _tiers(wide, roll, lap)
    assert rows is not None
    assert all(0 < row <= roll + 1e-6 for row in rows)
    assert sum(rows) - lap * (len(rows) - 1) == pytest.approx(wide)
