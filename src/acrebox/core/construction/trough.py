"""A trough, round, oval or straight, on level blocks or on the ground: bought with a size of its own, or of a
size typed in.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from decimal import Decimal
from math import ceil, pi
from typing import Annotated, Literal

from pydantic import Field

from acrebox.core.assembly import Assembly, Good, Part, WallLayer, WholePiece, role
from acrebox.core.construction.registry import builds
from acrebox.core.construction.sizes import printed, size
from acrebox.core.construction.standing import blocks_under, footing_fact, supports_of
from acrebox.core.construction.vessels import (
    Face,
    capacity_fact,
    does_not_pass,
    prismatoid_words,
    room_of,
    round_or_square,
    vessel_of,
)
from acrebox.core.design import Choice, Construction, Design, DrainKind, Measured, StandsOn, asks
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.written import Length
from acrebox.core.shape.bodies import Loft
from acrebox.core.stock import STEEL_KG_M3, Catalogue

DRAINS = {"drilled": "holes drilled through its floor", "plug": "its plug, with a pipe"}
FINISHES = {"bare": "bare metal", "painted": "painted"}
TYPED_HEIGHT = {"instrument": "height_only", "when": {"construction.trough": [""]}}
RIM_HIGH = 16.0
TIN_COVERS_M2 = 7.5


class Base(Choice):
    """The base of one that tapers: its length and width, or its diameter, inside."""

    length: Length | None = None
    width: Length | None = None
    diameter: Length | None = None


class Trough(Construction):
    """A trough as it is sold, or of the outline and the height typed in; inside sizes."""

    order = ("trough", "height", "drain", "plug", "pipe", "finish", "price")
    shapes = ("oval", "circle", "rectangle")
    measured = Measured.INSIDE
    measured_by = ("height",)
    size_from = "trough"
    takes = ()
    closed = True
    height_asks = TYPED_HEIGHT

    kind: Literal["trough"] = "trough"
    trough: str | None = Field(
        None,
        json_schema_extra=asks("The trough", stock="trough", hint="Left empty: of the sizes you type."),
    )
    base: Base | None = None
    drain: Literal["drilled", "plug"] = Field(
        "drilled", json_schema_extra=asks("Water leaves by", words={**DRAINS})
    )
    plug: Length | None = Field(
        None,
        json_schema_extra=asks(
            "Its plug hole, wide",
            label="Plug hole",
            hint="Left empty: as it is sold.",
            when={"drain": ["plug"]},
        ),
    )
    pipe: Length | None = Field(
        None,
        json_schema_extra=asks("The pipe, outside", label="Outside of the pipe", when={"drain": ["plug"]}),
    )
    finish: Literal["bare", "painted"] = Field(
        "bare", json_schema_extra=asks("The metal is", label="Finish", words={**FINISHES})
    )
    price: Annotated[Decimal, Field(ge=0, le=100_000)] | None = Field(
        None,
        json_schema_extra=asks("It costs", of="money", when={"trough": [""]}, label="Price of the trough"),
    )

    @property
    def drains(self) -> DrainKind:
        """Through holes, or through its plug."""
        return "plumbed" if self.drain == "plug" else "holes"

    @property
    def says_drain(self) -> bool:
        """Whether somebody chose between holes and its plug."""
        return "drain" in self.model_fields_set

    @property
    def drain_pipe(self) -> Length | None:
        """The pipe that goes through its plug, outside."""
        return self.pipe


@dataclass(frozen=True, kw_only=True)
class _Sizes:
    """Rim and base inside, the depth, the wall, the plug [mm]; what is bought."""

    rim: Face
    base: Face
    deep: float
    wall: float
    plug: float | None
    piece: WholePiece
    told: str


@builds(Trough)
def assemble_trough(design: Design, choice: Trough, book: Catalogue) -> Assembly:
    """Place a trough, and the blocks that it stands on.

    Raises DesignError naming the field when it closes, or its plug does not take the pipe.
    """
    show = book.printer(design.system)
    sizes = _sizes(design, choice, book, show)
    _check_plug(choice, sizes, show)
    outer = sizes.rim.grown(sizes.wall + size("rim_wide", show.built))
    centre = (outer.length / 2, outer.width / 2)
    on_blocks = design.site.stands_on is StandsOn.BLOCKS
    under = sizes.base.level(centre) if sizes.base.round else (sizes.base.length, sizes.base.width)
    blocks = blocks_under(under, centre, show) if on_blocks else []  # type: ignore[arg-type]
    foot = size("footing_block", show.built) if blocks else 0.0
    floor = foot + sizes.wall
    top = floor + sizes.deep
    room = room_of("trough", sizes.base.level(centre), sizes.rim.level(centre), floor, top)
    trough = Part(
        name="trough",
        role=role("trough"),
        body=_shell(sizes, outer, centre, foot, floor),
        piece=sizes.piece,
    )
    inner = outer.outline().inset((outer.width - sizes.rim.width) / 2)
    low, middle, high = (room.inside.areas[0].area_at(floor + sizes.deep * s) for s in (0.0, 0.5, 1.0))
    return Assembly(
        outline=outer.outline(),
        inner=inner,
        soil_face=inner,
        wall_top=top,
        foot=floor,
        wall=(WallLayer("wall", (outer.width - sizes.rim.width) / 2),),
        parts=(trough, *blocks),
        compartments=(room,),
        goods=_paint(choice, sizes, show),
        notes=_notes(choice, sizes, show),
        facts={
            "capacity": capacity_fact(room, show, prismatoid_words(low, middle, high, sizes.deep, show)),
            "footing_blocks": footing_fact(blocks, show),
        },
        supports=supports_of(blocks, show),
        known=frozenset(_known(choice)),
        plug=sizes.plug,
        told={
            "length": f"{show.length(sizes.rim.length)} inside {sizes.told} + wall and rolled rim"
            f" {show.length(outer.length - sizes.rim.length)} = {show.length(outer.length)}",
            "width": f"{show.length(sizes.rim.width)} inside {sizes.told} + wall and rolled rim"
            f" {show.length(outer.width - sizes.rim.width)} = {show.length(outer.width)}",
            "height": f"deep inside, {sizes.told}: {show.length(sizes.deep)}",
        },
    )


def _known(choice: Trough) -> Iterator[str]:
    if choice.drain == "drilled":
        yield "floor drilled"
    if choice.trough is None and choice.price is None:
        yield "no price"


def _sizes(design: Design, choice: Trough, book: Catalogue, show: Printer) -> _Sizes:
    if choice.trough is not None:
        return _listed(choice.trough, choice, book)
    assert design.height is not None or design.courses is not None
    if design.height is None:
        raise refuse("courses", design.courses, "A trough has no courses.", "its height, inside")
    wall = 0.8
    rim = round_or_square(design, wall, show)
    base = _base(choice, rim)
    _check_sizes(rim, base, design.height.mm, show)
    piece = WholePiece(
        stock="trough", name="Trough, as you typed it", price=choice.price or Decimal(0), kg_m3=STEEL_KG_M3
    )
    plug = choice.plug.mm if choice.plug else None
    return _Sizes(
        rim=rim, base=base, deep=design.height.mm, wall=wall, plug=plug, piece=piece, told="as you typed it"
    )


def _listed(key: str, choice: Trough, book: Catalogue) -> _Sizes:
    found = vessel_of(book, key, "trough", "construction.trough")
    rim = Face(found.shape != "rectangle", found.length.mm, found.width.mm)
    base = Face(rim.round, (found.base_length or found.length).mm, (found.base_width or found.width).mm)
    deep = found.height.mm
    plug = choice.plug or found.plug
    return _Sizes(
        rim=rim,
        base=base,
        deep=deep,
        wall=found.wall.mm,
        plug=plug.mm if plug else None,
        piece=WholePiece(stock=found.key),
        told="as it is sold",
    )


def _base(choice: Trough, rim: Face) -> Face:
    """The base, as wide as the rim where nothing is said. Raises DesignError naming what is missing."""
    base = choice.base
    if base is None:
        return rim
    if base.diameter is not None:
        return Face(rim.round, base.diameter.mm, base.diameter.mm)
    if base.length is None or base.width is None:
        missing = "length" if base.length is None else "width"
        raise refuse(
            f"construction.base.{missing}",
            "nothing",
            "A base that tapers has a length and a width, or a diameter.",
            f"its {missing}",
        )
    return Face(rim.round, base.length.mm, base.width.mm)


def _check_sizes(rim: Face, base: Face, deep: float, show: Printer) -> None:
    least, most = size("least_vessel", show.built), size("longest_side", show.built)
    for field, mm in (
        ("outline.diameter" if rim.round and rim.length == rim.width else "outline.length", rim.length),
        ("outline.width", rim.width),
        ("height", deep),
    ):
        high = size("tallest", show.built) if field == "height" else most
        if not least <= mm <= high:
            raise refuse(
                field,
                show.length(mm),
                "No trough is like that.",
                f"{show.length(least)} to {show.length(high)}",
            )
    for name, low, high in (("length", base.length, rim.length), ("width", base.width, rim.width)):
        named = "diameter" if rim.round and base.length == base.width else name
        if low < least or (rim.round and base.length < base.width - 1e-6):
            raise refuse(
                f"construction.base.{named}",
                show.length(low),
                "The trough tapers until it closes.",
                f"{show.length(least)} to {show.length(high)}",
            )
        if low > high + 1e-6:
            raise refuse(
                f"construction.base.{named}",
                show.length(low),
                "The base is wider than the rim: it would not stack, and soil would not come out.",
                f"at most {show.length(high)}",
            )


def _check_plug(choice: Trough, sizes: _Sizes, show: Printer) -> None:
    if choice.drain != "plug" or choice.pipe is None or sizes.plug is None:
        return
    if choice.pipe.mm > sizes.plug + 1e-6:
        raise does_not_pass("construction.pipe", str(choice.pipe.text), sizes.plug, show)


def _shell(sizes: _Sizes, outer: Face, centre: tuple[float, float], foot: float, floor: float) -> Loft:
    """The steel: floor, wall, and the rim rolled outwards."""
    wall, top = sizes.wall, floor + sizes.deep
    edge = top - min(RIM_HIGH, sizes.deep / 4)
    share = (edge - foot) / (top - foot)
    base, rim = sizes.base.grown(wall).level(centre), sizes.rim.grown(wall).level(centre)
    hollow = Loft(((floor, sizes.base.level(centre)), (top, sizes.rim.level(centre))))
    wide = outer.level(centre)
    return Loft(((foot, base), (edge, base.between(rim, share)), (edge, wide), (top, wide)), hollow)


def _paint(choice: Trough, sizes: _Sizes, show: Printer) -> tuple[Good, ...]:
    if choice.finish != "painted":
        return ()
    rim = sizes.rim
    girth = pi * rim.width + 2 * (rim.length - rim.width) if rim.round else 2 * (rim.length + rim.width)
    area = girth * sizes.deep * 2
    tins = ceil(area / 1e6 / TIN_COVERS_M2)
    words = (
        f"outside {show.area(area / 2)} × 2 coats ÷ {show.area(TIN_COVERS_M2 * 1e6)} a tin,"
        f" rounded up = {tins}"
    )
    return (Good(key="metal-paint", what="paint", count=tins, unit="piece", working=words),)


def _notes(choice: Trough, sizes: _Sizes, show: Printer) -> dict[str, str]:
    words = {"rim": "rolled: it carries no cap and cuts nobody"}
    if choice.drain == "plug":
        wide = f"{show.length(sizes.plug)} wide" if sizes.plug else "as wide as you find it"
        words["plug"] = (
            f"its hole is {wide}: threaded part first, then the pipe, with nothing glued before it fits"
        )
    else:
        words["drilled"] = "no longer fit for animals: mark it, so that nobody fills it for them"
    if choice.finish == "painted":
        words["paint"] = "wipe off print and grease with spirit, wash, let it dry, then two thin coats"
    words["sleeves"] = (
        f"drill for irrigation and hoops before filling: a hole of {printed('sleeve_hole', show)} with a"
        " rubber grommet, above the fill line"
    )
    return words
