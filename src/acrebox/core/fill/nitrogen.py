"""Carbon and nitrogen: the ratio of a mix by its dry matter, and what straw and wood take while they rot.

Source: NRAES-54, On-Farm Composting Handbook, and the Cornell Waste Management Institute's worked examples,
for the ratio of a mix; what of a material rots in its first year is common practice.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache

from pydantic import BaseModel, ConfigDict

from acrebox.core.data import read_as
from acrebox.core.errors import refuse
from acrebox.core.fill.layers import Content, FilledLayer
from acrebox.core.fill.limits import fill_limit
from acrebox.core.stock import Fill

GRAMS = 1000.0


@dataclass(frozen=True, kw_only=True)
class Feedstock:
    """Something that rots: how much of it [kg], the share of that which is water, and the shares of its dry
    matter that are carbon and nitrogen.
    """

    kg: float
    moisture: float
    carbon: float
    nitrogen: float

    @property
    def dry(self) -> float:
        """Its dry matter [kg]."""
        return self.kg * (1 - self.moisture)


def mixed_ratio(parts: Sequence[Feedstock]) -> float | None:
    """C:N of a mix: all its carbon over all its nitrogen, by dry matter; None where it has no nitrogen."""
    nitrogen = sum(p.dry * p.nitrogen for p in parts)
    return sum(p.dry * p.carbon for p in parts) / nitrogen if nitrogen > 0 else None


def balancing(first: Feedstock, second: Feedstock, ratio: float) -> float:
    """How much [kg, moist] of a second material brings so much of a first one to a ratio.

    Raises DesignError where both lie on the same side of it: no mix of them comes to it.
    """
    over = first.dry * (first.carbon - ratio * first.nitrogen)
    under = (1 - second.moisture) * (ratio * second.nitrogen - second.carbon)
    if over == 0:
        return 0.0
    if over * under <= 0:
        says = "No mix of the two comes to that ratio."
        raise refuse("ratio", f"{ratio:g}", says, "between the ratios of the two")
    return over / under


class Feed(BaseModel):
    """Something that gives nitrogen: the share of it that is."""

    model_config = ConfigDict(frozen=True)

    key: str
    name: str
    nitrogen: float
    source: str


@cache
def feeds() -> tuple[Feed, ...]:
    """Every feed there is."""
    return tuple(read_as(list[Feed], "fill", "feeds.toml", "feed"))


@dataclass(frozen=True, kw_only=True)
class Tied:
    """What a material of a layer takes while it rots in its first year: its dry matter, what of that rots
    [kg], the nitrogen that it has too little [g].
    """

    at: int
    material: Fill
    dry: float
    rots: float
    grams: float

    @property
    def ratio(self) -> float:
        """Its C:N."""
        return self.material.carbon / self.material.nitrogen


def rots_at_first(material: Fill) -> float:
    """The share of a material that rots in its first year: the middle of its band."""
    return sum(material.lost_first) / 2


def _tied(content: Content, at: int) -> Tied | None:
    """What a material takes; None where it has nitrogen enough to rot by."""
    m, ratio = content.material, fill_limit("ratio")
    lacks = m.carbon / ratio - m.nitrogen
    rots = content.dry * rots_at_first(m)
    if lacks <= 0 or rots <= 0 or m.nitrogen <= 0:
        return None
    return Tied(at=at, material=m, dry=content.dry, rots=rots, grams=rots * lacks * GRAMS)


def tied_up(layers: Sequence[FilledLayer]) -> list[Tied]:
    """What ties nitrogen up, layer by layer."""
    found = (_tied(content, layer.at) for layer in layers for content in layer.contents)
    return [t for t in found if t is not None]


def ratio_of(layer: FilledLayer) -> float | None:
    """C:N of a layer by dry matter, with what has fallen into it; None where it has no nitrogen."""
    return mixed_ratio(
        [
            Feedstock(kg=c.dry, moisture=0.0, carbon=c.material.carbon, nitrogen=c.material.nitrogen)
            for c in layer.everything
        ]
    )


def litres_to_balance(tied: Tied, by: Fill) -> float | None:
    """How much of a richer material, settled [L], mixed in brings what is tied to the ratio that rots freely;
    None where it is not richer.
    """
    ratio = fill_limit("ratio")
    if by.nitrogen <= 0 or by.carbon / by.nitrogen >= ratio:
        return None
    m = tied.material
    first = Feedstock(kg=tied.dry, moisture=0.0, carbon=m.carbon, nitrogen=m.nitrogen)
    second = Feedstock(kg=1.0, moisture=0.0, carbon=by.carbon, nitrogen=by.nitrogen)
    return balancing(first, second, ratio) / by.dry_kg_per_l
