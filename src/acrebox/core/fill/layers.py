"""Layers bottom to top: those given by depth are as deep as they say wherever they lie; shares divide what
the depths leave. Soil falls into what is open below it. Over ground that is not level depths are counted from
the foot of the bed, and the lowest layer goes down to the ground: every other one lies level as designed.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from math import isclose

from acrebox.core.design import FillChoice, Layer
from acrebox.core.errors import DesignError, Problem, refuse
from acrebox.core.fill.materials import known, materials_of
from acrebox.core.measure.convert import GRAVITY
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.cavity import Cavity
from acrebox.core.stock import Catalogue, Fill
from acrebox.core.worked import COMMON_PRACTICE, GEOMETRY, Worked

NOT_CHOSEN = -1
"""The place among the chosen layers of what is none of them."""
NOT_FOR_ROOTS = ("filler", "stone")
STONE = "gravel"
ROUNDS = 40
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


def fill_cavity(choice: FillChoice, cavity: Cavity, book: Catalogue, show: Printer) -> list[FilledLayer]:
    """Lay the layers into the cavity up to the gap.

    Raises DesignError when depths or shares do not add up to the fill.
    """
    top = cavity.top - choice.gap.mm
    if top <= cavity.floor:
        raise refuse(
            "fill.gap",
            choice.gap.text,
            "A gap that deep leaves no room for soil.",
            f"less than {show.length(cavity.top - cavity.floor)}",
        )
    materials = _materials(choice, book)
    _check_amounts(choice)
    depths = sum(layer.depth.mm for layer in choice.layers if layer.depth)
    if depths > top - cavity.base + 0.5:
        raise refuse(
            "fill.layers",
            show.length(depths),
            "The layers are deeper than the bed holds.",
            f"at most {show.length(top - cavity.base)} in all",
        )
    return _fallen(_lay(choice, cavity, top, materials, depths, show))


Made = list[tuple[Fill, float]]
"""The materials of a layer, and their shares of it [%]."""


def _materials(choice: FillChoice, book: Catalogue) -> list[Made]:
    if not choice.layers:
        raise refuse("fill.layers", "none", "No fill is chosen.", "at least one layer")
    every = materials_of(choice, book)
    return [_made_of(layer, f"fill.layers.{n}", every) for n, layer in enumerate(choice.layers)]


def _made_of(layer: Layer, at: str, every: Mapping[str, Fill]) -> Made:
    if not layer.mix:
        return [(known(every, layer.material, f"{at}.material"), 100.0)]
    if layer.material is not None:
        raise refuse(
            f"{at}.material",
            layer.material,
            "A layer is of one material or of a mix.",
            "one of material, mix",
        )
    made = [(known(every, p.material, f"{at}.mix.{n}.material"), p.share) for n, p in enumerate(layer.mix)]
    total = sum(share for _, share in made)
    if not isclose(total, 100, abs_tol=0.05):
        raise refuse(
            f"{at}.mix", f"{total:g} %", f"The mix adds up to {total:g} %.", "shares that add up to 100 %"
        )
    if len({fill.key for fill, _ in made}) < len(made):
        raise refuse(f"{at}.mix", "twice", "A material is in the mix twice.", "each material once")
    return made


def _check_amounts(choice: FillChoice) -> None:
    problems = [
        Problem(
            f"fill.layers.{n}",
            layer.material or "mix",
            "A layer is given by its depth or by its share.",
            "one of depth, share",
        )
        for n, layer in enumerate(choice.layers)
        if (layer.depth is None) == (layer.share is None)
    ]
    shares = [layer.share for layer in choice.layers if layer.share is not None]
    if shares and not problems and not isclose(sum(shares), 100, abs_tol=0.05):
        problems.append(
            Problem(
                "fill.layers",
                f"{sum(shares):g} %",
                f"The shares add up to {sum(shares):g} %.",
                "shares that add up to 100 %",
            )
        )
    if problems:
        raise DesignError(problems)


def _lay(
    choice: FillChoice, cavity: Cavity, top: float, materials: list[Made], depths: float, show: Printer
) -> list[FilledLayer]:
    shared = any(layer.share is not None for layer in choice.layers)
    if not shared and abs(depths - (top - cavity.base)) > 0.5:
        raise refuse(
            "fill.layers",
            show.length(depths),
            "The depths do not fill the bed.",
            f"{show.length(top - cavity.base)} in all, or one layer as a share of the rest",
        )
    if shared and depths > top - cavity.base - 0.5:
        raise refuse(
            "fill.layers",
            show.length(depths),
            "The depths leave nothing to share.",
            f"less than {show.length(top - cavity.base)} of depths",
        )
    marks = _marks(choice.layers, cavity, top) if shared else _depths(choice.layers, cavity.base, top)
    placed: list[FilledLayer] = []
    for layer, made, base, height in zip(choice.layers, materials, marks[:-1], marks[1:], strict=True):
        litres = cavity.litres_to(height) - (cavity.litres_to(base) if placed else 0.0)
        contents = tuple(Content(material=m, settled=litres * s / 100, share=s) for m, s in made)
        placed.append(
            FilledLayer(
                choice=layer,
                contents=contents,
                settled=litres,
                base=base,
                top=height,
                at=len(placed),
                to_ground=not placed and layer.depth is not None and cavity.foot is not None,
            )
        )
    return placed


def _marks(layers: Sequence[Layer], cavity: Cavity, top: float) -> list[float]:
    """The heights at which layers begin and end [mm].

    Depths below the first share lie on the foot of the bed and those above the last one under the top. What
    a depth between two shares holds is a matter of where it lies, and so of what those below it hold: the
    volume that shares divide is halved in on there, until the last layer ends at the top.
    """
    shares = [n for n, layer in enumerate(layers) if layer.share is not None]
    first, last = shares[0], shares[-1]
    foot = cavity.base if first else cavity.floor
    floor = foot + sum(x.depth.mm for x in layers[:first] if x.depth)
    under = top - sum(x.depth.mm for x in layers[last + 1 :] if x.depth)
    inner = layers[first : last + 1]
    low, high = 0.0, cavity.litres_to(under) - cavity.litres_to(floor)
    if len(shares) == len(inner):
        low = high
    marks = _laid(inner, cavity, low, floor, under)
    for _ in range(ROUNDS if low < high else 0):
        shared = (low + high) / 2
        found = _laid(inner, cavity, shared, floor, under)
        if found is None:
            high = shared
        else:
            low, marks = shared, found
    assert marks is not None  # whatever is shared out of nothing ends below the top
    below = _depths(layers[:first], foot, floor)
    return [*below[:-1], *marks[:-1], *_depths(layers[last + 1 :], under, top)]


def _laid(
    layers: Sequence[Layer], cavity: Cavity, shared: float, floor: float, top: float
) -> list[float] | None:
    """The heights of layers from a floor up [mm] whose shares divide so much [L]; None where they end over
    the top.
    """
    marks, below, whole = [floor], cavity.litres_to(floor), cavity.litres_to(top)
    for n, layer in enumerate(layers):
        if layer.depth is not None:
            height = marks[-1] + layer.depth.mm
            if height > top:
                return None
            below = cavity.litres_to(height)
        else:
            below += shared * (layer.share or 0.0) / 100
            if below > whole + CRUMB_L:
                return None
            height = top if n == len(layers) - 1 else cavity.height_of(min(below, whole))
        marks.append(height)
    return marks


def _depths(layers: Sequence[Layer], floor: float, top: float) -> list[float]:
    """The heights of layers that all have their depth, from a floor up to where they end [mm]."""
    marks = [floor]
    for layer in layers:
        marks.append(marks[-1] + (layer.depth.mm if layer.depth else 0.0))
    return [*marks[:-1], top]


def _fallen(layers: Sequence[FilledLayer]) -> list[FilledLayer]:
    """What is open in a layer is filled by the next growing layer above it, in the shares of that one."""
    found = []
    for n, layer in enumerate(layers):
        open_l = sum(c.settled * c.material.voids for c in layer.contents)
        above = next((x for x in layers[n + 1 :] if x.for_roots), None)
        fallen: tuple[Content, ...] = ()
        if open_l > 0 and above is not None:
            fallen = tuple(
                Content(material=c.material, settled=open_l * c.share / 100, share=c.share)
                for c in above.contents
            )
        found.append(replace(layer, fallen=fallen))
    return found


def volumes_worked(layer: FilledLayer, show: Printer) -> dict[str, Worked]:
    """How a layer's settled and loose volumes [L] came about."""
    share = (
        f"{show.short(layer.choice.share)} % of what the depths leave"
        if layer.choice.share is not None
        else f"a layer {show.length(layer.top - layer.base)} deep"
    )
    if layer.to_ground:
        share += " over the foot of the bed, down to the ground under it"
    loose = " + ".join(loose_words(c, show) for c in layer.everything)
    more = [
        f"{show.cubic(sum(c.settled for c in layer.fallen))} of the soil above falls into what is open in it"
    ]
    names = dict.fromkeys(c.material.name for c in layer.everything)
    return {
        "settled_l": Worked(
            amount=layer.settled,
            unit="L",
            working=f"{share} = {show.cubic(layer.settled)}, that is {show.as_loads(layer.settled)}",
            source=GEOMETRY,
        ),
        "loose_l": Worked(
            amount=layer.loose,
            unit="L",
            working=f"{loose} = {show.cubic(layer.loose)} to bring, that is {show.as_loads(layer.loose)}",
            assumptions=[f"{', '.join(names)}: each settles by that factor", *(more if layer.fallen else [])],
            source=COMMON_PRACTICE,
        ),
    }


def loose_words(content: Content, show: Printer) -> str:
    """What of a material is to bring for what it leaves in place."""
    factor = show.short(content.material.loose_per_settled)
    return f"{content.material.name} {show.cubic(content.settled)} settled × {factor}"
