"""Layers in place, bottom to top: what each is of, how much of it there is, what it weighs."""

from collections.abc import Sequence
from dataclasses import dataclass

from acrebox.core.design import Layer
from acrebox.core.measure.convert import GRAVITY
from acrebox.core.shape.cavity import Cavity
from acrebox.core.stock import Catalogue, Fill

NOT_CHOSEN = -1
"""The place among the chosen layers of what is none of them."""
NOT_FOR_ROOTS = ("filler", "stone")
STONE = "gravel"
CRUMB_L = 1e-3
"""Volumes are the same that differ by less [L]: a pinch of soil."""


@dataclass(frozen=True, kw_only=True)
class Content:
    """So much of a material in place [L]; `share` of its layer [%]."""

    material: Fill
    settled: float
    share: float = 100.0

    @property
    def loose(self) -> float:
        """Volume to bring [L]."""
        return self.settled * self.material.loose_per_settled

    @property
    def wet(self) -> float:
        """Weight watered through [kg]."""
        return self.settled * self.material.wet_kg_per_l

    @property
    def brought(self) -> float:
        """Weight as it is brought [kg]."""
        return self.loose * self.material.loose_kg_per_l

    @property
    def dry(self) -> float:
        """Its dry matter [kg]."""
        return self.settled * self.material.dry_kg_per_l


@dataclass(frozen=True, kw_only=True)
class FilledLayer:
    """A layer in place: what it is of, its settled volume [L], from height to height [mm], and what of the
    layers above has fallen into what is open in it. One that goes `to_ground` fills what lies under its base
    and lacks what ground stands in it. `at` is its place among the layers that were chosen, from 0; what lies
    in the bed besides them has none.
    """

    choice: Layer
    contents: tuple[Content, ...]
    settled: float
    base: float
    top: float
    fallen: tuple[Content, ...] = ()
    to_ground: bool = False
    at: int = NOT_CHOSEN

    @property
    def main(self) -> Fill:
        """The material of which there is most."""
        return max(self.contents, key=lambda c: c.settled).material

    @property
    def key(self) -> str:
        """The key of its material; `mix` of a mix."""
        return "mix" if self.choice.mix else self.main.key

    @property
    def kind(self) -> str:
        """What it is drawn as."""
        return self.main.kind

    @property
    def name(self) -> str:
        """Its material, or its materials with their shares."""
        if not self.choice.mix:
            return self.main.name
        return ", ".join(f"{c.material.name} {c.share:g} %" for c in self.contents)

    @property
    def is_filler(self) -> bool:
        """Whether it lies under the soil to save some: logs, straw, leaves."""
        return self.kind == "filler"

    @property
    def for_roots(self) -> bool:
        """Whether roots want to grow in it."""
        return self.kind not in NOT_FOR_ROOTS

    @property
    def everything(self) -> tuple[Content, ...]:
        """What it is of, and what has fallen into it."""
        return (*self.contents, *self.fallen)

    @property
    def loose(self) -> float:
        """Volume to bring [L]: of its own materials and of what falls into it."""
        return sum(c.loose for c in self.everything)

    @property
    def wet(self) -> float:
        """Weight watered through [kg]."""
        return sum(c.wet for c in self.everything)

    @property
    def brought(self) -> float:
        """Weight as it is brought [kg]."""
        return sum(c.brought for c in self.everything)


def wet_weight(layers: Sequence[FilledLayer]) -> float:
    """What soil of these layers weighs in place, watered through [kN/m³]."""
    litres = sum(x.settled for x in layers)
    return sum(x.wet for x in layers) / litres * float(GRAVITY) if litres else 0.0


def stone_on(cavity: Cavity, top: float, litres: float, book: Catalogue, key: str = STONE) -> FilledLayer:
    """A bed of stone on the floor, up to a height [mm], of so much [L]: what lies in it takes the rest."""
    stone = book.find_fill(key)
    assert stone is not None
    return FilledLayer(
        choice=Layer(material=key),
        contents=(Content(material=stone, settled=litres),),
        settled=cavity.litres_to(top),
        base=cavity.base,
        top=top,
    )


def root_depth(layers: Sequence[FilledLayer]) -> float:
    """How deep the soil is that roots grow in [mm]: no filler, no stone, and nothing below them."""
    depth = 0.0
    for layer in reversed(layers):
        if not layer.for_roots:
            break
        depth += layer.top - layer.base
    return depth
