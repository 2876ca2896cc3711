"""Is it round? Diameters measured at several bearings, and where to push and how much."""

from collections.abc import Sequence
from math import atan2, degrees, hypot
from typing import Annotated

import numpy as np
from pydantic import Field

from acrebox.core.design import Asking, asks
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.written import Length
from acrebox.core.worked import Worked

NEEDED = 3
MISREAD_SHARE = 0.03


class Across(Asking):
    """A diameter measured inside, from ridge to ridge, at a bearing [°]: any mark on the ring is 0."""

    order = ("bearing", "across")

    bearing: Annotated[float, Field(ge=0, lt=360)] = Field(
        json_schema_extra=asks("At", label="Bearing", after="°")
    )
    across: Length = Field(json_schema_extra=asks("Across", label="Measured across"))


def roundness(rows: Sequence[Across], stick: float, show: Printer) -> dict[str, Worked]:
    """How far out of round a ring stands [mm], and where to push; nothing until diameters were measured at
    three bearings. `stick` [mm] is what it should measure.

    Diameters repeat after half a turn, so the least that tells is D(b) = m + a·cos 2b + c·sin 2b, by least
    squares. Source: a Fourier series to its first term that a diameter has.
    """
    bearings = sorted({round(row.bearing % 180, 1) for row in rows})
    if len(bearings) < NEEDED:
        return {}
    angles = np.radians([row.bearing * 2 for row in rows])
    measured = np.array([row.across.mm for row in rows])
    terms = np.column_stack([np.ones_like(angles), np.cos(angles), np.sin(angles)])
    (mean, a, c), *_ = np.linalg.lstsq(terms, measured, rcond=None)
    swing = hypot(a, c)
    longest = round(degrees(atan2(c, a) / 2)) % 180
    off = measured - terms @ (mean, a, c)
    worst = int(np.argmax(np.abs(off)))
    said = [
        f"about the mean: 2 × {show.bow(swing)} = {show.bow(2 * swing)}",
        f"longest at {longest}°: push in by {show.bow(swing / 2)} at {longest}° and at"
        f" {longest + 180}°, and it comes out as much at {(longest + 90) % 180}°",
        f"{show.length(mean)} in the mean, where the sheets make {show.length(stick)}",
    ]
    if len(rows) > NEEDED and abs(off[worst]) > MISREAD_SHARE * mean:
        said.append(
            f"the one at {rows[worst].bearing:g}° disagrees with the others by {show.bow(abs(off[worst]))}:"
            " take it again"
        )
    return {
        "measured_out_of_round": Worked(
            amount=2 * swing,
            unit="mm",
            working="; ".join(said),
            assumptions=["from the longest diameter to the shortest"],
            source="least squares over the diameters measured",
        )
    }
