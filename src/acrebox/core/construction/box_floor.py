"""A floor for a box: boards or sheet across bearers, on the ground inside the walls or hung below the rim."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from math import ceil

from shapely import LineString

from acrebox.core.assembly import (
    Assembly,
    Carrier,
    Compartment,
    FloorLoad,
    Joint,
    Part,
    SheetPiece,
    role,
    stick,
)
from acrebox.core.construction.addons.bench_run import pad_of, pads
from acrebox.core.construction.joining import contact_height, lapped, touching_pairs
from acrebox.core.construction.notching import notched
from acrebox.core.construction.sections import ChosenTimber, choose_sheet, choose_timber, longest_stick
from acrebox.core.construction.sizes import floor_span, printed, size
from acrebox.core.construction.walls import even_joints
from acrebox.core.construction.wave import sheet_profile
from acrebox.core.design import BoxFloor, Design, MeasuredStick, Posted
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.shape.bodies import Body, Box, Extrusion, Hollowed, Loft, overlap, shared_volume
from acrebox.core.shape.outline import Outline
from acrebox.core.shape.vector import UP, Point, X, Y
from acrebox.core.stock import Catalogue, Sheet
from acrebox.core.worked import Worked

Run = tuple[float, float]
FIELD = "construction.floor"


@dataclass(frozen=True, kw_only=True)
class _Cell:
    """A rectangle of the floor [mm]: boards run across it, from a wall to the one across; `turned` where that
    is along x.
    """

    run: Run
    across: Run
    turned: bool

    def box(self, along: Run, across: Run, z: Run) -> Box:
        """A box so far along the cell, across it and up [mm], lying across it."""
        return self._box(along, across, z, lies="across")

    def lengthwise(self, along: Run, across: Run, z: Run) -> Box:
        """The same, lying along it on edge or flat."""
        return self._box(along, across, z, lies="along")

    def _box(self, along: Run, across: Run, z: Run, lies: str) -> Box:
        u, v = (Y, X) if self.turned else (X, Y)
        at = (across[0], along[0], z[0]) if self.turned else (along[0], across[0], z[0])
        sizes = {u: along[1] - along[0], v: across[1] - across[0], UP: z[1] - z[0]}
        long = v if lies == "across" else u
        wide, thick = sorted((axis for axis in sizes if axis != long), key=lambda axis: -sizes[axis])
        return Box(
            origin=at,
            along=long,
            face=wide,
            through=thick,
            length=sizes[long],
            width=sizes[wide],
            thickness=sizes[thick],
        )


@dataclass(frozen=True, kw_only=True)
class _Frame:
    """What a floor is made of, and where: its top, its underside, the underside of its bearers [mm]."""

    bed: Assembly
    choice: BoxFloor
    board: ChosenTimber | None
    sheet: Sheet | None
    bearer: ChosenTimber
    hung: bool
    top: float
    span: float
    legs_every: float
    longest: tuple[float, float]
    built: System

    @property
    def deck(self) -> float:
        """How thick the boards or the sheet are [mm]."""
        return self.sheet.depth.mm if self.sheet else self.board.thick  # type: ignore[union-attr]

    @property
    def under(self) -> float:
        """Height of the underside of the boards [mm]."""
        return self.top - self.deck

    @property
    def high(self) -> float:
        """How high a bearer is [mm]: on edge where it is hung, flat on the ground."""
        return self.bearer.wide if self.hung else self.bearer.thick

    @property
    def wide(self) -> float:
        """How wide it is [mm]."""
        return self.bearer.thick if self.hung else self.bearer.wide

    @property
    def clear(self) -> Run:
        """From and to which height nothing may stand where a bearer runs: its legs do [mm]."""
        return 0.0, self.under

    @property
    def z(self) -> Run:
        """From and to which height bearers reach [mm]."""
        return self.under - self.high, self.under


def lay_floor(bed: Assembly, design: Design, book: Catalogue) -> Assembly:
    """The bed with the floor that its design asks for; without one as it is.

    Raises DesignError naming the field: a floor that is no floor of square corners, that hangs where its
    bearers have no room, boards that do not reach across.
    """
    construction = design.construction
    if not isinstance(construction, Posted) or construction.floor is None:
        return bed
    show = book.printer(design.system)
    frame = _frame(bed, construction.floor, design, book, show)
    rails: list[Part] = []
    bearers: list[Part] = []
    legs: list[Part] = []
    decks: list[Part] = []
    for cell in _cells(bed.soil_face, construction.floor):
        mine, between = list(_rails(frame, cell, len(rails))), list(_bearers(frame, cell, len(bearers)))
        rails += mine
        bearers += between
        stood = [*between, *(rail for rail in mine if not _screwed(bed, rail))]
        legs += list(_legs(frame, stood, len(legs)))
        decks += list(_boards(frame, cell, [*bed.parts], len(decks), show))
    parts = [*decks, *rails, *bearers, *legs]
    made = bed.adding(
        parts,
        list(_joints(frame, decks, rails, bearers, legs)),
        [t.used for t in (frame.board, frame.bearer) if t],
        goods=pads(legs, pad_of(design, show.built), book, show) if legs else (),
        loads=[_load(frame, design, rails, bearers, legs)],
    )
    room = tuple(replace(c, inside=_raised(c, frame.top)) for c in made.compartments)
    facts = {**made.facts, "floor_top": _top_worked(frame, show)}
    return replace(made, compartments=room, facts=facts, notes={**made.notes, "floor": _note(frame, show)})


def _frame(bed: Assembly, choice: BoxFloor, design: Design, book: Catalogue, show: Printer) -> _Frame:
    metric = show.built is System.METRIC
    bearer = choose_timber(
        book,
        choice.bearer or ("larch-45x70" if metric else "spruce-2x4"),
        MeasuredStick(),
        f"{FIELD}.bearer",
        design.system,
    )
    if choice.kind == "sheet":
        sheet = choose_sheet(
            book, choice.stock or ("sheet-wave-18" if metric else "sheet-wave-half"), f"{FIELD}.stock"
        )
        board, deck, longest = None, sheet.depth.mm, longest_stick(design, sheet, book)
    else:
        sheet = None
        usual = "larch-27x145" if metric else "spruce-2x6"
        board = choose_timber(book, choice.stock or usual, MeasuredStick(), f"{FIELD}.stock", design.system)
        deck, longest = board.thick, longest_stick(design, board.timber, book)
    hung = choice.below_rim is not None
    top = bed.wall_top - choice.below_rim.mm if choice.below_rim else bearer.thick + deck
    least = (bearer.wide if hung else bearer.thick) + deck
    soil = size("floor_least_soil", show.built)
    if hung and not least - 1e-6 <= top <= bed.wall_top - soil:
        assert choice.below_rim is not None
        raise refuse(
            f"{FIELD}.below_rim",
            choice.below_rim.text,
            f"Under a wall {show.length(bed.wall_top)} high there is no room for the floor and its bearers.",
            f"{show.length(soil)} to {show.length(bed.wall_top - least)}, or left empty: on the ground",
        )
    if top > bed.wall_top - soil:
        raise refuse(
            FIELD,
            choice.kind,
            f"The floor would lie {show.length(top)} high in a wall of {show.length(bed.wall_top)}.",
            "a higher bed, or thinner boards and bearers",
        )
    # Twice the soil over it, half the bending that it may have: spans go by the root.
    deep = bed.wall_top - top
    share = min(1.0, (size("floor_span_soil", show.built) / deep) ** 0.5)
    return _Frame(
        bed=bed,
        choice=choice,
        board=board,
        sheet=sheet,
        bearer=bearer,
        hung=hung,
        top=top,
        span=share * (size("floor_sheet_span", show.built) if sheet else floor_span(deck, show.built)),
        legs_every=share * size("floor_legs_every", show.built),
        longest=(longest, longest_stick(design, bearer.timber, book)),
        built=show.built,
    )


def _cells(face: Outline, choice: BoxFloor) -> list[_Cell]:
    """The floor in rectangles across which boards run from wall to wall, the shorter way of the whole.

    Raises DesignError where corners are not square.
    """
    if any(abs(c - 90) > 1e-6 and abs(c - 270) > 1e-6 for c in face.corners) or any(
        min(abs(v) for v in side.along[:2]) > 1e-9 for side in face.sides
    ):
        raise refuse(FIELD, choice.kind, "A floor is laid in a bed of square corners.", "none, or such a bed")
    turned = face.size[1] > face.size[0] + 1e-6
    way = 1 if turned else 0
    x0, y0, x1, y1 = face.polygon.bounds
    marks = sorted({round(p[way], 4) for p in face.points})
    found = []
    for low, high in pairwise(marks):
        middle = (low + high) / 2
        line = LineString(
            [(x0 - 1, middle), (x1 + 1, middle)] if turned else [(middle, y0 - 1), (middle, y1 + 1)]
        )
        cut = face.polygon.intersection(line)
        for part in getattr(cut, "geoms", [cut]):
            met = sorted(p[1 - way] for p in part.coords)
            found.append(_Cell(run=(low, high), across=(met[0], met[-1]), turned=turned))
    return found


def _free(run: Run, box_of: Run, frame: _Frame, cell: _Cell, z: Run) -> Iterator[Run]:
    """The stretches of a run that nothing stands in, from one height to another [mm]."""
    taken: list[Run] = []
    asked, way = cell.lengthwise(run, box_of, z), 1 if cell.turned else 0
    for part in frame.bed.parts:
        if overlap(part.body, asked):
            first, last = part.body.bounds
            taken.append((first[way], last[way]))
    at = run[0]
    for low, high in sorted(taken):
        if low - at > size("end_bearing"):
            yield at, low
        at = max(at, high)
    if run[1] - at > size("end_bearing"):
        yield at, run[1]


def _pieces(run: Run, frame: _Frame) -> list[Run]:
    joints = even_joints(*run, frame.longest[1])
    return list(pairwise([run[0], *joints, run[1]]))


def _rails(frame: _Frame, cell: _Cell, done: int) -> Iterator[Part]:
    """A bearer along each of the two walls on which boards end, before what stands against that wall."""
    a, b = cell.across
    near, far = (_before(frame, cell, wall) for wall in (a, b))
    for low in (a + near, b - far - frame.wide):
        for free in _free(cell.run, (low, low + frame.wide), frame, cell, frame.clear):
            for piece in _pieces(free, frame):
                done += 1
                box = cell.lengthwise(piece, (low, low + frame.wide), frame.z)
                stock, side = frame.bearer.timber.key, _side(frame, box)
                yield stick(f"floor rail {done}", "floor bearer", stock, box, side=side)


def _before(frame: _Frame, cell: _Cell, wall: float) -> float:
    """How far posts, studs and rails stand in from a wall of a cell [mm] at the height of the bearers."""
    way = 0 if cell.turned else 1
    inward, most = 1.0 if wall == cell.across[0] else -1.0, size("floor_stands_in", frame.built)
    strip = (wall, wall + inward * most)
    asked = cell.lengthwise(cell.run, (min(strip), max(strip)), frame.clear)
    deep = 0.0
    for part in frame.bed.parts:
        if overlap(part.body, asked):
            low, high = part.body.bounds
            stands_in = high[way] - wall if inward > 0 else wall - low[way]
            # What runs on across the bed stands against the walls at its ends.
            if stands_in <= most:
                deep = max(deep, stands_in)
    return deep


def _side(frame: _Frame, box: Box) -> str:
    """The side along which a bearer lies."""
    (x0, y0, _), (x1, y1, _) = box.bounds
    middle = (x0 + x1) / 2, (y0 + y1) / 2
    return min(frame.bed.inner.sides, key=lambda s: (abs(s.coordinates(*middle)[1]), s.index)).name


def _bearers(frame: _Frame, cell: _Cell, done: int) -> Iterator[Part]:
    """Bearers between, along the cell, so that no board spans more than it may."""
    a, b = cell.across
    half = frame.wide / 2
    low, high = a + half, b - half
    bays = max(1, ceil((high - low) / frame.span - 1e-9))
    for n in range(1, bays):
        at = low + (high - low) * n / bays
        for free in _free(cell.run, (at - half, at + half), frame, cell, frame.clear):
            for piece in _pieces(free, frame):
                done += 1
                box = cell.lengthwise(piece, (at - half, at + half), frame.z)
                yield stick(f"floor bearer {done}", "floor bearer", frame.bearer.timber.key, box)


def _screwed(bed: Assembly, rail: Part) -> bool:
    """Whether a rail lies along its run against a wall that carries it: timber in which screws hold."""
    along = rail.solid.along
    low, high = rail.solid.reach(along)
    held = sum(min(high, b) - max(low, a) for wall in _walls(bed, rail) for a, b in [wall.body.reach(along)])
    return held > 0.9 * (high - low)


def _walls(bed: Assembly, rail: Part) -> list[Part]:
    """The wall's pieces of timber that a rail lies against with its side."""
    least = size("floor_wall_least", System.METRIC)
    skins = [p for p in bed.parts if p.role.skin and not p.role.sharp and p.solid.thickness >= least]
    found = [wall for _, wall in touching_pairs([rail], skins)]
    return [w for w in found if contact_height(rail, w) >= size("screw_room") and w.role.bends == "along"]


def _legs(frame: _Frame, bearers: Sequence[Part], done: int) -> Iterator[Part]:
    """Off-cuts on end under bearers that no wall carries: at both ends, and so often that none bends."""
    if not frame.hung:
        return
    for bearer in bearers:
        box = bearer.solid
        low, high = box.reach(box.along)
        wide = frame.bearer.wide
        ends = low + wide / 2, max(low + wide / 2, high - wide / 2)
        bays = max(1, ceil((ends[1] - ends[0]) / frame.legs_every - 1e-9))
        marks = sorted({round(ends[0] + (ends[1] - ends[0]) * n / bays, 3) for n in range(bays + 1)})
        for mark in marks:
            done += 1
            yield _leg(frame, box, mark, done)


def _leg(frame: _Frame, bearer: Box, mark: float, number: int) -> Part:
    wide, thick = frame.bearer.wide, frame.bearer.thick
    (x0, y0, low), _ = bearer.bounds
    on_x = abs(bearer.along[0]) > 0.5
    origin: Point = (mark - wide / 2, y0, 0.0) if on_x else (x0, mark - wide / 2, 0.0)
    box = Box(origin, UP, X if on_x else Y, Y if on_x else X, low, wide, thick)
    return stick(f"floor leg {number}", "floor leg", frame.bearer.timber.key, box)


def _boards(frame: _Frame, cell: _Cell, there: list[Part], done: int, show: Printer) -> Iterator[Part]:
    """Boards or sheets side by side across a cell, the last one ripped; where it would be a strip, the last
    two alike.
    """
    play = size("floor_play", frame.built)
    across = cell.across[0] + play, cell.across[1] - play
    if across[1] - across[0] > frame.longest[0]:
        raise refuse(
            f"{FIELD}.stock",
            frame.choice.stock or frame.choice.kind,
            f"The floor is {show.length(across[1] - across[0])} across; the longest piece of it gives"
            f" {show.length(frame.longest[0])}.",
            "longer stock, or a narrower bed",
        )
    z = frame.under, frame.top
    for low, high, ripped in _strips(frame, cell.run):
        done += 1
        box = cell.box((low, high), across, z)
        if frame.sheet is not None:
            yield _cut_round(_sheet(frame.sheet, cell, (low, high), across, frame.under, done), there)
            continue
        assert frame.board is not None
        timber = frame.board.timber
        board = stick(
            f"floor board {done}",
            "floor board",
            timber.key,
            box,
            ripped=high - low if ripped else None,
        )
        yield notched(board, there)


def _strips(frame: _Frame, run: Run) -> Iterator[tuple[float, float, bool]]:
    """From where to where each board lies [mm], and whether it is ripped."""
    long = run[1] - run[0]
    if frame.sheet is not None:
        wide, gap = frame.sheet.cover.mm, 0.0
    else:
        assert frame.board is not None
        tongue = frame.board.timber.tongue_mm
        wide, gap = frame.board.wide - tongue, 0.0 if tongue else size("floor_gap", frame.built)
    count = max(1, ceil((long + gap) / (wide + gap) - 1e-9))
    last = long - (count - 1) * (wide + gap)
    widths = [wide] * (count - 1) + [last]
    if count > 1 and last < wide / 2:
        widths[-2:] = [(wide + last) / 2] * 2
    at = run[0]
    for each in widths:
        yield at, at + each, each < wide - 0.05
        at += each + gap


def _sheet(sheet: Sheet, cell: _Cell, along: Run, across: Run, base: float, number: int) -> Part:
    """A sheet lying flat, its waves across the cell; it is wider by its lap than it shows."""
    wide = along[1] - along[0]
    full = abs(wide - sheet.cover.mm) < 0.05
    u, v = (Y, X) if cell.turned else (X, Y)
    origin = (across[0], along[0], base) if cell.turned else (along[0], across[0], base)
    body = Extrusion(
        profile=sheet_profile(sheet.wave, wide),
        origin=origin,
        along=v,
        face=u,
        through=UP,
        length=across[1] - across[0],
    )
    lap = sheet.width.mm - sheet.cover.mm
    piece = SheetPiece(
        stock=sheet.key,
        finished=across[1] - across[0],
        ripped=None if full else min(sheet.width.mm, wide + lap),
        stock_width=sheet.width.mm,
    )
    return Part(name=f"floor sheet {number}", role=role("floor board"), body=body, piece=piece)


def _cut_round(sheet: Part, there: Sequence[Part]) -> Part:
    """A sheet less what stands in it: it is cut round that with snips, in place."""
    body: Body = sheet.body
    for part in there:
        if overlap(body, part.body):
            body = Hollowed(body, part.solid, shared_volume(body, part.solid))
    return replace(sheet, body=body)


def _joints(
    frame: _Frame,
    decks: Sequence[Part],
    rails: Sequence[Part],
    bearers: Sequence[Part],
    legs: Sequence[Part],
) -> Iterator[Joint]:
    kind = "floor sheet to bearer" if frame.sheet else "floor board to bearer"
    through = frame.sheet.steel.mm if frame.sheet else None
    for deck, under in touching_pairs(decks, [*rails, *bearers]):
        found = lapped(kind, deck, under, into=frame.high, run=frame.wide)
        yield found if through is None else replace(found, through=through)
    for rail in rails:
        for wall in _walls(frame.bed, rail):
            yield _to_wall(rail, wall)
    for leg, bearer in touching_pairs(legs, [*rails, *bearers]):
        yield Joint(
            kind="floor leg to bearer",
            parts=(leg.name, bearer.name),
            through=0.7 * leg.solid.thickness,
            into=frame.high,
            run=leg.solid.thickness,
        )
    for rail in rails:
        uprights = [p for p in frame.bed.parts if p.role.upright and p.stock]
        for upright, _ in touching_pairs(uprights, [rail]):
            if _beside(upright, rail):
                yield lapped("floor rail to wall", rail, upright, run=min(frame.high, upright.solid.width))


def _beside(upright: Part, rail: Part) -> bool:
    """Whether a rail passes before an upright with its side, and does not end at it."""
    axis = rail.solid.through if abs(rail.solid.through[2]) < 0.5 else rail.solid.face
    (a0, a1), (b0, b1) = upright.body.reach(axis), rail.body.reach(axis)
    return abs(a1 - b0) < 0.1 or abs(b1 - a0) < 0.1


def _to_wall(rail: Part, wall: Part) -> Joint:
    """A rail to a piece of wall behind it: through the thinner of the two."""
    along = rail.solid.along
    (a, b), (c, d) = rail.solid.reach(along), wall.body.reach(along)
    deep = min(s for s in (rail.solid.width, rail.solid.thickness))
    run = min(b, d) - max(a, c)
    if wall.solid.thickness <= deep:
        return Joint(
            kind="wall to floor rail",
            parts=(wall.name, rail.name),
            through=wall.solid.thickness,
            into=deep,
            run=run,
        )
    return Joint(
        kind="floor rail to wall",
        parts=(rail.name, wall.name),
        through=deep,
        into=wall.solid.thickness,
        run=run,
    )


def _load(
    frame: _Frame, design: Design, rails: Sequence[Part], bearers: Sequence[Part], legs: Sequence[Part]
) -> FloorLoad:
    """What the soil on the floor bends and presses."""
    spans = [_apart(frame, cell) for cell in _cells(frame.bed.soil_face, frame.choice)]
    span = max(spans)
    breadth = 1000.0
    stock = frame.sheet.key if frame.sheet else frame.board.timber.key  # type: ignore[union-attr]
    carried = max((p.solid.length for p in bearers), default=0.0)
    between = max(_bays(p, legs) for p in [*bearers, *rails]) if legs else 0.0
    return FloorLoad(
        side="",
        what="floor",
        floor=frame.top,
        board=Carrier(stock=stock, span=span if carried or rails else 0.0, breadth=breadth, depth=frame.deck),
        bearer=Carrier(stock=frame.bearer.timber.key, span=between, breadth=frame.wide, depth=frame.high)
        if frame.hung
        else None,
        strip=span,
        leg=Carrier(
            stock=frame.bearer.timber.key,
            span=max(leg.solid.length for leg in legs),
            breadth=frame.bearer.wide,
            depth=frame.bearer.thick,
        )
        if legs
        else None,
        pad=pad_of(design, frame.built),
        at_wall=tuple(_to_wall(r, w) for r in rails for w in _walls(frame.bed, r)) if frame.hung else (),
        wall=sum(r.solid.length for r in rails if _screwed(frame.bed, r)),
    )


def _apart(frame: _Frame, cell: _Cell) -> float:
    wide = cell.across[1] - cell.across[0] - frame.wide
    return wide / max(1, ceil(wide / frame.span - 1e-9))


def _bays(bearer: Part, legs: Sequence[Part]) -> float:
    """How far the legs under a bearer stand apart at most [mm]; nothing where none do."""
    along = bearer.solid.along
    under = sorted(sum(leg.body.reach(along)) / 2 for leg, _ in touching_pairs(legs, [bearer]))
    return max((b - a for a, b in pairwise(under)), default=0.0)


def _raised(room: Compartment, top: float) -> Body:
    """The room from a floor up [mm]."""
    inside = room.inside
    assert isinstance(inside, Loft)  # boxes of walls are
    above = [level for level in inside.levels if level[0] > top + 1e-6]
    below = [level for level in inside.levels if level[0] <= top + 1e-6]
    (z0, low), (z1, high) = below[-1], above[0]
    return Loft(((top, low.between(high, (top - z0) / (z1 - z0))), *above))


def _top_worked(frame: _Frame, show: Printer) -> Worked:
    length = show.length
    if frame.choice.below_rim is not None:
        words = (
            f"{length(frame.bed.wall_top)} of wall − {length(frame.choice.below_rim.mm)} below the rim ="
            f" {length(frame.top)}"
        )
    else:
        words = f"bearers {length(frame.high)} + boards {length(frame.deck)} = {length(frame.top)}"
    return Worked(amount=frame.top, unit="mm", working=words, assumptions=["over the ground, to its top"])


def _note(frame: _Frame, show: Printer) -> str:
    how = (
        "rails first, level, from both sides; bearers on their legs; then boards, from one end"
        if frame.hung
        else "rails and bearers first, then boards, from one end; air under them"
    )
    gap = "" if frame.sheet else f", {printed('floor_gap', show)} between them for when they swell"
    return f"{how}{gap}"
