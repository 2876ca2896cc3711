"""What is particular to each construction."""

from itertools import pairwise
from math import ceil
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from acrebox.core.assembly import Assembly, Part, StickPiece
from acrebox.core.choosing import change_construction, offers, starting_design
from acrebox.core.construction import assemble, registered
from acrebox.core.construction.boards import Boards
from acrebox.core.construction.joins import JoinWay, joins_by
from acrebox.core.construction.pool import Pool
from acrebox.core.construction.registry import builds
from acrebox.core.construction.sizes import size
from acrebox.core.construction.walls import even_joints
from acrebox.core.design import STRAIGHT, constructions, read_design
from acrebox.core.errors import DesignError
from acrebox.core.measure.systems import System
from acrebox.core.plan import plan_document
from acrebox.core.stock import catalogue
from sample import document
from strategies import any_design, any_outline, bed, sheet_designs, sleeper_designs, stave_designs


def built(data: dict[str, Any]) -> Assembly:
    return assemble(read_design(data), catalogue())


def ends(bed_: Assembly, part: Part) -> tuple[float, float]:
    """From where to where a part reaches along its side [mm]."""
    side = next(s for s in bed_.outline.sides if s.name == part.side)
    us = [
        (c[0] - side.start[0]) * side.along[0] + (c[1] - side.start[1]) * side.along[1]
        for c in part.solid.corners
    ]
    return min(us), max(us)


@given(sleeper_designs())
def test_staggered_joints_never_align_and_every_join_of_a_first_course_has_its_post(
    data: dict[str, Any],
) -> None:
    made = built(data)
    for side in made.outline.sides:
        joints: dict[int, list[float]] = {}
        for part in made.parts:
            if (
                part.role.name == "sleeper"
                and part.side == side.name
                and ", piece" in part.name
                and not part.name.endswith("piece 1")
            ):
                joints.setdefault(part.course or 0, []).append(ends(made, part)[0])
        for lower, upper in pairwise(sorted(joints)):
            assert min(abs(a - b) for a in joints[lower] for b in joints[upper]) >= 300 - 1
        if data["construction"]["held_by"] == "corner_blocks" or (
            data["construction"].get("hung", {}).get("side") == side.name
        ):
            continue
        posts = [ends(made, p) for p in made.parts if p.role.name == "mid post" and p.side == side.name]
        for joint in joints.get(1, []):
            assert any(low + 5 < joint < high - 5 for low, high in posts)


@given(st.floats(500, 20_000), st.floats(900, 4000), st.integers(1, 6), st.sampled_from(["full", "equal"]))
def test_a_run_is_cut_into_pieces_that_fit_a_stick(
    run: float, most: float, course: int, way: JoinWay
) -> None:
    marks = [0.0, *joins_by(way, (0.0, run), (0.0, run), most).of(course), run]
    assert all(0 < b - a <= most + 1e-3 for a, b in pairwise(marks))
    assert len(even_joints(0.0, run, most)) + 1 == ceil(run / most - 1e-9)


@given(stave_designs())
def test_staves_are_whole_at_panel_ends_and_no_sliver_is_left(data: dict[str, Any]) -> None:
    made = built(data)
    panels: dict[str, list[Part]] = {}
    for part in made.parts:
        if part.role.name == "stave":
            panels.setdefault(part.name.rsplit(" stave", 1)[0], []).append(part)
    for staves in panels.values():
        if len(staves) > 2:
            assert staves[0].ripped is None
            assert staves[-1].ripped is None
            assert len(staves) < 4 or all(
                s.ripped is None or s.ripped >= min(size("stave_sliver"), 30) for s in staves
            )
        widths = [s.solid.width for s in staves if s.ripped is None]
        assert not widths or max(widths) in (staves[0].solid.width, staves[-1].solid.width)


@given(st.lists(st.integers(60, 150), min_size=1, max_size=40), st.integers(300, 1500))
def test_a_pool_of_boards_fills_a_panel_exactly_or_says_that_it_runs_out(
    widths: list[int], length: int
) -> None:
    pool = Pool(sorted((float(w) for w in widths), reverse=True), None)
    if sum(widths) < length:
        with pytest.raises(LookupError):
            pool.take(float(length))
    else:
        assert sum(laid.width for laid in pool.take(float(length))) == pytest.approx(length, abs=0.06)


@given(sheet_designs())
def test_studs_are_even_between_posts_and_never_over_the_limit(data: dict[str, Any]) -> None:
    limit = float(data["construction"]["stud_limit"].removesuffix(" mm"))
    for span in built(data).spans:
        assert span.length <= limit + 1e-6


@given(any_outline(), st.data())
def test_walls_of_any_outline_leave_exactly_the_inner_outline(
    outline: dict[str, Any], data: st.DataObject
) -> None:
    corner = data.draw(st.sampled_from(["long_through", "short_through", "alternate", "mitred"]))
    construction = {"kind": "boards", "board": "larch-45x195", "post": "post-75x75", "corner": corner}
    made = built(data.draw(st.composite(lambda draw: bed(draw, outline, construction, courses=2))()))
    walls = sum(p.solid.volume for p in made.parts if p.role.name == "wall board")
    assert walls == pytest.approx((made.outline.area - made.inner.area) * made.wall_top, rel=1e-6)


@given(any_design())
def test_every_start_of_a_stick_is_long_enough_for_its_end_cuts(data: dict[str, Any]) -> None:
    for part in built(data).parts:
        if isinstance(part.piece, StickPiece):
            assert part.piece.length >= part.solid.length - 1e-6
        low, high = part.solid.bounds
        assert part.solid.volume <= (high[0] - low[0]) * (high[1] - low[1]) * (high[2] - low[2]) + 1e-3


def test_tongue_and_groove_loses_its_groove_below_and_its_tongue_above() -> None:
    plan = plan_document(
        document(
            height=None,
            courses=3,
            construction={"kind": "boards", "board": "larch-tg-28x135", "post": "post-75x75"},
        )
    )
    assert plan["outside"]["height_mm"] == 3 * (135 - 7) - 7
    boards = {(c["rip_mm"]) for c in plan["cuts"] if c["role"] == "wall board"}
    assert boards == {None, 128}


def test_a_cap_is_mitred_or_butted() -> None:
    def cap(corner: str) -> list[dict[str, Any]]:
        plan = plan_document(
            document(
                outline__length="7 ft", add_ons={"cap": {"board": "2x6", "overhang": "0", "corner": corner}}
            )
        )
        return [c for c in plan["cuts"] if c["role"] == "cap board"]

    assert {(c["length_mm"], c["ends"]) for c in cap("mitred")} == {
        (2133.6, "45° mitre at both ends"),
        (1219.2, "45° mitre at both ends"),
    }
    assert {c["length_mm"] for c in cap("butted")} == {2133.6, round(1219.2 - 2 * 139.7, 4)}


def test_a_bench_uses_the_off_cuts_of_its_own_section() -> None:
    seats = {"sides": ["front"], "board": "larch-27x145", "rail": "larch-45x70", "height": "430 mm"}
    base = document(
        outline={"length": "1.5 m", "width": "1.2 m"},
        height=None,
        courses=4,
        construction={"kind": "boards", "board": "27x145", "post": "75x75"},
    )
    plain, seated = plan_document(base), plan_document({**base, "add_ons": {"seats": seats}})
    [section] = [s for s in seated["cutting"]["sections"] if s["stock"] == "larch-27x145"]
    [before] = [s for s in plain["cutting"]["sections"] if s["stock"] == "larch-27x145"]
    assert section["cost"] - before["cost"] < 2 * 10.90
    assert "reach" not in {w["code"] for w in seated["watch_outs"]}
    bearers = [c for c in seated["cuts"] if c["role"] == "seat bearer"]
    assert {(c["length_mm"], c["ends"]) for c in bearers} == {(296 - 20, "square")}


@pytest.mark.parametrize(
    ("changes", "field"),
    [
        ({"add_ons": {"cap": {"board": "2x6", "overhang": "8 in"}}}, "add_ons.cap.overhang"),
        ({"add_ons": {"cap": {"board": "2x12"}}, "outline__width": "20 in"}, "add_ons.cap.board"),
        ({"height": None, "courses": 3, "add_ons": {"seats": {"sides": ["roof"]}}}, "add_ons.seats.sides.0"),
        ({"add_ons": {"seats": {"sides": ["front"], "height": "30 in"}}}, "add_ons.seats.height"),
        ({"add_ons": {"trellis": {"side": "back", "height": "10 in"}}}, "add_ons.trellis.height"),
        ({"add_ons": {"hoops": {"length": "2 ft"}}}, "add_ons.hoops.length"),
        (
            {
                "add_ons": {"straps": {}},
                "outline": {"shape": "l", "length": "3 m", "width": "2 m", "front": "1 m", "left": "1 m"},
            },
            "add_ons.straps",
        ),
        ({"add_ons": {"ties": {"count": 40}}}, "add_ons.ties.count"),
        ({"construction__kind": "staves", "construction__rail": "2x4"}, "construction.board"),
        ({"outline": {"shape": "regular", "sides": 2, "side": "1 m"}}, "outline.sides"),
        ({"outline": {"shape": "regular", "sides": 6, "side": "5 in"}}, "outline.side"),
        (
            {"outline": {"shape": "polygon", "sides": [{"length": "1 m"}, {"length": "0"}]}},
            "outline.sides.1.length",
        ),
        (
            {"outline": {"shape": "polygon", "sides": [{"length": "1 m"}, {"length": "1 m", "corner": 400}]}},
            "outline.sides.1.corner",
        ),
        ({"outline": {"shape": "star", "points": 5}}, "outline"),
        (
            {
                "height": None,
                "courses": 1,
                "construction": {"kind": "staves", "average": "90 mm", "rail": "2x4", "post": "4x4"},
            },
            "courses",
        ),
        (
            {"height": "20 in", "construction": {"kind": "staves", "rail": "2x4", "post": "4x4"}},
            "construction.widths",
        ),
        (
            {
                "height": "20 in",
                "construction": {"kind": "staves", "widths": ["90 mm"], "rail": "2x4", "post": "4x4"},
            },
            "construction.widths",
        ),
        (
            {
                "height": "20 in",
                "construction": {"kind": "staves", "widths": ["90 mm", "2 m"], "rail": "2x4", "post": "4x4"},
            },
            "construction.widths.1",
        ),
        (
            {
                "height": "40 in",
                "construction": {
                    "kind": "framed_sheet",
                    "sheet": "sheet-wave-18",
                    "rail": "2x4",
                    "post": "4x4",
                },
            },
            "height",
        ),
        (
            {"construction": {"kind": "framed_sheet", "sheet": "tin", "rail": "2x4", "post": "4x4"}},
            "construction.sheet",
        ),
        (
            {
                "height": None,
                "courses": 2,
                "construction": {
                    "kind": "sleepers",
                    "sleeper": "sleeper-50x200",
                    "post": "4x4",
                    "overlap": "-1",
                },
            },
            "construction.overlap",
        ),
    ],
)
def test_what_cannot_be_built_names_its_field(changes: dict[str, Any], field: str) -> None:
    with pytest.raises(DesignError) as caught:
        plan_document(document(**changes))
    assert field in [p.field for p in caught.value.problems]
    assert all(p.allowed and p.message for p in caught.value.problems)


def test_every_construction_is_offered_with_a_picture_and_can_be_planned() -> None:
    for system in System:
        assert [o.kind for o in offers(system)] == list(registered())
        for offer in offers(system):
            assert plan_document(starting_design(offer.kind, system).document())["units"] == system
            assert offer.picture.shapes


@given(any_design(), st.sampled_from(["boards", "sleepers", "staves", "framed_sheet"]))
def test_changing_the_construction_keeps_the_outline_and_the_fill(data: dict[str, Any], kind: str) -> None:
    before = read_design(data)
    try:
        changed = change_construction(before, kind)
    except DesignError as fault:
        assert fault.problems[0].allowed  # noqa: PT017 - e.g. an outline askew cannot be framed
        return
    assert changed.design.construction.kind == kind
    assert (changed.design.fill, changed.design.bench) == (before.fill, before.bench)
    if before.outline.shape in STRAIGHT and not before.construction.ready_made:
        assert changed.design.outline == before.outline
    else:
        assert any("outline" in said for said in changed.dropped)
    assemble(changed.design, catalogue())


def test_a_construction_registered_twice_fails() -> None:
    with pytest.raises(ValueError, match="twice"):
        builds(Boards)(lambda *_: None)  # type: ignore[arg-type]


def test_every_question_that_a_field_asks_is_in_the_order_of_its_sheet() -> None:
    """A field that asks and is in no order would never be seen on the screen."""
    for model in constructions.models.values():
        asking = {
            name
            for name, field in model.model_fields.items()
            if isinstance(field.json_schema_extra, dict) and "question" in field.json_schema_extra
        }
        assert asking <= set(model.order), model.__name__
        assert len(model.order) == len(set(model.order))
