"""What goes in."""

from decimal import Decimal
from typing import Annotated, Any, Literal

from pydantic import Field, StrictBool

from acrebox.core.design.base import Choice
from acrebox.core.design.questions import Asking, asks
from acrebox.core.measure.written import Length, Volume

Share = Annotated[float, Field(gt=0, le=100)]
Price = Annotated[Decimal, Field(ge=0, max_digits=9, decimal_places=2)]
Way = Literal["cheaper", "bags", "bulk"]


class MixPart(Choice):
    """One material of a mix, and its share of it in place [%]."""

    material: str
    share: Share


class Layer(Choice):
    """One material, or a mix of several, bottom to top: so deep, a share [%] of what the depths leave, or
    `all_to_hand`: as much as the heaps of it make.

    `bag` and `buy` say how its materials are bought, where `FillChoice.bought` does not.
    """

    material: str | None = None
    mix: Annotated[tuple[MixPart, ...], Field(max_length=20)] = ()
    depth: Length | None = None
    share: Share | None = None
    all_to_hand: StrictBool = False
    bag: Volume | None = None
    buy: Way = "cheaper"


class Bought(Choice):
    """How a material is bought: the cheapest way, in bags only (of one size), or as a load only."""

    material: str
    way: Way = "cheaper"
    bag: Volume | None = None


HEAPS: dict[str, Any] = {
    "volume": "so much of it",
    "cone": "a heap, measured as a cone",
    "buckets": "so many buckets",
    "barrows": "so many barrow loads",
    "bags": "so many bags",
}
COUNTED = ["buckets", "barrows", "bags"]


class Heap(Asking):
    """Material to hand, loose, which costs nothing: a volume, a heap measured across its foot and up to its
    top, buckets or bags that hold so much, or loads of the bed's barrow.
    """

    order = ("material", "measured", "volume", "across", "high", "count", "holds")

    material: str = Field(json_schema_extra=asks("Material to hand", of="fill"))
    measured: Literal["volume", "cone", "buckets", "barrows", "bags"] = Field(
        "volume", json_schema_extra=asks("There is", label="How it is measured", words=HEAPS)
    )
    volume: Volume | None = Field(
        None, json_schema_extra=asks("Loose", label="Volume to hand", when={"measured": ["volume"]})
    )
    across: Length | None = Field(
        None,
        json_schema_extra=asks("Across its foot", label="Heap, across its foot", when={"measured": ["cone"]}),
    )
    high: Length | None = Field(
        None, json_schema_extra=asks("High", label="Heap, height", when={"measured": ["cone"]})
    )
    count: Annotated[float, Field(gt=0, le=10_000)] | None = Field(
        None,
        json_schema_extra=asks("How many", label="How many loads", when={"measured": COUNTED}),
    )
    holds: Volume = Field(
        Volume("10 L"),
        json_schema_extra=asks("Each holds", when={"measured": ["buckets", "bags"]}, imperial="5 gal"),
    )


KINDS: dict[str, Any] = {
    "soil": "soil",
    "compost": "compost",
    "manure": "manure",
    "structure": "something that keeps it loose",
    "filler": "a filler, which roots do not want",
    "stone": "stone",
}
SOLD: dict[str, Any] = {"free": "it costs nothing", "bags": "by the bag", "bulk": "by the load"}
PACKED = {"sold": ["bags", "bulk"]}


class OwnMaterial(Asking):
    """A material that no price list has: its weight and settling, and how it is sold where it is."""

    order = ("name", "kind", "wet", "loose", "settles", "cn", "sold", "pack", "price", "delivery")

    name: Annotated[str, Field(min_length=1, max_length=60)] = Field(
        json_schema_extra=asks("Called", label="Name of your own material")
    )
    kind: Literal["soil", "compost", "manure", "structure", "filler", "stone"] = Field(
        "soil", json_schema_extra=asks("It is", label="Kind of material", words=KINDS)
    )
    wet: Annotated[float, Field(ge=0.05, le=3)] = Field(
        1.2,
        json_schema_extra=asks("Weighs wet", label="Weight in place, wet", after="times as much as water"),
    )
    loose: Annotated[float, Field(ge=0.02, le=3)] = Field(
        0.8, json_schema_extra=asks("Weighs as brought", label="Weight as brought", after="times water")
    )
    settles: Annotated[float, Field(ge=1, le=4)] = Field(
        1.2,
        json_schema_extra=asks(
            "Brought for what is left settled",
            label="Settling factor",
            before="×",
            hint="1.2: a sixth is lost.",
        ),
    )
    cn: Annotated[float, Field(ge=5, le=1000)] | None = Field(
        None,
        json_schema_extra=asks(
            "Carbon to nitrogen",
            label="Carbon to nitrogen, C:N",
            after=": 1",
            hint="Over 30 it takes nitrogen as it rots; left empty: as is usual for its kind.",
        ),
    )
    sold: Literal["free", "bags", "bulk"] = Field(
        "free", json_schema_extra=asks("It is sold", label="How it is sold", words=SOLD)
    )
    pack: Volume | None = Field(
        None, json_schema_extra=asks("So much at a time", label="A bag or a step of a load", when={**PACKED})
    )
    price: Price | None = Field(
        None, json_schema_extra=asks("Price of that", label="Price of it", of="money", when={**PACKED})
    )
    delivery: Price = Field(
        Decimal(0),
        json_schema_extra=asks(
            "Brought for", label="Price of bringing it", of="money", when={"sold": ["bulk"]}
        ),
    )


LORRIES: dict[str, Any] = {
    "one": "on one lorry, paid once",
    "each": "each on its own, each paid",
}


def _usual_layers() -> tuple[Layer, ...]:
    return (
        Layer(material="garden-soil", share=50),
        Layer(material="compost", share=40),
        Layer(material="manure", share=10),
    )


class FillChoice(Asking):
    """What goes in, how its materials are bought, what of them is to hand, and how much is left free at the
    top.
    """

    order = ("gap", "keep_back", "lorries", "barrow")

    gap: Length = Field(Length("25 mm"), json_schema_extra=asks("Left free at the top", imperial="1 in"))
    layers: Annotated[tuple[Layer, ...], Field(max_length=60)] = Field(default_factory=_usual_layers)
    bought: Annotated[tuple[Bought, ...], Field(max_length=60)] = ()
    heaps: Annotated[tuple[Heap, ...], Field(max_length=60)] = ()
    own: Annotated[tuple[OwnMaterial, ...], Field(max_length=60)] = ()
    keep_back: Annotated[int, Field(ge=0, le=10)] = Field(
        1,
        json_schema_extra=asks(
            "Bags kept back",
            hint="At most, of what lies on top; what bags leave over counts.",
        ),
    )
    lorries: Literal["one", "each"] = Field(
        "one", json_schema_extra=asks("Loads come", label="How loads are brought", words=LORRIES)
    )
    barrow: Volume = Field(Volume("85 L"), json_schema_extra=asks("A barrow holds", imperial="3 cu ft"))
