"""What a bed can be filled with: what is on the price list, and the gardener's own."""

from collections.abc import Mapping

from acrebox.core.design import FillChoice, OwnMaterial
from acrebox.core.errors import DesignError, Problem, refuse
from acrebox.core.measure.written import Volume
from acrebox.core.stock import BagSize, Bulk, Catalogue, Fill

LIKE = {
    "soil": "garden-soil",
    "compost": "compost",
    "manure": "manure",
    "structure": "bark-fines",
    "filler": "logs",
    "stone": "gravel",
}
"""What of a material of one's own nobody has told is as of this one of its kind."""
USUAL_CARBON = 0.45
"""The share of dry organic matter that is carbon (common practice)."""


def materials_of(choice: FillChoice, book: Catalogue) -> Mapping[str, Fill]:
    """Every material by its key; one's own by their names.

    Raises DesignError when one of one's own has the name of another, or says not how it is sold.
    """
    found = {fill.key: fill for fill in book.fill}
    problems: list[Problem] = []
    for n, own in enumerate(choice.own):
        if own.name in found:
            says = f"There is a material called '{own.name}' already."
            problems.append(Problem(f"fill.own.{n}.name", own.name, says, "another name"))
            continue
        if own.sold != "free" and (own.pack is None or own.pack.litres <= 0):
            text = "nothing" if own.pack is None else str(own.pack.text)
            says = f"How much of {own.name} is sold at a time is not said."
            problems.append(Problem(f"fill.own.{n}.pack", text, says, "more than nothing"))
        if own.sold != "free" and own.price is None:
            says = f"The price of {own.name} is not said."
            problems.append(Problem(f"fill.own.{n}.price", "nothing", says, "an amount of money"))
        found[own.name] = _made(own, found[LIKE[own.kind]])
    if problems:
        raise DesignError(problems)
    return found


def _made(own: OwnMaterial, like: Fill) -> Fill:
    pack, price = own.pack or Volume("0 L"), own.price or 0
    bags = (BagSize(size=pack, price=price),) if own.sold == "bags" else ()
    bulk = Bulk(step=pack, price=price, delivery=own.delivery) if own.sold == "bulk" else None
    carbon, nitrogen = like.carbon, like.nitrogen
    if own.cn is not None:
        carbon = carbon or USUAL_CARBON
        nitrogen = carbon / own.cn
    return like.model_copy(
        update={
            "key": own.name,
            "source": f"as you told it; what you did not tell is as of {like.name}",
            "name": own.name,
            "kind": own.kind,
            "loose_per_settled": own.settles,
            "wet_kg_per_l": own.wet,
            "loose_kg_per_l": own.loose,
            "dry_kg_per_l": min(like.dry_kg_per_l, own.wet),
            "carbon": carbon,
            "nitrogen": nitrogen,
            "voids": 0.0,
            "to_hand": own.sold == "free",
            "bags": bags,
            "bulk": bulk,
        }
    )


def known(materials: Mapping[str, Fill], key: str | None, field: str) -> Fill:
    """The material of that key. Raises DesignError that lists those there are."""
    if key is None:
        raise refuse(field, "nothing", "No material is chosen.", "a material, or a mix of several")
    found = materials.get(key)
    if found is None:
        raise refuse(field, key, "The yard has no such fill.", ", ".join(materials))
    return found
