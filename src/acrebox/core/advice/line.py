"""Watch-outs about linings: pulled taut, showing, slit, mesh alone, a hole without a sleeve."""

from collections.abc import Iterator

from acrebox.core.advice.registry import Finding, rule
from acrebox.core.advice.under import open_below
from acrebox.core.chapter import Seen
from acrebox.core.construction.sizes import printed
from acrebox.core.lining import STIFF, lining_limit


@rule(
    "liner-taut",
    stage="line",
    level="fix",
    field="lining.slack",
    why="Soil settles and pushes into every corner; a lining that cannot give tears there.",
)
def liner_taut(seen: Seen) -> Iterator[Finding]:
    slack = seen.design.lining.slack
    if seen.lined.walls not in STIFF and slack < lining_limit("slack_least"):
        yield Finding(
            f"The lining has {seen.show.short(slack)} % of slack: it hangs taut on the walls.",
            "Cut it about 3 % longer than the way along the walls, and push it into every corner.",
        )


@rule(
    "liner-shows",
    stage="line",
    level="note",
    field="lining.top",
    why="Sun makes plastic brittle, and a rim of it over the soil is not pretty.",
)
def liner_shows(seen: Seen) -> Iterator[Finding]:
    found, choice, show = seen.lined, seen.design.lining, seen.show
    if found.walls in STIFF or choice.trim == "after":
        return
    over = seen.assembly.cavity.top - choice.top.mm - seen.layers[-1].top
    if over > lining_limit("shows", show.built) + 0.5:
        yield Finding(
            f"The lining stands {show.length(over)} over the soil.",
            f"End it {show.length(choice.top.mm + over)} below the top, or trim it after filling.",
        )


@rule(
    "mesh-without-fabric",
    stage="line",
    level="note",
    field="lining.floor",
    why="Soil trickles through mesh, and fine roots grow through it.",
)
def mesh_without_fabric(seen: Seen) -> Iterator[Finding]:
    if seen.lined.floor == "mesh":
        yield Finding(
            "There is mesh on the floor, and no fabric over it.",
            "Lay fabric over the mesh.",
            level=None if open_below(seen) else "fix",
        )


@rule(
    "pond-slit",
    stage="line",
    level="note",
    field="lining.floor",
    why="A slit under a patch is where a sheet leaks first.",
)
def pond_slit(seen: Seen) -> Iterator[Finding]:
    slits = sum(len(r.reflex) for r in seen.lined.rooms) if seen.lined.one_piece else 0
    if slits:
        yield Finding(
            f"{slits} {'corner stands' if slits == 1 else 'corners stand'} into the sheet: it is slit and"
            " patched there.",
            "Stand the posts outside, or take corner blocks, where the bed is to hold water.",
        )


@rule(
    "drain-unsleeved",
    stage="line",
    level="fix",
    field="drainage.sleeve",
    why="Water that creeps along a pipe wets the wood round its hole, where it never dries.",
)
def drain_unsleeved(seen: Seen) -> Iterator[Finding]:
    if seen.lined.sleeves and not seen.design.drainage.sleeve:
        yield Finding(
            "The pipe goes through a wall of wood without a sleeve.",
            f"Set a sleeve {seen.show.length(seen.lined.sleeves[0])} long into the hole.",
        )


@rule(
    "floor-unlined",
    stage="line",
    level="fix",
    field="lining.floor",
    why="Soil that is watered runs out between the boards of a floor, a little each time.",
)
def floor_unlined(seen: Seen) -> Iterator[Finding]:
    boards = [p for p in seen.assembly.parts if p.role.name == "floor board" and p.ripped is None]
    gapped = boards and seen.design.construction.drains == "open"
    if gapped and seen.design.lining.floor == "none":
        yield Finding(
            f"{printed('floor_gap', seen.show)} are left between the boards of the floor, and nothing lies on"
            " them.",
            "Lay fabric on the floor.",
        )
