"""Line: what the bed is lined with, the flat patterns, from which rolls they are cut, what holds them."""

from collections.abc import Iterator

from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.design import MATERIALS
from acrebox.core.lining import STIFF, Cloth, LinerPiece, Lining, Taken, lining_limit, lining_of, rings_of
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.telling import told
from acrebox.core.plan.line_rows import (
    LaidPieceRow,
    LaidSheetRow,
    LinerPieceRow,
    LinerRow,
    LiningRow,
    points_of,
)
from acrebox.core.plan.rows import StepRow
from acrebox.core.wicking import wicking_limit
from acrebox.core.worked import COMMON_PRACTICE, Worked, Workings

HEADS = {
    "membrane": "Its walls are lined with a membrane: the wood stays dry, the bottom stays open.",
    "pond": "Its walls are lined with pond sheet, which lets no water through.",
    "thick_plastic": "Its walls are lined with thick plastic.",
    "plastic_board": "Boards of corrugated plastic stand between the soil and its walls.",
    "fabric": "Its walls are lined with fabric: soil stays in, the wood gets wet and dries again.",
    "none": "Its walls are not lined.",
}
FLOORS = {
    "fabric": "Fabric on the floor keeps soil in and lets water through.",
    "mesh": "Mesh on the floor keeps out what digs.",
    "mesh_and_fabric": "Mesh on the floor keeps out what digs, fabric over it keeps the soil in.",
    "pond": "Pond sheet on the floor holds water.",
    "none": "",
}
WHY = {
    "wood": "Wood rots where wet soil lies against it; a lining keeps it dry for years longer.",
    "none": "Metal, plastic and stone do not rot: nothing has to be kept off them.",
    "bare": "Without a lining wet soil lies against the wood; it lasts shorter, and costs nothing more.",
}
NAMED = {"bitumen": "bitumen paint", "oil": "oil"}


def lined(seen: Seen) -> Lining:
    """How the bed is lined."""
    pipes, kept, built = seen.kept_pipes, seen.reservoir, seen.show.built
    return lining_of(
        seen.design,
        seen.assembly,
        seen.drains,
        seen.book,
        seen.show,
        seen.effort,
        pipes.port if pipes else None,
        Cloth(kept.depth, wicking_limit("cloth_up", built)) if kept else None,
    )


def lining_rows(seen: Seen) -> LiningRow:
    """What the bed is lined with, as published."""
    found = seen.lined
    coat = found.coat
    return LiningRow(
        walls=found.walls,
        floor=found.floor,
        coat=coat.kind if coat else "none",
        says=_says(found, seen.show),
        why=WHY["wood" if found.walls != "none" and found.wooden else "bare" if found.wooden else "none"],
        pieces=[_piece(p) for p in found.pieces],
        materials=[_taken(t, seen) for t in found.taken],
        depth_mm=found.depth,
        turn_in_mm=found.turn_in,
        round_mm=found.round,
        staples=found.staples,
        nails=found.nails,
        tape_mm=found.tape,
        sleeves_mm=list(found.sleeves),
        paint_l=coat.litres if coat else 0.0,
        coat_m2=coat.area if coat else 0.0,
        coat_says=seen.show.paint(coat.litres) if coat else "",
        steps=[StepRow(key=key, words=words) for key, words in _steps(found, seen)],
        walls_above=points_of([ring for r in found.rooms for ring in rings_of(r.bare)]),
        way_above=points_of([ring for r in found.rooms for ring in rings_of(r.way)]),
        working=_workings(found, seen),
    )


def _says(found: Lining, show: Printer) -> str:
    said = f"{HEADS[found.walls]} {FLOORS[found.floor]}".strip()
    if found.one_piece:
        said = "One piece of pond sheet lines its floor and its walls: it holds water."
    if found.walls != "none":
        said += f" {show.length(found.depth)} deep"
        said += f", and {show.length(found.turn_in)} turned in at the floor." if found.turn_in else "."
    return said


def _piece(piece: LinerPiece) -> LinerPieceRow:
    flat = piece.pattern
    return LinerPieceRow(
        what=piece.what,
        material=piece.material,
        named=MATERIALS[piece.material],
        length_mm=piece.length,
        width_mm=piece.width,
        count=piece.count,
        notches=piece.notches,
        rings=points_of(flat.rings),
        folds=points_of(flat.folds),
        slits=points_of(flat.slits),
        staples=points_of(flat.staples),
        lies=points_of(piece.lies),
    )


def _taken(taken: Taken, seen: Seen) -> LinerRow:
    return LinerRow(
        material=taken.material,
        name=_named(taken, seen.show),
        length_mm=taken.length,
        of_width_mm=taken.width,
        count=len(taken.sheets),
        cost=float(taken.cost),
        to_hand=taken.to_hand,
        proven=taken.proven,
        sheets=[
            LaidSheetRow(
                long_mm=s.along / 10,
                placed=[
                    LaidPieceRow(
                        piece=int(p.key),
                        x_mm=p.x / 10,
                        y_mm=p.y / 10,
                        long_mm=p.along / 10,
                        wide_mm=p.across / 10,
                    )
                    for p in s.placed
                ],
            )
            for s in taken.sheets
        ],
    )


def _named(taken: Taken, show: Printer) -> str:
    return f"{MATERIALS[taken.material]} to hand" if taken.to_hand else told(taken.name, show)


Step = tuple[str, str]
"""What a step is ticked off by, and its words."""


def _steps(found: Lining, seen: Seen) -> Iterator[Step]:
    """What is done after what."""
    choice = seen.design.lining
    if found.coat:
        kind, hours = NAMED[found.coat.kind], found.coat.hours
        yield (
            "coat",
            f"Coat the wood with {kind} {found.coat.coats} times, {hours:g} hours between coats, and let the"
            " last one dry as long before anything lies against it.",
        )
    if any(p.notches and p.kind == "strip" for p in found.pieces) or found.sleeves:
        yield (
            "holes",
            "Drill every hole through the walls first, and set pipes and sleeves: not once it is lined.",
        )
    if found.tape and choice.corners == "tape":
        yield (
            "tape",
            "Brush corners and joints clean and dry, and tape them from the foot up, pressed on hard.",
        )
    if found.walls == "plastic_board":
        yield (
            "boards",
            "Cut the boards with a knife along a rule, and stand them in their bays, flutes upright.",
        )
        yield "nails", "Nail them with washers along the upper edge and the foot."
    elif found.walls != "none":
        yield from _hanging(found, seen.show, choice.top.mm)
    yield from _laying(found)
    if choice.trim == "after" and found.walls not in STIFF:
        yield (
            "trim",
            "Leave it standing over the rim; fill the bed, let it settle, then cut it at the soil line.",
        )


def _hanging(found: Lining, show: Printer, top: float) -> Iterator[Step]:
    slack = show.short((found.longer - 1) * 100)
    yield (
        "weights",
        "Lay heavy things on the foot of the lining while you work along the wall: they hold it, and leave it"
        f" loose ({slack} % longer than the wall).",
    )
    yield (
        "slack",
        "Push it into every corner and round every post: taut over a corner it tears under the soil.",
    )
    if found.wooden:
        below = show.length(lining_limit("staple_below", show.built))
        yield (
            "staples",
            f"Staple it {below} under its upper edge, below the soil line: the lining stands over its own"
            " staples, so that no water runs in at them.",
        )
    else:
        yield (
            "clips",
            "Hold it at the rim with clips until the soil holds it: no staple goes into these walls.",
        )
    if found.turn_in:
        yield (
            "turned in",
            f"Turn {show.length(found.turn_in)} of it in at the floor: the soil will hold it there.",
        )
    if not found.over:
        yield (
            "cut",
            f"Cut it {show.length(top)} under the rim once all of it hangs, before the soil goes in.",
        )


def _laying(found: Lining) -> Iterator[Step]:
    if found.floor in ("mesh", "mesh_and_fabric"):
        yield (
            "mesh",
            "Gloves on: cut the mesh, bend its edges up on a board, and lay it before anything goes in.",
        )
    if found.floor in ("fabric", "mesh_and_fabric"):
        over = "Lay the fabric over it" if found.floor == "mesh_and_fabric" else "Lay the fabric on the floor"
        yield "fabric", f"{over}, cut round the posts, its edges turned up at the walls."
    if found.floor == "pond":
        yield (
            "underlay",
            "Sweep the ground, pick out stones, file what is sharp; lay the underlay, then the sheet.",
        )
    if found.floor == "pond" and not found.one_piece:
        yield "sheet", "Lay the pond sheet, its edges turned up behind the lining of the walls."
    if any(p.kind == "patch" for p in found.pieces):
        yield (
            "patches",
            "Slit the sheet where a corner stands into the bed, and tape a patch over every slit.",
        )


def _workings(found: Lining, seen: Seen) -> Workings:
    show, choice = seen.show, seen.design.lining
    worked: Workings = {}
    if found.walls != "none":
        deep = min(r.depth for r in found.rooms)
        worked["depth_mm"] = Worked(
            amount=found.depth,
            unit="mm",
            working=f"wall {show.length(deep)} − {show.length(choice.top.mm)} below the top ="
            f" {show.length(found.depth)}",
            assumptions=[f"{show.length(found.turn_in)} more is turned in at the floor"]
            if found.turn_in
            else [],
            source=COMMON_PRACTICE,
        )
        bare, way = sum(r.perimeter for r in found.rooms), sum(r.round for r in found.rooms)
        along = f"{show.exact_run(bare)} along the walls"
        if way - bare > 1:
            along = f"({along} + {show.exact_run(way - bare)} over what stands against them)"
        worked["round_mm"] = Worked(
            amount=found.round,
            unit="mm",
            working=f"{along} × {show.short(found.longer)} for slack = {show.exact_run(found.round)} ="
            f" {show.length(found.round)}",
            assumptions=[f"each piece laps the next by {show.length(choice.lap.mm)}"],
            source=COMMON_PRACTICE,
        )
    if found.staples:
        worked["staples"] = Worked(
            amount=found.staples,
            unit="staples",
            working=f"one every {show.exact(choice.every.mm)} along upper edges, laps and what lies on the"
            f" floor: {found.staples}",
            source=COMMON_PRACTICE,
        )
    if found.tape:
        worked["tape_mm"] = Worked(
            amount=found.tape,
            unit="mm",
            working=f"corners, joints, laps and patches together: {show.exact_run(found.tape)}",
        )
    if found.coat:
        worked |= _coated(found, show)
    return worked


def _coated(found: Lining, show: Printer) -> Workings:
    coat = found.coat
    assert coat is not None
    where = "to soil and ground" if coat.kind == "bitumen" else "to the weather"
    return {
        "paint_l": Worked(
            amount=coat.litres,
            unit="L",
            working=f"{show.area(coat.area * 1e6)} of wood {where} × {coat.coats} coats ÷"
            f" {show.spread(coat.spread)} = {show.paint(coat.litres)}",
            assumptions=["ends and hidden joints are not counted"],
            source="spread: common practice; the tin says better",
        )
    }


LINED = register(
    Chapter(
        key="lined",
        stage="line",
        reads=(
            "show",
            "effort",
            "assembly",
            "drains",
            "reservoir_of",
            "kept_pipes",
            "design.lining",
            "design.construction",
        ),
        work=lined,
    )
)
LINING = register(
    Chapter(
        key="lining",
        stage="line",
        reads=("show", "lined", "design.lining"),
        work=lining_rows,
        model=LiningRow,
    )
)
