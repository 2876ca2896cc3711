"""Down the one road: Design → Assembly → Takeoff → Plan."""

from decimal import Decimal
from typing import Any

from acrebox.core.advice import Seen, watch_outs
from acrebox.core.assembly import Assembly
from acrebox.core.bench.sticks import cut_sections
from acrebox.core.construction import assemble
from acrebox.core.design import Design, read_design
from acrebox.core.drafting import draw
from acrebox.core.errors import DesignError, Problem
from acrebox.core.faces import exposed_faces
from acrebox.core.fill import fill_cavity, purchase
from acrebox.core.fixing import fixings
from acrebox.core.measure.printing import Printer
from acrebox.core.plan.cutting import cuts_of, cutting_of, stick_lines
from acrebox.core.plan.fixed import fixing_cost, fixing_lines, fixings_of
from acrebox.core.plan.model import EndCutOut, NotchOut, Note, Plan, PlanPart, Totals
from acrebox.core.plan.sizes import inside_of, outside_of
from acrebox.core.plan.soil import fill_lines, fill_of, purchases_total
from acrebox.core.plan.strong import strength_of
from acrebox.core.plan.understood import understood
from acrebox.core.stock import Catalogue, catalogue
from acrebox.core.strength import check_strength
from acrebox.core.takeoff import Takeoff, take_off
from acrebox.core.worked import COMMON_PRACTICE, Worked

CUTTING_SECONDS = 3.0
LEAST = {
    "bench.kerf": (0.0, 12.0),
    "bench.trim": (0.0, 300.0),
    "fill.gap": (0.0, 1000.0),
    "construction.post_drop": (0.0, 1000.0),
}


def plan_bed(design: Design, book: Catalogue | None = None, cutting_seconds: float = CUTTING_SECONDS) -> Plan:
    """The Plan of one bed: same design, same plan.

    `cutting_seconds` bounds the search for the cheapest cutting of each section [s].
    Raises DesignError naming every field at fault.
    """
    book = book or catalogue()
    show = Printer(design.system, book.currency_sign)
    _check_amounts(design, book, show)
    assembly = assemble(design, book)
    layers = fill_cavity(design.fill, assembly.cavity, book, show)
    takeoff = take_off(assembly)
    sections = cut_sections(takeoff, design.bench, book, show, cutting_seconds)
    purchases = [purchase(layer, design.fill.keep_back) for layer in layers]
    seen = Seen(
        design,
        assembly,
        book,
        sections,
        layers,
        purchases,
        fixings(assembly, book),
        check_strength(assembly, design, book, layers[-1].top),
        show,
    )
    return _plan(seen, takeoff, book)


def plan_document(data: Any) -> dict[str, Any]:
    """The Plan of a design given as plain JSON values, as plain JSON values.

    Raises DesignError naming every field at fault.
    """
    return plan_bed(read_design(data)).model_dump(mode="json")


def _plan(seen: Seen, takeoff: Takeoff, book: Catalogue) -> Plan:
    fixed = fixing_lines(seen, book)
    return Plan(
        name=seen.design.name,
        units=seen.show.system,
        currency=book.currency,
        currency_sign=book.currency_sign,
        understood=understood(seen.design),
        outside=outside_of(seen),
        inside=inside_of(seen),
        parts=_parts(seen.assembly, takeoff),
        cuts=cuts_of(seen, takeoff),
        fixings=fixings_of(seen),
        notes=[Note(name=name, words=words) for name, words in seen.assembly.counts.items()],
        construction=seen.design.construction.kind,
        buying=[*stick_lines(seen.sections, seen, book), *fixed, *fill_lines(seen, book)],
        cutting=cutting_of(seen, book),
        fill=fill_of(seen, book),
        strength=strength_of(seen),
        totals=_totals(seen, book, fixing_cost(fixed)),
        watch_outs=watch_outs(seen),
        drawings=draw(seen.assembly, seen.layers, takeoff.part_labels, seen.fixings),
    )


def _parts(assembly: Assembly, takeoff: Takeoff) -> list[PlanPart]:
    return [
        PlanPart(
            id=takeoff.part_labels[part.name],
            label=takeoff.part_labels[part.name].rstrip("0123456789"),
            name=part.name,
            role=part.role,
            stock=part.stock,
            side=part.side,
            course=part.course,
            length_mm=part.solid.length,
            width_mm=part.solid.width,
            thickness_mm=part.solid.thickness,
            origin=part.solid.origin,
            along=part.solid.along,
            face=part.solid.face,
            through=part.solid.through,
            ends=[EndCutOut(mitre=e.mitre, bevel=e.bevel) for e in part.solid.ends],
            notches=[NotchOut(along=n.along, face=n.face, through=n.through) for n in part.solid.notches],
            faces=exposed_faces(part),
        )
        for part in assembly.parts
    ]


def _totals(seen: Seen, book: Catalogue, fixed: Decimal) -> Totals:
    timber = sum((s.cost for s in seen.sections), Decimal(0))
    soil = purchases_total(seen.purchases)
    whole = timber + fixed + soil
    bought = sum(1 for s in seen.sections for stick in s.sticks if not stick.supply.to_hand)
    settled = sum(x.settled for x in seen.layers)
    wet = sum(x.settled * x.material.wet_kg_per_l for x in seen.layers)
    wood = sum(_part_kg(p.stock, p.solid.volume, book) for p in seen.assembly.parts)
    show = seen.show
    return Totals(
        sticks=bought,
        timber_cost=float(timber),
        fixing_cost=float(fixed),
        stock_cost=float(timber + fixed),
        fill_cost=float(soil),
        cost=float(whole),
        soil_l=settled,
        soil_kg=wet,
        timber_kg=wood,
        weight_kg=wet + wood,
        working={
            "sticks": Worked(
                amount=bought,
                unit="sticks",
                working=" + ".join(
                    f"{s.stock} {sum(not x.supply.to_hand for x in s.sticks)}" for s in seen.sections
                )
                + f" = {bought} to buy",
            ),
            "stock_cost": Worked(
                amount=float(timber + fixed),
                unit=book.currency,
                working=(
                    f"sticks and sheets {show.money(timber)} + fixings {show.money(fixed)} ="
                    f" {show.money(timber + fixed)}"
                ),
                source="the yard's price list (invented)",
            ),
            "cost": Worked(
                amount=float(whole),
                unit=book.currency,
                working=(
                    f"sticks and sheets {show.money(timber)} + fixings {show.money(fixed)} + soil"
                    f" {show.money(soil)} = {show.money(whole)}"
                ),
                assumptions=["concrete and liner are not in this yet"],
                source="the yard's price list (invented)",
            ),
            "soil_l": Worked(
                amount=settled, unit="L", working=f"settled, to the fill line: {show.volume(settled)}"
            ),
            "weight_kg": Worked(
                amount=wet + wood,
                unit="kg",
                working=(
                    f"wet soil {show.weight(wet)} + timber {show.weight(wood)} = {show.weight(wet + wood)}"
                ),
                assumptions=["watered through", "timber at its yard density"],
                source=COMMON_PRACTICE,
            ),
        },
    )


def _part_kg(stock: str, mm3: float, book: Catalogue) -> float:
    timber = book.find_cuttable(stock)
    return mm3 / 1e9 * (timber.density_kg_m3 if timber else 0.0)


def _check_amounts(design: Design, book: Catalogue, show: Printer) -> None:
    """Amounts that can be judged without building anything."""
    problems = []
    found = understood(design)
    for field, (low, high) in LEAST.items():
        if field in found and not low <= found[field].amount <= high:
            problems.append(
                Problem(
                    field,
                    show.length(found[field].amount),
                    "That is out of range.",
                    f"{show.length(low)} to {show.length(high)}",
                )
            )
    if design.fill.barrow.litres < 5:
        problems.append(
            Problem(
                "fill.barrow", str(design.fill.barrow.text), "A barrow holds more than that.", "5 L or more"
            )
        )
    for n, layer in enumerate(design.fill.layers):
        if layer.depth is not None and layer.depth.mm <= 0:
            problems.append(
                Problem(
                    f"fill.layers.{n}.depth",
                    str(layer.depth.text),
                    "A layer must have a depth.",
                    "more than 0",
                )
            )
    for name in ("lengths", "offcuts"):
        for n, row in enumerate(getattr(design.bench, name)):
            if book.find_cuttable(row.stock) is None:
                problems.append(
                    Problem(
                        f"bench.{name}.{n}.stock",
                        row.stock,
                        "The yard has no timber of that name.",
                        "a stock key or nominal size",
                    )
                )
            if row.length.mm <= 0:
                problems.append(
                    Problem(
                        f"bench.{name}.{n}.length",
                        str(row.length.text),
                        "A stick must have a length.",
                        "more than 0",
                    )
                )
    if problems:
        raise DesignError(problems)
