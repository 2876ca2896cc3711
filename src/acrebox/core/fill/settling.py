"""How fill sinks: in its first weeks as it packs, then year by year as what is organic in it rots. A band
from the least to the most of each material, never a line.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from acrebox.core.fill.layers import FilledLayer
from acrebox.core.shape.cavity import Cavity
from acrebox.core.stock import Fill

YEARS = 5
Bound = Literal[0, 1]
LEAST: Bound = 0
MOST: Bound = 1


@dataclass(frozen=True, kw_only=True)
class Sunk:
    """The fill after so many years: how high its top lies [mm], what is left of it in place [L], its dry
    matter left and gone [kg], what brings it back to its line in that year alone, settled [L].
    """

    top: float
    left: float
    dry: float
    gone: float
    lost: float


@dataclass(frozen=True, kw_only=True)
class SunkYear:
    """A year: the fill as it is where least is lost, and where most is."""

    year: int
    least: Sunk
    most: Sunk


def left_of(material: Fill, years: int, bound: Bound) -> float:
    """The share of a material that is left after so many years."""
    if years <= 0:
        return 1.0
    return (1 - material.lost_first[bound]) * float((1 - material.lost_year[bound]) ** (years - 1))


def after(layers: Sequence[FilledLayer], cavity: Cavity, years: int, bound: Bound) -> Sunk:
    """The fill after so many years with nothing added. What falls into a layer takes no room of its own, and
    rots as well.
    """
    own = [c for layer in layers for c in layer.contents]
    every = [c for layer in layers for c in layer.everything]
    now = sum(c.settled * (1 - left_of(c.material, years, bound)) for c in own)
    before = sum(c.settled * (1 - left_of(c.material, years - 1, bound)) for c in own) if years else 0.0
    dry = sum(c.dry for c in every)
    left = sum(c.dry * left_of(c.material, years, bound) for c in every)
    whole = cavity.litres_to(layers[-1].top)
    return Sunk(
        top=layers[-1].top if now <= 0 else cavity.height_of(max(0.0, whole - now)),
        left=sum(layer.settled for layer in layers) - now,
        dry=left,
        gone=dry - left,
        lost=now - before,
    )


def sinks(layers: Sequence[FilledLayer], cavity: Cavity, years: int = YEARS) -> list[SunkYear]:
    """The fill year by year, from as it is filled."""
    return [
        SunkYear(year=n, least=after(layers, cavity, n, LEAST), most=after(layers, cavity, n, MOST))
        for n in range(years + 1)
    ]


def topped_up(layers: Sequence[FilledLayer], by: Fill, bound: Bound, years: int = YEARS) -> list[float]:
    """What is added each year, loose [L], where the fill is brought back to its line every year with one
    material, which rots as well.
    """
    lots = [(c.settled, c.material, 0) for layer in layers for c in layer.contents]
    found = []
    for year in range(1, years + 1):
        lost = sum(
            amount * (left_of(m, year - 1 - since, bound) - left_of(m, year - since, bound))
            for amount, m, since in lots
        )
        lots.append((lost, by, year))
        found.append(lost * by.loose_per_settled)
    return found


def packed_top(layers: Sequence[FilledLayer], cavity: Cavity) -> float:
    """Where the top of the fill comes to lie [mm] when it is tipped in loose up to its line, and packs."""
    own = [c for layer in layers for c in layer.contents]
    settled, loose = sum(c.settled for c in own), sum(c.loose for c in own)
    if settled <= 0:
        return layers[-1].top
    lost = settled * (1 - settled / loose)
    return cavity.height_of(max(0.0, cavity.litres_to(layers[-1].top) - lost))
