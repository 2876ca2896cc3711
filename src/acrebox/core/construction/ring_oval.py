"""Rods across the straight sides of an oval ring, through battens that spread their pull."""

from dataclasses import replace
from itertools import pairwise
from math import ceil

from pydantic import Field

from acrebox.core.assembly import Assembly, Good, Guide, Part, Pull, stick
from acrebox.core.construction.sections import choose_timber, longest_stick
from acrebox.core.construction.sizes import printed, size
from acrebox.core.construction.walls import even_joints
from acrebox.core.design import Asking, Design, MeasuredStick, asks
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.bodies import Box
from acrebox.core.shape.level import Oval
from acrebox.core.shape.vector import UP, X, Y
from acrebox.core.stock import Catalogue
from acrebox.core.worked import COMMON_PRACTICE, Worked

LEVELS = (1 / 3, 2 / 3)
OVER_NUTS = {"metric": 60.0, "imperial": 63.5}


class OvalTies(Asking):
    """Threaded rods across the straight sides at two heights, through battens along them outside."""

    order = ("batten",)

    batten: str = Field(
        "larch-45x70", json_schema_extra=asks("Battens of", stock="rail", imperial="spruce-2x4")
    )


def tie_across(
    bed: Assembly, ties: OvalTies, middle: Oval, depth: float, design: Design, book: Catalogue
) -> Assembly:
    """The ring with battens and rods. Raises DesignError for a batten that is too thin."""
    show = book.printer(design.system)
    batten = choose_timber(book, ties.batten, MeasuredStick(), "construction.ties.batten", design.system)
    if batten.thick < size("batten_least", show.built) - 1.0:
        raise refuse(
            "construction.ties.batten",
            ties.batten,
            "That batten bends between two rods.",
            f"{printed('batten_least', show)} thick or more",
        )
    straight, (x, y) = middle.straight, middle.centre
    count = max(1, ceil(straight / size("ring_tie_every", show.built) - 1e-9))
    marks = [x - straight / 2 + straight * (n + 0.5) / count for n in range(count)]
    out = middle.radius + depth / 2
    parts: list[Part] = []
    joints = even_joints(0.0, straight, longest_stick(design, batten.timber, book))
    ends = [0.0, *joints, straight]
    for level, share in enumerate(LEVELS, start=1):
        low = bed.wall_top * share - batten.wide / 2
        for name, start in (("front", y - out - batten.thick), ("back", y + out)):
            for n, (a, b) in enumerate(pairwise(ends), start=1):
                box = Box((x - straight / 2 + a, start, low), X, UP, Y, b - a, batten.wide, batten.thick)
                title = f"{name} batten {level}" + (f".{n}" if joints else "")
                parts.append(stick(title, "ring batten", batten.timber.key, box))
    each = 2 * (out + batten.thick) + OVER_NUTS[show.built.value]
    rods = count * len(LEVELS)
    good, worked = _rods(each, rods, count, book, show)
    made = bed.adding(parts, timbers=[batten.used], goods=[good], loads=_pulls(straight / count))
    lines = tuple(
        Guide(what="tie rod", points=((m - 4, y - out), (m + 4, y - out), (m + 4, y + out), (m - 4, y + out)))
        for m in marks
    )
    return replace(
        made,
        guides=(*made.guides, *lines),
        facts={**made.facts, "tie_rods": worked},
        notes={
            **made.notes,
            "ties": "rods go in before the soil, a plate and a nut on the batten outside, tight to the sheet",
        },
    )


def _rods(each: float, rods: int, count: int, book: Catalogue, show: Printer) -> tuple[Good, Worked]:
    sold = book.find_good("tie-rod")
    words = (
        f"{count} along × {len(LEVELS)} heights = {rods}; {rods} × {show.length(each)} ="
        f" {show.length_and_run(rods * each)}"
    )
    good = Good(
        key=sold.key, what="tie rods", count=sold.units_of(rods * each), unit=sold.unit, working=words
    )
    return good, Worked(amount=rods, unit="rods", working=words, source=COMMON_PRACTICE)


def _pulls(length: float) -> list[Pull]:
    return [
        Pull(
            side="front",
            what="tie rod",
            length=length,
            share=1 / len(LEVELS),
            count=1,
            words="half of the push, {push} × {length} of the straight",
        )
    ]
