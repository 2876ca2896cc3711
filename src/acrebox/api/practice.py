"""Practice: an invented plot, a simulated laser, tapes of a racked bed, and what is said of the answers."""

from typing import Annotated

from fastapi import APIRouter, Path, Query
from pydantic import BaseModel, Field

from acrebox.api.problems import RESPONSES
from acrebox.api.typed import Typed
from acrebox.core.errors import refuse
from acrebox.core.ground import CORNERS, DATUM, MEASURES
from acrebox.core.ground.practice import (
    Feedback,
    check_dig,
    check_heights,
    check_push,
    check_slip,
    heights_of,
)
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.standins.laser import SLIP_MM, Laser, Plot

router = APIRouter(prefix="/api/practice/{number}", tags=["practice"], responses=RESPONSES)

Number = Annotated[int, Path(ge=1, le=9999)]
Shown = Annotated[System, Query(description="the system of units in which it is read and answered")]
LONG, WIDE = 2400.0, 1200.0
PLACES = {
    DATUM: (-1500.0, -1500.0),
    **dict(zip(CORNERS, [(0.0, 0.0), (LONG, 0.0), (LONG, WIDE), (0.0, WIDE)], strict=True)),
}


class TakenOut(BaseModel):
    """What is read, as one types it."""

    written: str


Key = Annotated[str, Field(min_length=1, max_length=60)]
Word = Annotated[str, Field(max_length=60)]
Answers = Annotated[dict[Key, Word], Field(max_length=60)]


class Taken(BaseModel):
    """A reading as it was taken."""

    station: Key
    written: Annotated[str, Field(max_length=40)]


class AnswersIn(BaseModel):
    """What was read, and what somebody made of it: heights over the datum, depths to dig, the station that
    was misread, the corner to push and how far. What is left empty is not judged.
    """

    readings: Annotated[list[Taken], Field(max_length=100)] = []
    heights: Answers = {}
    dig: Answers = {}
    slip: Word = ""
    tapes: Answers = {}
    corner: Word = ""
    by: Word = ""


class FeedbackOut(BaseModel):
    """What is said of one answer."""

    about: str
    right: bool
    words: str


class CheckedOut(BaseModel):
    """What is said of all answers, and how many are right."""

    feedback: list[FeedbackOut]
    right: int


@router.get("/reading")
def read(
    number: Number,
    station: Annotated[str, Query(max_length=60)],
    turn: Annotated[int, Query(ge=0, le=1000)] = 0,
    shown: Shown = System.METRIC,
) -> TakenOut:
    """What the laser reads at a station, counted by turns; one corner's first reading is misread by a whole
    decimetre.
    """
    if station not in PLACES:
        raise refuse("station", station, "The plot has no such place.", ", ".join(PLACES))
    plot = Plot(number)
    mm = Laser(plot).read(*PLACES[station], turn)
    if turn == 0 and station == plot.misread_of(CORNERS):
        mm += SLIP_MM
    return TakenOut(written=Printer(shown).typed(mm))


@router.get("/tape")
def tape(
    number: Number, which: Annotated[str, Query(max_length=60)], shown: Shown = System.METRIC
) -> TakenOut:
    """One taped length of a bed that is racked."""
    if which not in MEASURES:
        raise refuse("which", which, "Nothing of that name is taped.", ", ".join(MEASURES))
    return TakenOut(written=Printer(shown).typed(Plot(number).racked(LONG, WIDE)[MEASURES.index(which)]))


@router.post("/check")
def check(number: Number, answers: AnswersIn, shown: Shown = System.METRIC) -> CheckedOut:
    """What is said of the answers. What is no length is named by its field."""
    show, reader = Printer(shown), Typed(shown)
    read = {name: [] for name in PLACES}  # type: dict[str, list[float]]
    for n, row in enumerate(answers.readings):
        read.setdefault(row.station, []).append(reader.length(f"readings.{n}.written", row.written))
    back = read[DATUM][0] if read[DATUM] else None
    heights = {n: reader.at(f"heights.{n}", t) for n, t in answers.heights.items() if t.strip()}
    dig = {n: reader.length(f"dig.{n}", t) for n, t in answers.dig.items() if t.strip()}
    tapes = (
        [reader.length(f"tapes.{n}", answers.tapes.get(n, "")) for n in MEASURES]
        if answers.by.strip()
        else []
    )
    by = reader.length("by", answers.by) if answers.by.strip() else None
    reader.done()
    found: list[Feedback] = []
    if heights or dig:
        if back is None:
            found.append(
                Feedback(
                    DATUM, False, f"Read {DATUM} first: its backsight gives the height of the instrument."
                )
            )
        else:
            found += check_heights(back, read, heights, show)
            known = {n: h for n, h in heights_of(back, read).items() if n != DATUM}
            found += check_dig(known, dig, show)
    if answers.slip:
        found.append(check_slip(Plot(number).misread_of(CORNERS), answers.slip))
    if by is not None:
        found.append(check_push(tapes, answers.corner, by, show))
    told = [FeedbackOut(about=f.about, right=f.right, words=f.words) for f in found]
    return CheckedOut(feedback=told, right=sum(f.right for f in told))
