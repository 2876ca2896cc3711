"""The core without the web: `acrebox plan DESIGN`, `yard YARD`, `cut PROBLEM`, `sun SITE`, `level BOOK` and
`square TAPE` print their answers as JSON.
"""

import argparse
import json
import sys
from collections.abc import Sequence
from pathlib import Path
from typing import Any

from acrebox.core.bench.asked import cut_asked, read_cutting
from acrebox.core.design import Design
from acrebox.core.errors import DesignError
from acrebox.core.fits.whole import whole_document, whole_model, whole_yard
from acrebox.core.ground import check_square, read_book, read_tape
from acrebox.core.plan.levelling import answer_book
from acrebox.core.plan.season import season_document
from acrebox.core.site import read_sun_site, sun_hours
from acrebox.core.yard import LONE, Yard, check_yard, read_yard

PLAN_SAYS = (
    "Reads a Design (JSON; lengths as people write them) and prints its Plan. What cannot be planned is named"
    " field by field on standard error, and the exit code is 1."
)

YARD_SAYS = (
    "Reads a Yard (JSON: saw, prices, pile, beds) and prints the Plan of every bed, in their order, and what"
    " they come to bed by bed. A stick of the pile is promised once."
)

SUN_SAYS = (
    "Reads a site (JSON: latitude, longitude, points, obstructions) and prints the hours of direct sun a day"
    " on each point, on the 21st of every month and over the months of growing."
)

LEVEL_SAYS = (
    "Reads a levelling book (JSON: readings of an instrument, or drops under a line) and prints reduced"
    " heights, the checks, what to read again and, with a bed, what is dug and packed."
)

SQUARE_SAYS = (
    "Reads four taped sides and two diagonals (JSON) and prints the angles of the corners, whether a tape was"
    " misread, and which corner to move how far."
)

CUT_SAYS = (
    "Reads a cutting problem (JSON: kerf, pieces, sticks sold with their prices, sticks to hand) and prints"
    " how each stick is cut, what that costs, what it costs at the least, and what is left."
)

ALSO_SAYS = (
    "Where Acre Box is served there are also: backup FILE, restore FILE, and passphrase NAME, which gives an"
    " account another passphrase."
)


def main(words: Sequence[str] | None = None) -> int:
    """Run one command; answers 0, 1 when what it reads cannot be planned, 2 when a file cannot be read."""
    given = _parser().parse_args(words)
    if given.command == "schema":
        _print(schema_of(given.document))
        return 0
    try:
        _print(_answer(given))
    except _UnreadableError as reason:
        print(f"acrebox: {reason}", file=sys.stderr)
        return 2
    except DesignError as fault:
        tell(fault)
        return 1
    return 0


def tell(fault: DesignError) -> None:
    """Print what is refused on standard error, a line a field."""
    for p in fault.problems:
        print(f"acrebox: {p.field}: {p.message} Given: {p.value}. Allowed: {p.allowed}.", file=sys.stderr)


class _UnreadableError(Exception):
    """A file that is not there or is no JSON."""


def _answer(given: argparse.Namespace) -> Any:
    if given.command == "sun":
        return sun_hours(read_sun_site(_read(given.site))).model_dump(mode="json")
    if given.command == "level":
        return answer_book(read_book(_read(given.book))).model_dump(mode="json")
    if given.command == "season":
        yard = check_yard(read_yard(_read(given.yard))) if given.yard else LONE
        return season_document(_read(given.design), _text(given.weather), yard)
    if given.command == "square":
        return check_square(read_tape(_read(given.tape))).model_dump(mode="json")
    if given.command == "cut":
        return cut_asked(read_cutting(_read(given.problem)), given.effort).model_dump(mode="json")
    if given.command == "yard":
        return whole_yard(_read(given.yard), given.effort)
    yard = check_yard(read_yard(_read(given.yard))) if given.yard else LONE
    return whole_document(_read(given.design), given.effort, yard)


def _parser() -> argparse.ArgumentParser:
    says = "Plans a raised bed: from its size to the saw to the soil."
    parser = argparse.ArgumentParser(prog="acrebox", description=says, epilog=ALSO_SAYS)
    commands = parser.add_subparsers(dest="command", required=True)
    plan = commands.add_parser("plan", help="print the Plan of a design as JSON", description=PLAN_SAYS)
    plan.add_argument("design", help="the design's file, or - for standard input")
    plan.add_argument(
        "--yard", help="the file of the yard that it stands in, for what the design leaves to it"
    )
    yard = commands.add_parser("yard", help="print the plans of all beds of a yard", description=YARD_SAYS)
    yard.add_argument("yard", help="the yard's file, or - for standard input")
    sun = commands.add_parser("sun", help="print the hours of direct sun on points", description=SUN_SAYS)
    sun.add_argument("site", help="the site's file, or - for standard input")
    level = commands.add_parser("level", help="reduce a levelling book", description=LEVEL_SAYS)
    level.add_argument("book", help="the book's file, or - for standard input")
    square = commands.add_parser("square", help="check four corners for squareness", description=SQUARE_SAYS)
    square.add_argument("tape", help="the file of the taped lengths, or - for standard input")
    says = (
        "Reads a bed with a reservoir and daily weather (CSV: date, tmin_c, tmax_c, rain_mm, and where known"
        " rh_mean, wind_m_s, sun_h) and prints its water day by day."
    )
    season = commands.add_parser("season", help="print the water of a reservoir bed", description=says)
    season.add_argument("design", help="the design's file, or - for standard input")
    season.add_argument("weather", help="the file of the weather")
    season.add_argument("--yard", help="the file of the yard that it stands in, for its latitude")
    cut = commands.add_parser("cut", help="cut lengths out of sticks", description=CUT_SAYS)
    cut.add_argument("problem", help="the problem's file, or - for standard input")
    for command in (plan, yard, cut):
        command.add_argument(
            "--effort",
            type=_effort,
            default=1.0,
            help="how much work searches may do, in times of a first answer (1 to 1000; 1 unless told)",
        )
    says = "Prints the JSON Schema of the Design, of the Yard or of the Plan."
    schema = commands.add_parser("schema", help="print the JSON Schema of a document", description=says)
    schema.add_argument("document", choices=["design", "yard", "plan"])
    return parser


def _effort(text: str) -> float:
    value = float(text)
    if not 1 <= value <= 1000:
        raise argparse.ArgumentTypeError(f"'{text}' is not 1 to 1000")
    return value


def _read(name: str) -> Any:
    try:
        return json.loads(sys.stdin.read() if name == "-" else Path(name).read_text("utf-8"))
    except (OSError, ValueError) as reason:
        raise _UnreadableError(f"{name} cannot be read: {reason}") from None


def _text(name: str) -> str:
    try:
        return Path(name).read_text("utf-8")
    except (OSError, ValueError) as reason:
        raise _UnreadableError(f"{name} cannot be read: {reason}") from None


def _print(value: Any) -> None:
    print(json.dumps(value, indent=2, ensure_ascii=False))


def schema_of(document: str) -> dict[str, object]:
    """The JSON Schema of the `design` or the `yard` (as read) or the `plan` (as printed)."""
    if document == "yard":
        return Yard.model_json_schema(mode="validation")
    if document == "design":
        return Design.model_json_schema(mode="validation")
    return whole_model().model_json_schema(mode="serialization")
