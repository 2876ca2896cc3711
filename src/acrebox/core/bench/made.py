"""Pieces that are sawn already, beside what their parts want by now."""

from collections.abc import Iterable
from dataclasses import dataclass

from acrebox.core.measure.printing import Printer
from acrebox.core.takeoff import CutGroup
from acrebox.core.yard import Made

TAPE_MM = 0.5
"""What a tape does not tell [mm]: common practice."""


@dataclass(frozen=True, kw_only=True)
class SawnPiece:
    """A piece for a part: its length and what the part wants [mm], None where there is no such part any
    more; whether it fits, and in words what to do if it does not.
    """

    part: str
    length: float
    wanted: float | None
    fits: bool
    words: str


def compare(made: Iterable[Made], groups: Iterable[CutGroup], show: Printer) -> list[SawnPiece]:
    """Every piece beside its part."""
    wanted = {part.name: group.length / 10 for group in groups for part in group.parts}
    return [_compare(piece.part, piece.length.mm, wanted.get(piece.part), show) for piece in made]


def _compare(part: str, length: float, wanted: float | None, show: Printer) -> SawnPiece:
    sawn = f"{part} is sawn at {show.length(length)}"
    if wanted is None:
        return SawnPiece(
            part=part,
            length=length,
            wanted=None,
            fits=False,
            words=f"{sawn}; no part is called that any more",
        )
    off = length - wanted
    fits = abs(off) <= TAPE_MM
    more = f"{show.length(abs(off))} too {'long: saw it down' if off > 0 else 'short'}"
    words = sawn if fits else f"{sawn}; {show.length(wanted)} is wanted now, so it is {more}"
    return SawnPiece(part=part, length=length, wanted=wanted, fits=fits, words=words)
