"""A timber cap on a ring: a polygon of any number of sides, loose by its own weight or fixed."""

from dataclasses import replace
from math import cos, degrees, pi, sin, tan
from typing import Annotated, Literal

from pydantic import Field

from acrebox.core.assembly import Assembly, Good, Joint, Part, stick
from acrebox.core.construction.sections import choose_timber, longest_stick
from acrebox.core.construction.sizes import printed, size
from acrebox.core.construction.walls import WallLine, flat_pieces
from acrebox.core.design import Asking, Corner, Design, MeasuredStick, asks
from acrebox.core.errors import refuse
from acrebox.core.shape.level import Oval
from acrebox.core.shape.outline import Outline
from acrebox.core.stock import Catalogue
from acrebox.core.worked import Worked

OVER = {
    "inside": "the inner edge of the boards",
    "centre": "the middle of the boards",
    "outside": "the outer edge of the boards",
}
HELD = {"loose": "by its own weight", "fixed": "by brackets under it"}
WIDTHS = {"inside": 2.0, "centre": 1.0, "outside": 0.0}
"""How many widths of the board the polygon is wider over all than what lies over the sheet's circle."""
BRACKET_MM = 3.0


class RingCap(Asking):
    """Boards laid flat on a ring as a polygon; what of them lies over the sheet's circle, across flats."""

    order = ("board", "sides", "over", "held")

    board: str = Field(
        "larch-27x145", json_schema_extra=asks("Of", label="Cap of", stock="board", imperial="2x6")
    )
    sides: Annotated[int, Field(ge=3, le=24)] = Field(
        8, json_schema_extra=asks("Sides", label="Sides of the cap")
    )
    over: Literal["centre", "inside", "outside"] = Field(
        "centre", json_schema_extra=asks("Over the sheet lies", words={**OVER})
    )
    held: Literal["loose", "fixed"] = Field(
        "fixed", json_schema_extra=asks("It is held", label="The cap is held", words={**HELD})
    )


def add_ring_cap(bed: Assembly, cap: RingCap, middle: Oval, design: Design, book: Catalogue) -> Assembly:
    """Lay the cap on a ring whose sheet's circle is `middle` [mm].

    Raises DesignError for an oval, or boards that would close it or are too short to saw.
    """
    show = book.printer(design.system)
    if middle.straight:
        raise refuse(
            "construction.cap", "cap", "A cap of equal sides lies on a circle.", "a circle, or no cap"
        )
    board = choose_timber(book, cap.board, MeasuredStick(), "construction.cap.board", design.system)
    across, wide, half = 2 * middle.radius, board.wide, pi / cap.sides
    flats = across + WIDTHS[cap.over] * wide
    long, short = flats * tan(half), (flats - 2 * wide) * tan(half)
    if short < size("cap_edge_least", show.built):
        raise refuse(
            "construction.cap.sides",
            cap.sides,
            f"The short edge of its boards would be {show.length(max(0.0, short))}.",
            f"fewer sides or a narrower board: a short edge of {printed('cap_edge_least', show)} or more",
        )
    most = longest_stick(design, board.timber, book)
    if long > most:
        raise refuse(
            "construction.cap.sides",
            cap.sides,
            f"Its boards would be {show.length(long)} long; the longest to be had gives {show.length(most)}.",
            "more sides",
        )
    ring = Outline(_corners(middle, flats / 2, cap.sides))
    line = WallLine(ring, wide, Corner.MITRED)
    parts = [
        stick(f"cap {n}", "cap board", board.timber.key, box)
        for n, side in enumerate(ring.sides, start=1)
        for box in flat_pieces(line, side, bed.top, board.thick)
    ]
    lies = {"inside": 2, "centre": 1, "outside": 0}[cap.over]
    angle = f"{show.short(180 / cap.sides, 4)}°"
    made = bed.adding(parts, _joints(parts, bed, cap, wide), [board.used], _brackets(parts, cap))
    weight = sum(p.body.volume for p in parts) / 1e9 * board.timber.density_kg_m3
    held = (
        "loose: it lies by its own weight, and is lifted off to fill"
        if cap.held == "loose"
        else "on brackets screwed to the sheet from inside"
    )
    return replace(
        made,
        notes={**made.notes, "cap": held},
        facts={
            **made.facts,
            "cap_side": Worked(
                amount=long,
                unit="mm",
                working=(
                    f"({show.length(across)} + {lies} × {show.length(wide)}) × tan({angle}) ="
                    f" {show.length(long)}"
                ),
                source="a regular polygon round a circle",
            ),
            "cap_short_side": Worked(
                amount=short,
                unit="mm",
                working=(
                    f"{show.length(long)} − 2 × {show.length(wide)} × tan({angle}) = {show.length(short)}"
                ),
                source="a regular polygon round a circle",
            ),
            "cap_mitre": Worked(
                amount=degrees(half),
                unit="°",
                working=f"180° ÷ {cap.sides} sides = {angle}; at both ends of every board",
            ),
            "cap_weight": Worked(
                amount=weight,
                unit="kg",
                working=(
                    f"{len(parts)} boards × {show.fine_weight(weight / len(parts))} = {show.weight(weight)}"
                ),
                assumptions=["at their yard density"],
            ),
        },
    )


def _corners(middle: Oval, apothem: float, sides: int) -> tuple[tuple[float, float], ...]:
    """The corners of a regular polygon, its first side along the front."""
    (x, y), reach = middle.centre, apothem / cos(pi / sides)
    start = -pi / 2 - pi / sides
    angles = [start + 2 * pi * n / sides for n in range(sides)]
    return tuple((round(x + reach * cos(a), 4), round(y + reach * sin(a), 4)) for a in angles)


def _joints(parts: list[Part], bed: Assembly, cap: RingCap, wide: float) -> list[Joint]:
    """Every mitre, and where it is fixed a bracket under every board."""
    found = [
        Joint(
            kind="cap to cap",
            parts=(part.name, parts[(n + 1) % len(parts)].name),
            through=min(wide / 2, 20.0),
            into=wide,
            run=wide,
        )
        for n, part in enumerate(parts)
    ]
    if cap.held == "fixed":
        sheets = [p for p in bed.parts if p.role.skin]
        for n, part in enumerate(parts):
            # Over the sheet that passes under its middle: sheets begin on the right, boards in front.
            turn = (n / len(parts) - 0.25) % 1.0
            under = sheets[int(turn * len(sheets)) % len(sheets)]
            depth = min(under.solid.thickness, under.solid.width)
            found.append(
                Joint(
                    kind="bracket to sheet",
                    parts=(part.name, under.name),
                    through=BRACKET_MM,
                    into=max(depth, 18.0),
                    run=0.0,
                )
            )
            found.append(
                Joint(
                    kind="bracket to cap",
                    parts=(under.name, part.name),
                    through=BRACKET_MM,
                    into=part.solid.thickness,
                    run=0.0,
                )
            )
    return found


def _brackets(parts: list[Part], cap: RingCap) -> tuple[Good, ...]:
    if cap.held != "fixed":
        return ()
    words = f"one under each of {len(parts)} boards"
    return (Good(key="angle-bracket", what="bracket", count=len(parts), unit="piece", working=words),)
