"""Shape: the sizes of the bed, outside and inside, its parts, its fixings, with their working."""

from math import hypot

from acrebox.core.assembly import Assembly, StickPiece
from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.design import Measured
from acrebox.core.fixing import Fixed, fixing_rules, fixings
from acrebox.core.lining import exposed_faces
from acrebox.core.measure.convert import MM3_PER_LITRE
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
from acrebox.core.worked import COMMON_PRACTICE, Worked, Workings


def outside_of(seen: Seen) -> Outside:
    """The outside sizes, the diagonal to check square by, the posts."""
    bed = seen.assembly
    length, width = bed.size("outside")
    foot = bed.stance
    post = (foot.above + foot.below) if foot else 0.0
    return Outside(
        length_mm=length,
        width_mm=width,
        height_mm=bed.wall_top,
        courses=len(bed.course_heights),
        perimeter_mm=bed.outline.perimeter,
        diagonal_mm=hypot(length, width),
        post_mm=post,
        post_limit_mm=bed.post_limit,
        rectangle=bed.outline.is_rectangle,
        sides=[
            PlanSide(
                name=outer.name, outside_mm=outer.length, inside_mm=inner.length, corner_deg=outer.corner_end
            )
            for outer, inner in zip(bed.outline.sides, bed.inner.sides, strict=True)
        ],
        working=_outside_working(seen, length, width, post),
    )


def _wall_words(bed: Assembly, seen: Seen) -> str:
    """`2 boards × 38 mm`, or each layer of the wall: `2 walls × (stave 18 mm + rail 45 mm)`."""
    show = seen.show.length
    if len(bed.wall) == 1:
        return f"2 {bed.wall[0].what}s × {show(bed.wall[0].thickness)}"
    return "2 walls × (" + " + ".join(f"{layer.what} {show(layer.thickness)}" for layer in bed.wall) + ")"


def _outside_working(seen: Seen, length: float, width: float, post: float) -> Workings:
    show, bed = seen.show.length, seen.assembly
    inside = bed.size("inside")

    def size(name: str, outer: float, inner: float) -> Worked:
        typed = seen.design.outline.measured is Measured.OUTSIDE
        words = (
            f"outside {name} {show(outer)}, as you gave it"
            if typed
            else f"inside {name} {show(inner)} + {_wall_words(bed, seen)} = {show(outer)}"
        )
        return Worked(
            amount=outer,
            unit="mm",
            working=words,
            assumptions=[] if bed.outline.is_rectangle else ["of the box round the whole outline"],
        )

    diagonal = hypot(length, width)
    return {
        "length_mm": size("length", length, inside[0]),
        "width_mm": size("width", width, inside[1]),
        "height_mm": Worked(
            amount=bed.wall_top,
            unit="mm",
            working=_height_words(bed, seen),
            assumptions=["a cap board comes on top of this"] if seen.design.add_ons.cap else [],
        ),
        "diagonal_mm": Worked(
            amount=diagonal,
            unit="mm",
            working=f"√({show(length)}² + {show(width)}²) = {show(diagonal)}",
            assumptions=["both diagonals alike: the corners are square"],
            source="Pythagoras",
        ),
        "perimeter_mm": Worked(
            amount=bed.outline.perimeter,
            unit="mm",
            working=" + ".join(show(s.length) for s in bed.outline.sides[:12])
            + (" + …" if len(bed.outline.sides) > 12 else "")
            + f" = {show(bed.outline.perimeter)}",
        ),
        "post_mm": _post_working(seen, post),
        "post_limit_mm": _limit_working(seen),
    }


def _height_words(bed: Assembly, seen: Seen) -> str:
    show = seen.show.length
    heights = bed.course_heights
    groups: list[tuple[float, int]] = []
    for height in heights:
        if groups and abs(groups[-1][0] - height) < 1e-6:
            groups[-1] = (height, groups[-1][1] + 1)
        else:
            groups.append((height, 1))
    words = " + ".join(
        f"{count} × {show(height)}" + (" (trimmed)" if abs(height - bed.whole_course) > 0.5 else "")
        for height, count in groups
    )
    return f"{words} = {show(bed.wall_top)}"


def _post_working(seen: Seen, post: float) -> Worked:
    show, foot = seen.show.length, seen.assembly.stance
    if foot is None:
        return Worked(amount=0, unit="mm", working="no posts")
    wall = show(seen.assembly.wall_top)
    top = f"wall {wall} − {show(foot.drop)} below the top" if foot.drop else f"wall {wall}"
    note = (
        "cut 50 mm longer than this, and trimmed level in place"
        if foot.trimmed
        else "the soil hides the post's top"
    )
    return Worked(
        amount=post,
        unit="mm",
        working=f"{top} + {show(foot.below)} in the ground ({foot.school}) = {show(post)}",
        assumptions=[note],
        source=COMMON_PRACTICE,
    )


def _limit_working(seen: Seen) -> Worked:
    show, bed = seen.show.length, seen.assembly
    rules = {(s.what, s.thickness, s.rule, s.between) for s in bed.spans}
    what, thickness, rule, between = (
        min(rules, key=lambda r: r[2]) if rules else ("boards", 0.0, 0.0, "posts")
    )
    words = (
        f"you set {show(bed.post_limit)}; the rule for {what} {show(thickness)} thick is {show(rule)}"
        if bed.limit_chosen
        else f"{what} {show(thickness)} thick: {between} every {show(rule)} at most"
    )
    spans = "; ".join(
        f"{s.side} {s.bays} bay{'s' if s.bays > 1 else ''} of at most {show(s.length)}" for s in bed.spans[:4]
    )
    return Worked(
        amount=bed.post_limit,
        unit="mm",
        working=f"{words}. {spans}, centre to centre",
        assumptions=["the fewest even bays with none over the limit"],
        source=COMMON_PRACTICE,
    )


def inside_of(seen: Seen) -> Inside:
    """The space inside up to the fill line."""
    bed = seen.assembly
    length, width = bed.size("inside")
    fill_top = seen.layers[-1].top
    depth = fill_top - bed.cavity.floor
    volume, brim = bed.cavity.litres_to(fill_top), bed.cavity.litres_to(bed.cavity.top)
    return Inside(
        length_mm=length,
        width_mm=width,
        depth_mm=depth,
        area_m2=bed.soil_face.area / 1e6,
        volume_l=volume,
        to_brim_l=brim,
        working=_inside_working(seen, length, width, depth, volume, brim),
    )


def _inside_working(
    seen: Seen, length: float, width: float, depth: float, volume: float, brim: float
) -> Workings:
    show, bed = seen.show.length, seen.assembly
    outer = bed.size("outside")
    gap = seen.design.fill.gap.mm
    area = bed.soil_face.area
    box = area * depth / MM3_PER_LITRE
    litres = seen.show.volume
    walls = _wall_words(bed, seen)

    def between(outside: float, inside: float) -> Worked:
        return Worked(amount=inside, unit="mm", working=f"outside {show(outside)} − {walls} = {show(inside)}")

    base = (
        f"{show(length)} × {show(width)}"
        if bed.outline.is_rectangle and bed.soil_face == bed.inner
        else f"area {seen.show.area(area)}"
    )
    return {
        "length_mm": between(outer[0], length),
        "width_mm": between(outer[1], width),
        "depth_mm": Worked(
            amount=depth,
            unit="mm",
            working=f"wall {show(bed.wall_top)} − {show(gap)} left at the top = {show(depth)}",
        ),
        "area_m2": Worked(
            amount=area / 1e6,
            unit="m²",
            working=f"the outline less its walls: {seen.show.area(area)}",
            assumptions=["what stands inside is taken off the volume, not off this"],
        ),
        "volume_l": Worked(
            amount=volume,
            unit="L",
            working=(
                f"{base} × {show(depth)} = {litres(box)}, less {litres(box - volume)} for what stands inside"
                f" = {litres(volume)}"
            ),
            assumptions=["level ground under the bed", "settled, to the fill line"],
        ),
        "to_brim_l": Worked(
            amount=brim, unit="L", working=f"the same up to the top of the wall: {litres(brim)}"
        ),
    }


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


def fixings_of(seen: Seen) -> list[Fixing]:
    """Every kind of joint with its fixing."""
    return [_fixing(fixed, seen) for fixed in seen.fixings]


def _fixing(fixed: Fixed, seen: Seen) -> Fixing:
    show, rule, screw = seen.show.length, fixing_rules()[fixed.kind], fixed.screw
    low, high = fixed.each
    each = str(low) if low == high else f"{low} to {high}"
    words = (
        f"{fixed.joints} joints × {each} = {fixed.count}: at least {rule.least} a joint, one every"
        f" {show(rule.every_mm)} of contact"
    )
    bite = (
        f"{show(screw.length.mm)} long − {show(fixed.through)} passed = {show(fixed.bite)} bite into"
        f" {show(fixed.into)}"
    )
    pilot = (
        f"drill {show(screw.pilot.mm)} first: a must in hard timber"
        if fixed.hard
        else f"drill {screw.pilot.mm:g} mm near ends, so that nothing splits"
    )
    outdoors = "stainless or galvanised, since it stands outdoors"
    return Fixing(
        joint=fixed.kind,
        screw=screw.key,
        name=screw.name,
        joints=fixed.joints,
        each=each,
        count=fixed.count,
        length_mm=screw.length.mm,
        bite_mm=fixed.bite,
        pilot_mm=screw.pilot.mm,
        pilot_must=fixed.hard,
        countersink=rule.family == "timber",
        trouble=fixed.trouble,
        working={
            "count": Worked(amount=fixed.count, unit="fixings", working=words, source=COMMON_PRACTICE),
            "bite_mm": Worked(
                amount=fixed.bite,
                unit="mm",
                working=bite,
                assumptions=[pilot, outdoors],
                source=COMMON_PRACTICE,
            ),
        },
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
FIXED = register(
    Chapter(
        key="fixed", stage="shape", reads=("assembly",), work=lambda seen: fixings(seen.assembly, seen.book)
    )
)
FIXINGS = register(
    Chapter(key="fixings", stage="shape", reads=("show", "fixed"), work=fixings_of, model=list[Fixing])
)
