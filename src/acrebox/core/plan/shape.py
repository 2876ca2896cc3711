"""Shape: the sizes of the bed, outside and inside, its parts, its fixings, with their working."""

from acrebox.core.assembly import StickPiece
from acrebox.core.assembly.room import room_inside
from acrebox.core.assembly.sizes import outside_sizes
from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.design import Measured
from acrebox.core.fill.layers import wet_weight
from acrebox.core.fixing import Fixed, fixed_worked, fixing_rules, fixings
from acrebox.core.lining import exposed_faces
from acrebox.core.plan.shape_rows import (
    EndCutOut,
    Fixing,
    Inside,
    NotchOut,
    Note,
    Outside,
    PlanPart,
    PlanSide,
)
from acrebox.core.strength.check import loaded_by, seam_screws
from acrebox.core.strength.registry import Loaded


def outside_of(seen: Seen) -> Outside:
    """The outside sizes, the diagonal to check square by, the posts."""
    bed = seen.assembly
    typed = seen.design.outline.measured is Measured.OUTSIDE
    sizes = outside_sizes(bed, typed, seen.design.add_ons.cap is not None, seen.show)
    return Outside(
        length_mm=sizes.length,
        width_mm=sizes.width,
        height_mm=sizes.height,
        courses=len(bed.course_heights),
        perimeter_mm=sizes.perimeter,
        diagonal_mm=sizes.diagonal,
        post_mm=sizes.post,
        post_limit_mm=bed.post_limit,
        rectangle=bed.outline.is_rectangle,
        sides=[
            PlanSide(
                name=outer.name, outside_mm=outer.length, inside_mm=inner.length, corner_deg=outer.corner_end
            )
            for outer, inner in zip(bed.outline.sides, bed.inner.sides, strict=True)
        ],
        working=sizes.working,
    )


def inside_of(seen: Seen) -> Inside:
    """The space inside up to the fill line."""
    room = room_inside(seen.assembly, seen.layers[-1].top, seen.design.fill.gap.mm, seen.show)
    return Inside(
        length_mm=room.length,
        width_mm=room.width,
        depth_mm=room.depth,
        area_m2=room.area / 1e6,
        volume_l=room.volume,
        to_brim_l=room.to_brim,
        working=room.working,
    )


def parts_of(seen: Seen) -> list[PlanPart]:
    """Every part in place."""
    labels = seen.takeoff.part_labels
    found = []
    for part in seen.assembly.parts:
        box, piece, label = part.solid, part.piece, labels[part.name]
        cut = piece if isinstance(piece, StickPiece) else None
        found.append(
            PlanPart(
                id=label,
                label=label.rstrip("0123456789"),
                name=part.name,
                role=part.role.name,
                stock=part.stock,
                side=part.side,
                course=part.course,
                length_mm=box.length,
                width_mm=box.width,
                thickness_mm=box.thickness,
                origin=box.origin,
                along=box.along,
                face=box.face,
                through=box.through,
                ends=[EndCutOut(mitre=e.mitre, bevel=e.bevel) for e in (cut.ends if cut else ())],
                notches=[
                    NotchOut(along=n.along, face=n.face, through=n.through)
                    for n in (cut.notches if cut else ())
                ],
                faces=exposed_faces(part),
            )
        )
    return found


def notes_of(seen: Seen) -> list[Note]:
    """What was counted on the way, in words."""
    return [Note(name=name, words=words) for name, words in seen.assembly.notes.items()]


def loaded_of(seen: Seen) -> Loaded:
    """What loads the bed, filled as it is."""
    depth = seen.layers[-1].top - seen.assembly.foot
    return loaded_by(seen.design.loads, seen.book, depth, wet_weight(seen.layers))


def fixings_of(seen: Seen) -> list[Fixing]:
    """Every kind of joint with its fixing."""
    return [_fixing(fixed, seen) for fixed in seen.fixings]


def _fixing(fixed: Fixed, seen: Seen) -> Fixing:
    screw, working = fixed.screw, fixed_worked(fixed, seen.show)
    return Fixing(
        joint=fixed.kind,
        screw=screw.key,
        name=screw.name,
        joints=fixed.joints,
        each=fixed.each_words,
        count=fixed.count,
        length_mm=screw.length.mm,
        bite_mm=fixed.bite,
        pilot_mm=screw.pilot.mm,
        pilot_must=fixed.hard,
        countersink=fixing_rules()[fixed.kind].family == "timber",
        trouble=fixed.trouble,
        working=working,
    )


OUTSIDE = register(
    Chapter(
        key="outside",
        stage="shape",
        reads=("show", "assembly", "design.outline", "design.add_ons"),
        work=outside_of,
        model=Outside,
    )
)
INSIDE = register(
    Chapter(
        key="inside",
        stage="shape",
        reads=("show", "assembly", "layers", "design.fill"),
        work=inside_of,
        model=Inside,
    )
)
PARTS = register(
    Chapter(key="parts", stage="shape", reads=("assembly", "takeoff"), work=parts_of, model=list[PlanPart])
)
NOTES = register(Chapter(key="notes", stage="shape", reads=("assembly",), work=notes_of, model=list[Note]))
SEAMS = register(
    Chapter(
        key="seams",
        stage="shape",
        reads=("assembly", "layers", "design.loads"),
        work=lambda seen: seam_screws(seen.assembly, loaded_of(seen)),
        settles=True,
    )
)
FIXED = register(
    Chapter(
        key="fixed",
        stage="shape",
        reads=("show", "assembly", "seams", "design.loads.species"),
        work=lambda seen: fixings(
            seen.assembly, seen.book, seen.design.loads.species, seen.show.built, seen.of(SEAMS)
        ),
    )
)
FIXINGS = register(
    Chapter(key="fixings", stage="shape", reads=("show", "fixed"), work=fixings_of, model=list[Fixing])
)
