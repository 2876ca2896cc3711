"""The reservoir under the soil: what it holds, how it is filled and overflows, in what order it is made."""

from collections.abc import Iterator
from typing import get_args

from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.design.reservoir import MEDIA, Medium
from acrebox.core.measure.printing import Printer
from acrebox.core.plan.reservoir_rows import MediumRow, ReservoirRow
from acrebox.core.plan.rows import StepRow
from acrebox.core.wicking import STONES, Reservoir, lift_of, organic_of, wicking_limit
from acrebox.core.worked import COMMON_PRACTICE, Worked, Workings


def reservoir_rows(seen: Seen) -> ReservoirRow | None:
    """The reservoir, as published; None where there is none."""
    found = seen.reservoir
    if found is None:
        return None
    show = seen.show
    soil = seen.layers[-1].top - seen.assembly.cavity.base - found.depth
    organic = organic_of(seen.layers)
    return ReservoirRow(
        medium=found.medium,
        porosity=found.porosity,
        depth_mm=found.depth,
        held_l=found.held,
        overflow_mm=found.depth,
        port_mm=found.port,
        soil_above_mm=soil,
        lifts_mm=lift_of(organic, show.built),
        inlet_mm=found.inlet,
        organic=organic,
        says=_says(found, soil, show),
        media=list(_media(found, seen)),
        steps=[StepRow(key=key, words=words) for key, words in _steps(found, seen)],
        working=_workings(found, soil, organic, seen),
    )


def _says(found: Reservoir, soil: float, show: Printer) -> str:
    return (
        f"{show.volume(found.held)} of water in {MEDIA[found.medium]} {show.length(found.depth)} deep, under"
        f" {show.length(soil)} of soil."
    )


def _media(found: Reservoir, seen: Seen) -> Iterator[MediumRow]:
    """The same depth of each medium: water held, weight."""
    for medium in get_args(Medium):
        fill = seen.book.find_fill(STONES[medium])
        assert fill is not None
        share = found.porosity if medium == found.medium else wicking_limit(medium)
        dry = found.bulk * fill.loose_kg_per_l
        yield MediumRow(
            medium=medium,
            name=MEDIA[medium],
            held_l=found.bulk * share,
            dry_kg=dry,
            full_kg=dry + found.bulk * share,
        )


def _steps(found: Reservoir, seen: Seen) -> Iterator[tuple[str, str]]:
    show = seen.show
    yield (
        "test",
        (
            "Fill it with water to the overflow before anything goes in, mark the level, and look again after"
            " a day: it may not have fallen."
        ),
    )
    port = show.length(found.port)
    if found.port < found.depth:
        yield (
            "overflow",
            (
                f"Set the overflow {port} over the floor, and an elbow on it that turns: upright it keeps"
                f" {show.length(found.depth)} of water, turned down it empties the bed."
            ),
        )
    else:
        yield "overflow", f"Set the overflow {port} over the floor, at the top of the medium."
    yield "run", "Pour water in until it runs out of the overflow, and see that it runs away from the bed."
    yield (
        "inlet",
        (
            f"Stand the inlet pipe in a corner, {show.length(found.inlet)} long, a tee at its foot into the"
            " loop of drilled pipe."
        ),
    )
    yield "medium", f"Tip the medium in round the pipe, {show.length(found.depth)} deep, and rake it level."
    yield "cloth", "Lay the cloth over it, turned up at the walls: soil stays out, water comes through."
    yield (
        "soil",
        "Fill the soil in layers, watered each, down into the corners: it lifts water where it is packed.",
    )
    yield "young", "Water young plants from above for two weeks: their roots do not reach down yet."


def _workings(found: Reservoir, soil: float, organic: float, seen: Seen) -> Workings:
    show = seen.show
    share = show.short(found.porosity)
    usual = "measured" if found.measured else "as is usual: measure it in a bucket"
    return {
        "held_l": Worked(
            amount=found.held,
            unit="L",
            working=f"{show.cubic(found.bulk)} under the overflow × {share} open = {show.cubic(found.held)}",
            assumptions=[f"the open share is {usual}", "pipes and posts in it are not counted as water"],
            source=COMMON_PRACTICE,
        ),
        "soil_above_mm": Worked(
            amount=soil,
            unit="mm",
            working=f"from the medium, {show.length(found.depth)} over the floor, to the soil's top ="
            f" {show.length(soil)}",
        ),
        "lifts_mm": Worked(
            amount=lift_of(organic, show.built),
            unit="mm",
            working=f"{show.number(organic * 100)} % of the soil is organic: it lifts water"
            f" {show.length(lift_of(organic, show.built))}",
            source=COMMON_PRACTICE,
        ),
        "inlet_mm": Worked(
            amount=found.inlet,
            unit="mm",
            working=f"the bed inside and {show.length(wicking_limit('inlet_over', show.built))} over its rim"
            f" = {show.length(found.inlet)}",
        ),
    }


RESERVOIR = register(
    Chapter(
        key="reservoir",
        stage="drain",
        reads=("show", "assembly", "reservoir_of", "layers"),
        work=reservoir_rows,
        model=ReservoirRow | None,
    )
)
