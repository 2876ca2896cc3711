"""Watch-outs about the stock: sizes that differ, reclaimed boards, raw edges."""

from collections.abc import Iterator

from acrebox.core.advice.limits import limit
from acrebox.core.advice.registry import Finding, rule
from acrebox.core.chapter import Seen
from acrebox.core.design import StandsOn

IN_GROUND = (StandsOn.SOIL, StandsOn.GRAVEL)
MOVES = 0.03
"""How much of its width a board moves between 10 and 22 % of moisture; common practice."""


@rule(
    "nominal-size",
    stage="shape",
    level="note",
    field="construction.board",
    why=(
        "A board is sold by the size it had before it was planed; heights and insides follow the size it has"
        " now."
    ),
    source="PS 20-20 (from memory)",
)
def nominal_size(seen: Seen) -> Iterator[Finding]:
    show = seen.show
    for used in seen.assembly.timbers[:1]:
        timber = seen.book.find_timber(used.stock)
        nominal = timber.nominal.removeprefix("t").split("x") if timber else []
        if len(nominal) == 2 and all(n.isdigit() and int(n) <= 12 for n in nominal):
            yield Finding(
                f"A {nominal[0]}x{nominal[1]} is smaller than its name: it measures"
                f" {show.length(used.thickness)} × {show.length(used.width)}.",
                "Measure one of yours and type it in if it differs.",
                field=used.field,
            )


@rule(
    "measured-differs",
    stage="shape",
    level="note",
    field="construction.board_measured",
    why="Everything here follows what you measured; a stick bought later may measure otherwise.",
)
def measured_differs(seen: Seen) -> Iterator[Finding]:
    show = seen.show
    for used in seen.assembly.timbers:
        timber = seen.book.find_timber(used.stock)
        if used.differs and timber:
            yield Finding(
                f"You measured {show.length(used.thickness)} × {show.length(used.width)}; the catalogue says"
                f" {show.length(timber.thickness.mm)} × {show.length(timber.width.mm)}.",
                "Measure a few more boards, and buy all of them from one pack.",
                field=f"{used.field}_measured",
            )


@rule(
    "reclaimed",
    stage="shape",
    level="note",
    field="construction.stave",
    why=(
        "Nobody knows what reclaimed boards were treated with; old paint may hold lead, and hidden nails"
        " break saws."
    ),
)
def reclaimed(seen: Seen) -> Iterator[Finding]:
    count = sum(p.stock in _reclaimed(seen, sleepers=False) for p in seen.assembly.parts)
    if count:
        yield Finding(
            f"{count} pieces are cut from reclaimed boards.",
            "Look for the stamp (heat-treated only), test paint with a lead kit, run a magnet over every"
            " board, and line the soil side.",
        )


@rule(
    "creosote",
    stage="shape",
    level="fix",
    field="construction.sleeper",
    why="Creosote is poisonous, comes out in the sun as long as the wood lasts, and no liner stops it.",
)
def creosote(seen: Seen) -> Iterator[Finding]:
    if _reclaimed(seen, sleepers=True):
        yield Finding(
            "Reclaimed sleepers are mostly soaked in creosote: black, oily, with a smell of tar in the sun.",
            "Not for anything to eat, nor where people sit: take new ones, or ones that were never treated.",
        )


def _reclaimed(seen: Seen, *, sleepers: bool) -> set[str]:
    """The reclaimed stocks of a bed: its sleepers, or all others."""
    timbers = [seen.book.find_timber(used.stock) for used in seen.assembly.timbers]
    return {t.key for t in timbers if t and t.reclaimed and (t.use == "sleeper") == sleepers}


@rule(
    "wood-in-ground",
    stage="shape",
    level="note",
    field="construction",
    why="Wood rots first where it meets air and wet ground, and what stands there holds the walls.",
    source="bands by the durability classes of EN 350 (from memory), narrowed by common practice",
)
def wood_in_ground(seen: Seen) -> Iterator[Finding]:
    show, least = seen.show, limit("years_in_ground")
    if seen.design.site.stands_on not in IN_GROUND:
        return
    deep: dict[str, tuple[float, list[str]]] = {}
    for part in seen.assembly.parts:
        foot = part.body.bounds[0][2]
        timber = seen.book.find_timber(part.stock)
        if timber is None or not (part.role.dug or part.role.skin) or foot > 1.0:
            continue
        low, roles = deep.setdefault(timber.species, (0.0, []))
        roles += [] if str(part.role) in roles else [str(part.role)]
        deep[timber.species] = (min(low, foot), roles)
    for key, (low, roles) in deep.items():
        wood = seen.book.find_species(seen.design.loads.species or key)
        if wood is None or wood.ground_years[0] >= least:
            continue
        years, over = wood.ground_years, wood.life_years
        stands = f"{show.length(-low)} deep in the ground" if low < -1.0 else "on the ground"
        yield Finding(
            f"{wood.name} stands {stands} ({', '.join(roles)}): it lasts {years[0]} to {years[1]} years"
            f" there; above it, against wet soil, {over[0]} to {over[1]}.",
            "Take heartwood that lasts or wood treated for ground contact there; or set it on stone that"
            " drains, and coat cut ends.",
        )


@rule(
    "few-spare",
    stage="shape",
    level="note",
    field="construction.widths",
    why="One of them splits, one has a nail where the saw goes, and the last panel waits for a board.",
)
def few_spare(seen: Seen) -> Iterator[Finding]:
    facts = seen.assembly.facts
    spare, wanted = facts.get("boards_spare"), facts.get("boards_spare_wanted")
    if spare and wanted and spare.amount < wanted.amount:
        yield Finding(
            f"{spare.amount:.0f} of the boards you measured are left over; {wanted.amount:.0f} should be.",
            "Measure some more before you cut, or plan a little smaller.",
        )


@rule(
    "boards-move",
    stage="shape",
    level="note",
    field="construction.board",
    why="Wood swells and shrinks across its grain, hardly along it; boards laid tight when dry push each"
    " other out of line.",
    source="about 1 % of the width for each 4 % of moisture: common practice",
)
def boards_move(seen: Seen) -> Iterator[Finding]:
    show = seen.show
    for used in seen.assembly.timbers:
        timber = seen.book.find_timber(used.stock)
        if timber is None or not timber.tongue_mm:
            continue
        moves = used.width * MOVES
        yield Finding(
            f"A board {show.length(used.width)} wide moves by about {show.thin(moves)} from dry to wet.",
            f"Leave {show.thin(moves / 2)} in each joint when dry. Tongue up, heart side out: a board"
            " cups away from it.",
            field=used.field,
        )


@rule(
    "raw-sheet-edge",
    stage="shape",
    level="fix",
    field="add_ons",
    why="A cut edge of sheet at the height of a hand is a blade, and rust starts there.",
)
def raw_sheet_edge(seen: Seen) -> Iterator[Finding]:
    sheets = [p for p in seen.assembly.parts if p.role.sharp and p.side]
    length = seen.assembly.open_edge
    if seen.design.add_ons.cap is None:
        length += sum(p.solid.length for p in sheets if abs(p.body.bounds[1][2] - seen.assembly.wall_top) < 1)
    if length:
        yield Finding(
            f"{seen.show.length(length)} of sheet edge stands open at the top.",
            "Add a cap or slit hose over it, and file every cut edge smooth. Wear gloves.",
        )
