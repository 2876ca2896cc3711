"""What is asked of a ring of corrugated sheets."""

from typing import Annotated, Literal

from pydantic import Field, StrictBool

from acrebox.core.construction.ring_cap import RingCap
from acrebox.core.construction.ring_oval import OvalTies
from acrebox.core.construction.roundness import Across
from acrebox.core.design import Asking, Construction, Measured, asks
from acrebox.core.measure.written import Length

FACES = {"light": "the light or bare side outward", "dark": "the dark side outward"}
GUARDS = {"hose": "garden hose, slit", "bead": "a rubber bead", "none": "nothing yet"}
SHEETS_ARE = {"new": "new", "reclaimed": "old ones, used again"}
TALL = {"ask": "Sheets are cut", "instrument": "height_only"}


class MeasuredSheet(Asking):
    """What a sheet really measures: its cover once lapped, and its full width."""

    order = ("cover", "width")

    cover: Length | None = Field(
        None, json_schema_extra=asks("Covers, once lapped", label="Cover of a sheet measured")
    )
    width: Length | None = Field(
        None, json_schema_extra=asks("Full width", label="Full width of a sheet measured")
    )


class Ring(Construction):
    """Corrugated sheets in a ring, corrugation upright: a diameter, or so many sheets."""

    order = (
        "sheet",
        "sheets",
        "height",
        "bury",
        "lap",
        "outward",
        "guard",
        "strap",
        "stock",
        "ties",
        "cap",
        "measured_across",
    )
    shapes = ("circle", "oval")
    measured = Measured.MIDDLE
    measured_by = ("height",)
    keeps_own = frozenset({"sheets", "cap", "ties"})
    instead_of_size = "sheets"
    takes = ("straps",)
    digs = ("bury",)
    height_asks = TALL

    kind: Literal["ring"] = "ring"
    sheet: str = Field(json_schema_extra=asks("Sheet", stock="sheet"))
    sheet_measured: MeasuredSheet = MeasuredSheet()
    sheets: int | None = Field(
        None,
        json_schema_extra=asks(
            "Sheets to hand", label="Sheets round", hint="Left empty: as many as the diameter takes."
        ),
    )
    lap: Length | None = Field(
        None, json_schema_extra=asks("They lap by", hint="Left empty: as the sheet is made.")
    )
    bury: Length = Field(
        Length("0 mm"),
        json_schema_extra=asks("In the ground", label="Depth in the ground", imperial="0 in"),
    )
    outward: Literal["light", "dark"] = Field(
        "light", json_schema_extra=asks("Outward", label="Face outward", words={**FACES})
    )
    guard: Literal["hose", "bead", "none"] = Field(
        "hose", json_schema_extra=asks("On the top edge", label="Guard of the edge", words={**GUARDS})
    )
    strap: StrictBool = Field(
        True, json_schema_extra=asks("A strap", after="round it while it is filled, then taken off")
    )
    stock: Literal["new", "reclaimed"] = Field(
        "new", json_schema_extra=asks("The sheets are", label="Sheets new or old", words={**SHEETS_ARE})
    )
    ties: OvalTies | None = Field(
        None, json_schema_extra=asks("Ties across", instrument="part", when={"/outline.shape": ["oval"]})
    )
    cap: RingCap | None = Field(None, json_schema_extra=asks("A timber cap", instrument="part"))
    measured_across: Annotated[tuple[Across, ...], Field(max_length=24)] = Field(
        (), json_schema_extra=asks("Measured across, as it stands", instrument="rows")
    )
