"""How a bench of boards is fixed: its boards, bearers, rails and legs to each other, and to the wall."""

from collections.abc import Sequence

from acrebox.core.assembly import Assembly, Joint, Part, of_role
from acrebox.core.construction.joining import contact_height, lapped, lies_against, touching_pairs
from acrebox.core.construction.sizes import size
from acrebox.core.construction.studwork import SKEW

HUNG = ("rail to wall", "rail to upright")
"""The joints by which it hangs from its wall."""


def hung_by(joints: Sequence[Joint]) -> tuple[Joint, ...]:
    """The joints by which a bench hangs from its wall; where there are none it stands on legs there, too."""
    return tuple(j for j in joints if j.kind in HUNG)


def legs_of(joints: Sequence[Joint]) -> tuple[Joint, ...]:
    """The joints of rails and legs."""
    return tuple(j for j in joints if j.kind == "rail to leg")


def bench_joints(bed: Assembly, parts: list[Part]) -> list[Joint]:
    """Boards down into bearers, bearers askew into the rails that they lie on, rails into their legs."""
    boards, rails, bearers, legs, packers = (
        of_role(parts, f"seat {name}") for name in ("board", "rail", "bearer", "leg", "packer")
    )
    found = [
        lapped("seat to bearer", board, b, into=b.solid.width, run=b.solid.thickness)
        for board, b in touching_pairs(boards, bearers)
    ]
    found += [
        Joint(
            kind="bearer to rail, skewed",
            parts=(b.name, rail.name),
            through=SKEW * b.solid.thickness,
            into=rail.solid.width,
            run=b.solid.thickness,
        )
        for b, rail in touching_pairs(bearers, rails)
    ]
    found += [
        lapped("rail to leg", rail, leg, run=_shared_run(rail, leg))
        for leg, rail in touching_pairs(legs, rails)
    ]
    found += [lapped("wall to packer", wall, packer) for packer, wall in touching_pairs(packers, bed.parts)]
    return found


def joints_at_wall(bed: Assembly, parts: list[Part]) -> list[Joint]:
    """How the rail at the wall is fixed to what is behind it: screwed on to what is thick enough, else from
    inside through what is thin into the rail, which then stands on legs of its own.
    """
    rails = [p for p in of_role(parts, "seat rail") if "wall rail" in p.name]
    behind = [*bed.parts, *of_role(parts, "seat packer")]
    found = []
    for rail, wall in touching_pairs(rails, behind):
        if not lies_against(wall, rail) or contact_height(rail, wall) < size("screw_room"):
            continue
        run = _shared_run(rail, wall)
        if _upright(wall):
            found.append(lapped("rail to upright", rail, wall, run=run))
        elif wall.solid.thickness >= size("rail_bite") - 1e-6:
            found.append(lapped("rail to wall", rail, wall, run=run))
        else:
            found.append(lapped("wall to rail", wall, rail, run=run))
    return found


def _shared_run(rail: Part, behind: Part) -> float:
    """Along how much of a rail what is behind it reaches [mm]."""
    axis = rail.solid.along
    (a0, a1), (b0, b1) = rail.solid.reach(axis), behind.body.reach(axis)
    return min(a1, b1) - max(a0, b0)


def _upright(part: Part) -> bool:
    """Whether a part behind the rail is a post, a stud or a packer: it is screwed to that at one place."""
    return part.role.post or part.role.upright or part.role.name == "seat packer"
