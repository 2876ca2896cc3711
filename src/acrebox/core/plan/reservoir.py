"""The reservoir under the soil: what it holds, how it is filled and overflows, in what order it is made."""

from collections.abc import Iterator
from typing import Any

from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.design.reservoir import MEDIA
from acrebox.core.measure.printing import Printer, named
from acrebox.core.plan.drain import fitting_rows, pipe_cuts, pipe_rows
from acrebox.core.plan.reservoir_rows import ReservoirRow, WaterTestRow
from acrebox.core.plan.reservoir_steps import reservoir_steps
from acrebox.core.plan.rows import OrderRow, StepRow
from acrebox.core.wicking import Reservoir, available, lift_of, organic_of, wicking_limit
from acrebox.core.worked import COMMON_PRACTICE, Worked, Workings


def reservoir_rows(seen: Seen) -> ReservoirRow | None:
    """The reservoir, as published; None where there is none."""
    found = seen.reservoir
    if found is None:
        return None
    show = seen.show
    soil = found.under(seen.layers)
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
        kc=found.kc,
        available_l=available(seen.layers),
        **_piped(seen),
        test=_tested(found, seen),
        says=_says(found, soil, show),
        bucket=[OrderRow(words=words) for words in _bucket(found, seen)],
        steps=[StepRow(key=key, words=words) for key, words in reservoir_steps(found, seen)],
        working=_workings(found, soil, organic, seen),
    )


def _piped(seen: Seen) -> dict[str, Any]:
    """The pipe of the reservoir, as it is cut and as it lies."""
    pipes = seen.kept_pipes
    if pipes is None:
        nothing: dict[str, Any] = {"pipes": [], "fittings": [], "loop": [], "riser": [], "port": []}
        return {"pipe_mm": None, "pipe_holes": 0, "sleeve_mm": None, **nothing}
    return {
        "pipe_mm": pipes.size.outside.mm,
        "pipe_holes": pipes.holes,
        "pipes": pipe_rows(pipes.pieces),
        "fittings": fitting_rows(pipes.fittings),
        "loop": [list(p) for p in (*pipes.corners, *pipes.corners[:1])],
        "riser": list(pipes.tee),
        "port": list(pipes.port.at),
        "sleeve_mm": next(iter(seen.lined.sleeves), None),
    }


def _tested(found: Reservoir, seen: Seen) -> WaterTestRow | None:
    """What the water test showed, as published."""
    test, choice, show = found.test, seen.design.reservoir, seen.show
    if test is None or choice is None or choice.test is None:
        return None
    ran = choice.test.ran
    held = "it leaks" if test.leaks else "it holds"
    out = "the overflow ran" if ran else "the overflow is not tested yet"
    return WaterTestRow(
        drop_mm=test.drop,
        a_day_mm=test.a_day,
        leaks=test.leaks,
        ran=ran,
        says=f"The water fell {show.length(test.drop)} in {show.short(choice.test.hours)} hours: {held},"
        f" and {out}.",
    )


def _says(found: Reservoir, soil: float, show: Printer) -> str:
    return (
        f"{show.volume(found.held)} of water in {MEDIA[found.medium]} {show.length(found.depth)} deep, under"
        f" {show.length(soil)} of soil."
    )


def _bucket(found: Reservoir, seen: Seen) -> Iterator[str]:
    """How a bucket tells how open the medium is, and what it told."""
    show, choice = seen.show, seen.design.reservoir
    yield f"Fill a bucket whose size you know to the brim with dry {MEDIA[found.medium]}, shaken down."
    yield "Pour water in from a measured jug, slowly, until it stands at the brim."
    yield "Type in what the bucket holds and what it took: one over the other is the open share."
    if choice is not None and choice.bucket and choice.took and choice.porosity is None:
        took, holds = show.cubic(choice.took.litres), show.cubic(choice.bucket.litres)
        yield f"It told: {took} ÷ {holds} = {show.short(found.porosity)}."
    else:
        known = "as you typed it" if found.measured else "as is usual, until it is measured"
        yield f"Now it is {show.short(found.porosity)}, {known}."


def _workings(found: Reservoir, soil: float, organic: float, seen: Seen) -> Workings:
    show = seen.show
    share = show.short(found.porosity)
    over = wicking_limit("inlet_over", show.built)
    usual = "measured" if found.measured else "as is usual: measure it in a bucket"
    return {
        **(pipe_cuts(seen.kept_pipes.pieces, seen.kept_pipes.size, show) if seen.kept_pipes else {}),
        "available_l": Worked(
            amount=available(seen.layers),
            unit="L",
            working=" + ".join(
                f"{named(show.cubic(c.settled), c.material.name)} × ({show.short(c.material.holds)} −"
                f" {show.short(c.material.wilts)})"
                for layer in seen.layers
                if layer.for_roots
                for c in layer.contents
            )
            + f" = {show.cubic(available(seen.layers))}",
            assumptions=["what it holds once drained less what it holds when plants wilt"],
            source="FAO-56, Eq. 82; water of a loam: Saxton & Rawls (2006) Table 3",
        ),
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
            working=f"soil's top {show.length(found.depth + soil)} over the floor − top of the medium"
            f" {show.length(found.depth)} = {show.length(soil)}",
        ),
        "lifts_mm": Worked(
            amount=lift_of(organic, show.built),
            unit="mm",
            working=f"{show.number(organic * 100)} % of the soil is organic: it lifts water:"
            f" {show.length(lift_of(organic, show.built))}",
            source=COMMON_PRACTICE,
        ),
        "inlet_mm": Worked(
            amount=found.inlet,
            unit="mm",
            working=f"{show.length(found.inlet - over)} inside + {show.length(over)} over the rim ="
            f" {show.length(found.inlet)}",
        ),
    }


RESERVOIR = register(
    Chapter(
        key="reservoir",
        stage="drain",
        reads=("show", "reservoir_of", "kept_pipes", "lined", "layers", "design.reservoir"),
        work=reservoir_rows,
        model=ReservoirRow | None,
    )
)
