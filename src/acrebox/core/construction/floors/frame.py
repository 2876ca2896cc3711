"""What a floor is made of, and at which heights it lies."""

from dataclasses import dataclass

from acrebox.core.assembly import Assembly
from acrebox.core.construction.sections import ChosenTimber, choose_sheet, choose_timber, longest_stick
from acrebox.core.construction.sizes import floor_span, size
from acrebox.core.design import BoxFloor, Design, MeasuredStick
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.stock import Catalogue, Sheet

FIELD = "construction.floor"
Run = tuple[float, float]
"""From where to where [mm]."""


@dataclass(frozen=True, kw_only=True)
class Frame:
    """What a floor is made of, and where: its top, its underside, the underside of its bearers [mm]."""

    bed: Assembly
    choice: BoxFloor
    board: ChosenTimber | None
    sheet: Sheet | None
    bearer: ChosenTimber
    hung: bool
    top: float
    span: float
    legs_every: float
    longest: tuple[float, float]
    built: System

    @property
    def deck(self) -> float:
        """How thick the boards or the sheet are [mm]."""
        return self.sheet.depth.mm if self.sheet else self.board.thick  # type: ignore[union-attr]

    @property
    def under(self) -> float:
        """Height of the underside of the boards [mm]."""
        return self.top - self.deck

    @property
    def high(self) -> float:
        """How high a bearer is [mm]: on edge where it is hung, flat on the ground."""
        return self.bearer.wide if self.hung else self.bearer.thick

    @property
    def wide(self) -> float:
        """How wide it is [mm]."""
        return self.bearer.thick if self.hung else self.bearer.wide

    @property
    def clear(self) -> Run:
        """From and to which height nothing may stand where a bearer runs: its legs do [mm]."""
        return 0.0, self.under

    @property
    def z(self) -> Run:
        """From and to which height bearers reach [mm]."""
        return self.under - self.high, self.under


def frame_of(bed: Assembly, choice: BoxFloor, design: Design, book: Catalogue, show: Printer) -> Frame:
    """What a floor is made of and where it lies in a bed.

    Raises DesignError naming the field: stock that is not sold, or no room for the floor in the wall.
    """
    metric = show.built is System.METRIC
    bearer = choose_timber(book, choice.bearer, MeasuredStick(), f"{FIELD}.bearer", design.system)
    if choice.kind == "sheet":
        sheet = choose_sheet(
            book, choice.stock or ("sheet-wave-18" if metric else "sheet-wave-half"), f"{FIELD}.stock"
        )
        board, deck, longest = None, sheet.depth.mm, longest_stick(design, sheet, book)
    else:
        sheet = None
        usual = "larch-27x145" if metric else "spruce-2x6"
        board = choose_timber(book, choice.stock or usual, MeasuredStick(), f"{FIELD}.stock", design.system)
        deck, longest = board.thick, longest_stick(design, board.timber, book)
    hung = choice.below_rim is not None
    top = bed.wall_top - choice.below_rim.mm if choice.below_rim else bearer.thick + deck
    least = (bearer.wide if hung else bearer.thick) + deck
    soil = size("floor_least_soil", show.built)
    if hung and not least - 1e-6 <= top <= bed.wall_top - soil:
        assert choice.below_rim is not None
        raise refuse(
            f"{FIELD}.below_rim",
            choice.below_rim.text,
            f"Under a wall {show.length(bed.wall_top)} high there is no room for the floor and its bearers.",
            f"{show.length(soil)} to {show.length(bed.wall_top - least)}, or left empty: on the ground",
        )
    if top > bed.wall_top - soil:
        raise refuse(
            FIELD,
            choice.kind,
            f"The floor would lie {show.length(top)} high in a wall of {show.length(bed.wall_top)}.",
            "a higher bed, or thinner boards and bearers",
        )
    # Twice the soil over it, half the bending that it may have: spans go by the root.
    deep = bed.wall_top - top
    share = min(1.0, (size("floor_span_soil", show.built) / deep) ** 0.5)
    return Frame(
        bed=bed,
        choice=choice,
        board=board,
        sheet=sheet,
        bearer=bearer,
        hung=hung,
        top=top,
        span=share * (size("floor_sheet_span", show.built) if sheet else floor_span(deck, show.built)),
        legs_every=share * size("floor_legs_every", show.built),
        longest=(longest, longest_stick(design, bearer.timber, book)),
        built=show.built,
    )
