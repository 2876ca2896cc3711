"""A construction and a stage that the product knows nothing of: what adding one takes, and nothing else."""

from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any, Literal

from pydantic import Field

from acrebox.core.advice.registry import Finding, rule
from acrebox.core.advice.registry import forget as forget_rule
from acrebox.core.assembly import Assembly, Compartment, Part, WallLayer, WholePiece, role
from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.chapter import forget as forget_chapter
from acrebox.core.choosing import KindRow, add_offer, forget_offer
from acrebox.core.construction import builds, forget
from acrebox.core.design import Construction, Design, asks
from acrebox.core.errors import refuse
from acrebox.core.measure.written import Length
from acrebox.core.plan.rows import Amount, Figures
from acrebox.core.shape.bodies import Loft, Oval
from acrebox.core.shape.outline import Outline
from acrebox.core.stages import Stage, add_stage, forget_stage
from acrebox.core.stock import Catalogue
from acrebox.core.worked import Worked

WALL_MM = 10.0
CONE: dict[str, Any] = {
    "schema": 1,
    "name": "Cone",
    "outline": {"shape": "rectangle", "length": "600 mm", "width": "600 mm"},
    "height": "400 mm",
    "construction": {"kind": "cone", "foot": "500 mm"},
}


class Cone(Construction):
    """A round pot as wide at the rim as its outline, narrower at the foot."""

    order = ("height", "foot")
    measured_by = ("height",)

    kind: Literal["cone"] = "cone"
    foot: Length = Field(Length("500 mm"), json_schema_extra=asks("Across the foot"))


def assemble_cone(design: Design, choice: Cone, book: Catalogue) -> Assembly:
    """One part, one compartment; no sticks, no posts, no courses."""
    del book
    assert design.height is not None
    across, tall = design.outline.length.mm, design.height.mm  # type: ignore[union-attr]
    if choice.foot.mm > across:
        raise refuse(
            "construction.foot", choice.foot.text, "The pot would be wider below.", f"at most {across:g} mm"
        )
    centre, rim, foot = (across / 2, across / 2), across / 2, choice.foot.mm / 2
    inside = Loft(((WALL_MM, Oval(centre, foot - WALL_MM)), (tall, Oval(centre, rim - WALL_MM))))
    body = Loft(((0.0, Oval(centre, foot)), (tall, Oval(centre, rim))), inside)
    square = Outline(((0.0, 0.0), (across, 0.0), (across, across), (0.0, across)))
    pot = Part(name="pot", role=role("stave"), body=body, piece=WholePiece(stock="wall-anchor"))
    return Assembly(
        outline=square,
        inner=square.inset(WALL_MM),
        soil_face=square.inset(WALL_MM),
        wall_top=tall,
        wall=(WallLayer("pot", WALL_MM),),
        parts=(pot,),
        compartments=(Compartment("pot", inside),),
        facts={"rim": Worked(amount=across, unit="mm", working="as wide as the outline")},
    )


class ToyRows(Figures):
    """What the toy stage works out."""

    parts: Amount


def toy_of(seen: Seen) -> ToyRows:
    """How many parts there are."""
    count = len(seen.assembly.parts)
    worked = Worked(amount=count, unit="parts", working=f"{count} parts to play with")
    return ToyRows(parts=count, working={"parts": worked})


@contextmanager
def toys() -> Iterator[Chapter[ToyRows]]:
    """The cone and the stage registered, and taken away again."""
    builds(Cone)(assemble_cone)
    start = {k: v for k, v in CONE.items() if k not in ("schema", "name")}
    row = {
        "title": "Cone",
        "sentence": "A pot.",
        "suits": "Tests.",
        "asks": "Nothing.",
        "metric": start,
        "imperial": start,
    }
    add_offer(KindRow(kind="cone", **row))
    add_stage(Stage(key="toy", name="Toy", says="playing", ticks=("toy",)))
    chapter = register(Chapter(key="toy", stage="toy", reads=("assembly",), work=toy_of, model=ToyRows))

    @rule("toy-parts", stage="toy", level="note", field="construction", why="It is a test.")
    def toy_parts(seen: Seen) -> Iterator[Finding]:
        yield Finding(f"{seen.of(chapter).parts:.0f} parts.", "Play.")

    try:
        yield chapter
    finally:
        forget("cone")
        forget_offer("cone")
        forget_chapter("toy")
        forget_stage("toy")
        forget_rule("toy-parts")
