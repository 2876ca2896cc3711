"""How a ring comes out: how much a sheet covers, how many close it, and how far across that is."""

from dataclasses import dataclass
from math import ceil, floor, pi

from acrebox.core.construction.ring_choice import Ring
from acrebox.core.construction.sections import choose_sheet, longest_stick
from acrebox.core.construction.sizes import size
from acrebox.core.design import CircleShape, Design, Measured, OvalShape
from acrebox.core.errors import refuse
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.level import Oval
from acrebox.core.shape.outline import RoundOutline, round_outline
from acrebox.core.stock import Catalogue, Sheet, Wave

FEWEST, MOST = 3, 40


@dataclass(frozen=True, kw_only=True)
class RingMade:
    """A ring as it is made: so many sheets of a cover, lapped by [mm], round an oval through the middle of
    the wave; cut to a height, so much of it in the ground.
    """

    choice: Ring
    sheet: Sheet
    cover: float
    lap: float
    width: float
    count: int
    middle: Oval
    height: float
    bury: float
    book: Catalogue
    show: Printer
    smaller: int
    larger: int

    @property
    def wave(self) -> Wave:
        return self.sheet.wave

    @property
    def outline(self) -> RoundOutline:
        return round_outline(self.grown(self.wave.depth / 2))

    @property
    def girth(self) -> float:
        """Through the middle of the wave [mm]."""
        return self.count * self.cover

    @property
    def diameter(self) -> float:
        """Of the circle through the middle of the wave; of an oval its width [mm]."""
        return 2 * self.middle.radius

    def grown(self, by: float) -> Oval:
        """The oval so far outside the middle of the wave [mm]."""
        return Oval(self.middle.centre, self.middle.radius + by, self.middle.straight)

    def across(self, count: int) -> float:
        """The size that so many sheets make: a circle's diameter, an oval's length [mm]."""
        if self.middle.straight:
            return self.diameter + (count * self.cover - pi * self.diameter) / 2
        return count * self.cover / pi


def ring_made(design: Design, choice: Ring, book: Catalogue, show: Printer) -> RingMade:
    """A ring by its choices. Raises DesignError naming the field that closes no ring."""
    sheet = choose_sheet(book, choice.sheet, "construction.sheet")
    cover, lap, width = _cover(choice, sheet, show)
    height = _height(design, sheet, book, show)
    bury = choice.bury.mm
    most = min(size("ring_bury_most", show.built), height - size("ring_least_height", show.built))
    if not 0 <= bury <= most + 1e-6:
        raise refuse(
            "construction.bury",
            choice.bury.text,
            "That leaves too little of the ring, or is deeper than any burrower digs.",
            f"{show.length(0)} to {show.length(max(0.0, most))}",
        )
    count, smaller, larger, wide = _count(design, choice, cover, sheet.depth.mm, show)
    straight = max(0.0, (count * cover - pi * wide) / 2) if wide else 0.0
    radius = wide / 2 if wide else count * cover / (2 * pi)
    reach = radius + sheet.depth.mm / 2
    return RingMade(
        choice=choice,
        sheet=sheet,
        cover=cover,
        lap=lap,
        width=width,
        count=count,
        middle=Oval((reach + straight / 2, reach), radius, straight),
        height=height,
        bury=bury,
        book=book,
        show=show,
        smaller=smaller,
        larger=larger,
    )


def _cover(choice: Ring, sheet: Sheet, show: Printer) -> tuple[float, float, float]:
    """Cover, lap and full width of a sheet [mm], as measured or as lapped by choice."""
    measured = choice.sheet_measured
    usual = sheet.width.mm - sheet.cover.mm
    if measured.width is not None:
        width = measured.width.mm
    else:
        width = measured.cover.mm + usual if measured.cover is not None else sheet.width.mm
    if choice.lap is not None:
        if not 0 < choice.lap.mm < width / 2:
            raise refuse(
                "construction.lap",
                choice.lap.text,
                f"The sheet is {show.length(width)} wide.",
                f"more than {show.length(0)}, less than {show.length(width / 2)}",
            )
        if measured.cover is not None:
            raise refuse(
                "construction.lap",
                choice.lap.text,
                "The cover that you measured has its lap already.",
                "the cover, or the lap",
            )
        return width - choice.lap.mm, choice.lap.mm, width
    cover = measured.cover.mm if measured.cover is not None else sheet.cover.mm
    least = sheet.pitch.mm * 2
    if not least <= cover < width:
        wide = measured.cover is None
        raise refuse(
            f"construction.sheet_measured.{'width' if wide else 'cover'}",
            str(getattr(measured.width if wide else measured.cover, "text", cover)),
            f"A sheet {show.length(width)} wide that covers {show.length(cover)} cannot be lapped.",
            f"a cover of {show.length(least)} or more, and less than the width",
        )
    return cover, width - cover, width


def _height(design: Design, sheet: Sheet, book: Catalogue, show: Printer) -> float:
    """What the sheets are cut to [mm]."""
    if design.height is None:
        raise refuse(
            "courses", design.courses, "A ring has no courses.", "its height: what its sheets are cut to"
        )
    least, most = size("ring_least_height", show.built), longest_stick(design, sheet, book)
    if not least <= design.height.mm <= min(most, size("tallest", show.built)):
        raise refuse(
            "height",
            design.height.text,
            f"Sheets of {sheet.name} cannot be cut to that.",
            f"{show.length(least)} to {show.length(min(most, size('tallest', show.built)))}",
        )
    return design.height.mm


def _count(
    design: Design, choice: Ring, cover: float, depth: float, show: Printer
) -> tuple[int, int, int, float]:
    """How many sheets: those to hand, or the nearest that make what is asked for; how many the next smaller
    and larger ones take, and of an oval how wide it is through the middle of the wave [mm].
    """
    outline = design.outline
    if choice.sheets is not None and not FEWEST <= choice.sheets <= MOST:
        raise refuse(
            "construction.sheets",
            choice.sheets,
            f"{choice.sheets} sheets close no ring: two lie flat against each other."
            if choice.sheets == FEWEST - 1
            else f"No ring is made of {choice.sheets} sheets.",
            f"{FEWEST} to {MOST} sheets",
        )
    if isinstance(outline, OvalShape):
        return _oval_count(outline, choice, cover, depth, show)
    assert isinstance(outline, CircleShape)
    if outline.diameter is None:
        if choice.sheets is None:
            raise refuse(
                "outline.diameter",
                "nothing",
                "A ring wants a diameter, or so many sheets.",
                "outline.diameter or construction.sheets",
            )
        return choice.sheets, choice.sheets - 1, choice.sheets + 1, 0.0
    if choice.sheets is not None:
        raise refuse(
            "construction.sheets",
            choice.sheets,
            "The sheets make the diameter: with one given, the other follows.",
            "the diameter left empty, or the sheets",
        )
    asked = outline.diameter.mm + to_middle(outline.measured, depth)
    exact = asked * pi / cover
    if not FEWEST - 0.5 <= exact <= MOST:
        raise refuse(
            "outline.diameter",
            outline.diameter.text,
            f"{FEWEST} sheets make {show.length(FEWEST * cover / pi)}; that asks for {show.short(exact, 1)}.",
            f"{show.length(FEWEST * cover / pi)} to {show.length(MOST * cover / pi)}",
        )
    low, high = floor(exact + 1e-9), ceil(exact - 1e-9)
    if low == high:
        low, high = low - 1, high + 1
        return low + 1, low, high, 0.0
    count = low if exact - low <= high - exact else high
    return max(FEWEST, count), low, high, 0.0


def to_middle(measured: Measured, depth: float) -> float:
    """What is to be added to a size across, to have it through the middle of the wave [mm]."""
    return {Measured.MIDDLE: 0.0, Measured.OUTSIDE: -depth, Measured.INSIDE: depth}[measured]


def _oval_count(
    outline: OvalShape, choice: Ring, cover: float, depth: float, show: Printer
) -> tuple[int, int, int, float]:
    if choice.ties is None:
        raise refuse(
            "outline.shape",
            "oval",
            "Soil pushes a loose ring into a circle: the straight sides of an oval bulge until it is one.",
            "a circle, or construction.ties: rods across the straight sides",
        )
    more = to_middle(outline.measured, depth)
    long, wide = outline.length.mm + more, outline.width.mm + more
    if wide < cover / 2 or long < wide + cover / 2:
        raise refuse(
            "outline.width",
            outline.width.text,
            "An oval of sheets is longer than wide, and its ends are half circles that sheets bend to.",
            f"a width from {show.length(cover / 2)}, a length of {show.length(cover / 2)} more than it",
        )
    exact = (pi * wide + 2 * (long - wide)) / cover
    if choice.sheets is not None:
        return choice.sheets, choice.sheets - 1, choice.sheets + 1, wide
    low, high = floor(exact + 1e-9), ceil(exact - 1e-9)
    if low == high:
        return low, low - 1, high + 1, wide
    least = ceil(pi * wide / cover + 1e-9)
    return max(least, low if exact - low <= high - exact else high), low, high, wide
