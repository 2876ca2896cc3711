"""Planning without storing: the Plan or some of its chapters, remedies, weighing up; the stages, and what
the yard sells.
"""

import gzip
import json
from typing import Annotated, Any, Literal

from fastapi import APIRouter, Depends, Query, Request, Response
from pydantic import BaseModel

from acrebox.api.context import Context, InItsUnits
from acrebox.api.problems import RESPONSES
from acrebox.api.shapes import ChangeIn, ChangeOut, WeighIn
from acrebox.api.working import AtWork
from acrebox.core.chapter import open_stages, published
from acrebox.core.choosing import Offer, change_construction, offers, other_half
from acrebox.core.design import Design, Group, bed_groups, read_design
from acrebox.core.fits import Fit, fits
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.systems import System
from acrebox.core.plan import open_plan, plan_model
from acrebox.core.remedies import Remedy, remedies
from acrebox.core.stages import Stage, stages
from acrebox.core.stock import Catalogue, PriceListName, catalogue, list_for
from acrebox.core.weighing import Weighed, alternatives, rate_questions, weigh
from acrebox.core.yard import Yard, yard_groups
from acrebox.store import answers

PACKED = 5
"""How hard a Plan is packed: harder takes longer than it saves."""
MOST_KEYS = 3000
"""How long a list of chapters is at most [characters]."""
Effort = Annotated[
    float, Query(ge=1, le=200, description="how much work searches may do, in times of a first answer")
]
Chapters = Annotated[
    str | None,
    Query(
        max_length=MOST_KEYS, description="keys of the chapters wanted, separated by commas; all unless told"
    ),
]

Light = Annotated[
    bool, Query(description="leave out the heavy chapters, which are large and rarely looked at")
]

Shown = Annotated[
    System | None,
    Query(description="the system of units in which figures are printed; that of the bed unless told"),
]

Have = Annotated[
    str | None,
    Query(max_length=MOST_KEYS, description="chapters that are had already, as key:mark separated by commas"),
]


class OpenStage(Stage):
    """A stage, whether it is open yet, and the chapters of the Plan that belong to it."""

    open: bool
    chapters: list[str]


def _change(asked: ChangeIn, work: AtWork) -> ChangeOut:
    """The same bed built another way, and what was dropped; stores nothing."""
    changed = work(change_construction, asked.design, asked.kind)
    return ChangeOut(design=changed.design, dropped=list(changed.dropped))


def _stages() -> list[OpenStage]:
    """Every stage in the order of work."""
    is_open = set(open_stages())
    return [
        OpenStage(
            **s.model_dump(), open=s.key in is_open, chapters=[c.key for c in published() if c.stage == s.key]
        )
        for s in stages()
    ]


def _constructions(work: AtWork, units: System = System.METRIC, shown: System | None = None) -> list[Offer]:
    """The constructions that can be built, each with its picture, its questions and a design to start
    from.
    """
    return list(work(offers, units, shown))


def _other_half(design: Design, work: AtWork) -> Design | None:
    """The bed that the other half of a tank or a drum makes; null where nothing was cut. Stores nothing."""
    return work(other_half, design)


class Ready(BaseModel):
    """Whether the database answers or is away."""

    database: Literal["answers", "away"]


class Questions(BaseModel):
    """The questions of a bed besides those of its construction, of a yard, and of weighing up."""

    bed: list[Group]
    yard: list[Group]
    weigh: list[Group]


def _questions(units: System = System.METRIC, shown: System | None = None) -> Questions:
    """Every question that is asked, group by group, as of a bed that is planned in a system of units and
    shown in one.
    """
    show = Printer(shown or units, built=units)
    return Questions(bed=list(bed_groups(show)), yard=list(yard_groups(show)), weigh=[rate_questions()])


def _find_remedies(design: Design, asked: Context, work: AtWork, shown: Shown = None) -> list[Remedy]:
    """What would bring right what was seen, cheapest first; each was tried. Stores nothing."""
    return work(remedies, design, asked.yard_of(design.name), shown)


def _find_fits(design: Design, asked: Context, work: AtWork, shown: Shown = None) -> list[Fit]:
    """Small changes of a size that save something, the best first; each was planned. Stores nothing."""
    return work(fits, design, asked.yard_of(design.name), shown)


def _find_alternatives(design: Design, asked: Context, work: AtWork) -> list[Design]:
    """Two sound beds of the same size built otherwise, to weigh this one up against. Stores nothing."""
    return work(alternatives, design, asked.yard_of(design.name))


def _weigh_up(asked: WeighIn, where: Context, work: AtWork, shown: Shown = None) -> Weighed:
    """Up to four variants side by side; stores nothing."""
    return work(weigh, asked.designs, asked.rates, where.yard_of(""), shown)


def _stock(units: System = System.METRIC, price_list: PriceListName | None = None) -> Catalogue:
    """What is sold by a price list: the usual one of a system of units unless one is named."""
    return catalogue(price_list or list_for(units, None))


async def _health() -> dict[str, str]:
    """Answers when the server is up."""
    return {"status": "up"}


def _ready(request: Request, response: Response) -> Ready:
    """Answers whether the database can be reached: 503 where it cannot."""
    engine = getattr(request.app.state, "engine", None)
    reached = engine is not None and answers(engine)
    if not reached:
        response.status_code = 503
    return Ready(database="answers" if reached else "away")


async def _body(request: Request) -> bytes:
    return await request.body()


def _plan(
    request: Request,
    body: Annotated[bytes, Depends(_body)],
    asked: Context,
    work: AtWork,
    effort: Effort = 1.0,
    chapters: Chapters = None,
    light: Light = False,
    workings: bool = True,
    have: Have = None,
    shown: Shown = None,
) -> Response:
    """The Plan of a Design in its yard, or the chapters named; stores nothing.

    With `have`, even an empty one, chapters whose mark is had already are left out, and `marks` are added.
    """
    keys = [c.key for c in published() if not (light and c.heavy)]
    if chapters is not None:
        keys = [key.strip() for key in chapters.split(",") if key.strip()]
    had = None if have is None else dict(pair.split(":", 1) for pair in have.split(",") if ":" in pair)
    yard = asked.yard_of(_name_in(body))
    packed = "gzip" in request.headers.get("accept-encoding", "")
    text = work(_planned, body, yard, effort, shown, keys, had, workings, packed)
    coding = {"Content-Encoding": "gzip", "Vary": "Accept-Encoding"} if packed else {}
    return Response(text, media_type="application/json", headers=coding)


def _name_in(body: bytes) -> str:
    """What a bed is called, before anybody reads it."""
    found = json.loads(body) if body else None
    name = found.get("name") if isinstance(found, dict) else None
    return name if isinstance(name, str) else ""


def _planned(
    body: bytes,
    yard: Yard,
    effort: float,
    shown: System | None,
    keys: list[str],
    had: dict[str, str] | None,
    workings: bool,
    packed: bool,
) -> bytes:
    """The Plan as text, packed where that is wanted; chapters that are `had` already are left out. All of it
    is done where nothing else waits for it: what comes is read here, too.
    """
    design = read_design(json.loads(body) if body else None, yard.units)
    plan = open_plan(design, yard, effort, shown=shown)
    whole = had is None and workings
    text = plan.json(keys) if whole else plan.changed(keys, had or {}, workings=workings)
    return gzip.compress(text, PACKED) if packed else text


def router() -> APIRouter:
    """The routes, with every chapter, stage and construction that is registered by now."""
    made = APIRouter(prefix="/api", tags=["planning"], responses=RESPONSES, dependencies=[InItsUnits])
    # What a plan is of is read where it is planned, which knows its yard's units.
    plans = APIRouter(prefix="/api", tags=["planning"], responses=RESPONSES)
    model: type[BaseModel] = plan_model(whole=False)
    # The bed is read where it is planned: here it is only described.
    described = {"$ref": "#/components/schemas/Design-Input"}
    body = {"required": True, "content": {"application/json": {"schema": described}}}
    plans.add_api_route(
        "/plan",
        _plan,
        methods=["POST"],
        response_model=model,
        name="plan",
        openapi_extra={"requestBody": body},
    )
    made.add_api_route("/stages", _stages, methods=["GET"], name="stages")
    made.add_api_route("/constructions", _constructions, methods=["GET"], name="constructions")
    made.add_api_route("/change-construction", _change, methods=["POST"], name="change")
    made.add_api_route("/other-half", _other_half, methods=["POST"], name="other_half")
    made.add_api_route("/remedies", _find_remedies, methods=["POST"], name="remedies")
    made.add_api_route("/fits", _find_fits, methods=["POST"], name="fits")
    made.add_api_route("/alternatives", _find_alternatives, methods=["POST"], name="alternatives")
    made.add_api_route("/weigh-up", _weigh_up, methods=["POST"], name="weigh_up")
    made.add_api_route("/stock", _stock, methods=["GET"], name="stock")
    made.add_api_route("/questions", _questions, methods=["GET"], name="questions")
    made.add_api_route("/health", _health, methods=["GET"], name="health")
    away: dict[int | str, dict[str, Any]] = {503: {"model": Ready}}
    made.add_api_route("/ready", _ready, methods=["GET"], name="ready", responses=away)
    both = APIRouter()
    both.include_router(plans)
    both.include_router(made)
    return both
