"""The room inside a bed: what soil can fill, and how much of it the fill takes, each with its working."""

from dataclasses import dataclass

from acrebox.core.assembly.bed import Assembly
from acrebox.core.assembly.sizes import square_between, wall_words
from acrebox.core.measure.convert import MM3_PER_LITRE
from acrebox.core.measure.printing import Printer
from acrebox.core.shape.bodies import Loft
from acrebox.core.shape.slices import SegmentSlice
from acrebox.core.worked import Worked, Workings

LEAST_L = 0.5


@dataclass(frozen=True, kw_only=True)
class Room:
    """Length, width and depth [mm], planted area [mm²], volume to the fill line and to the brim [L]."""

    length: float
    width: float
    depth: float
    area: float
    volume: float
    to_brim: float
    working: Workings


def room_inside(bed: Assembly, fill_top: float, gap: float, show: Printer) -> Room:
    """Measure the room inside a bed filled up to the height `fill_top` [mm], `gap` [mm] under its rim; its
    depth is that on level ground.
    """
    (length, width), outer = bed.size("inside"), bed.size("outside")
    level = bed.on_level if any(c.ground is not None for c in bed.compartments) else bed
    depth, area = fill_top - level.cavity.floor, bed.soil_face.area
    volume, brim = bed.cavity.litres_to(fill_top), bed.cavity.litres_to(bed.cavity.top)
    return Room(
        length=length,
        width=width,
        depth=depth,
        area=area,
        volume=volume,
        to_brim=brim,
        working={
            "length_mm": _inner_size(bed, outer[0], length, show),
            "width_mm": _inner_size(bed, outer[1], width, show),
            "depth_mm": Worked(
                amount=depth,
                unit="mm",
                working=(
                    f"{_deep(level)} {show.length(level.cavity.top - level.cavity.floor)} −"
                    f" {show.length(gap)} left at the top = {show.length(depth)}"
                ),
            ),
            "area_m2": Worked(
                amount=area / 1e6,
                unit="m²",
                working=area_words(bed, show),
                assumptions=["what stands inside is taken off the volume, not off this"],
            ),
            "volume_l": _volume_worked(level, depth, volume, show)
            if level is bed
            else _on_slope(level, depth, level.cavity.litres_to(fill_top), volume, show),
            "to_brim_l": Worked(
                amount=brim,
                unit="L",
                working=(
                    f"{show.cubic(volume)} to the fill line + {show.cubic(brim - volume)} from there"
                    f" to the top"
                    f" of the wall = {show.cubic_and_volume(brim)}"
                ),
            ),
        },
    )


def _deep(bed: Assembly) -> str:
    """What is measured for the depth: the wall, or the inside of what has a floor of its own."""
    return "wall" if bed.cavity.floor <= 0 else "deep inside"


def _inner_size(bed: Assembly, outer: float, inner: float, show: Printer) -> Worked:
    words = f"outside {show.length(outer)} − {wall_words(bed, show)} = {show.length(inner)}"
    if not square_between(bed, outer, inner):
        words = f"the box round the inside: {show.length(inner)}"
    return Worked(amount=inner, unit="mm", working=words)


def area_words(bed: Assembly, show: Printer) -> str:
    """How the planted area comes about: of a rectangle by its sides, else as the outline less its walls."""
    area, outline = bed.soil_face.area, bed.outline.area
    if bed.outline.is_rectangle and bed.soil_face == bed.inner:
        length, width = bed.size("inside")
        return f"{show.run(length)} × {show.run(width)} = {show.area(area)}"
    return f"outline {show.area(outline)} − walls {show.area(outline - area)} = {show.area(area)}"


def outline_words(bed: Assembly, show: Printer) -> str:
    """How the area within the outline comes about: of a rectangle and of a round one by their sizes."""
    outline = bed.outline
    (long, wide), area = outline.size, show.area(outline.area)
    if outline.is_rectangle:
        return f"{show.run(long)} × {show.run(wide)} = {area}"
    if outline.corners:
        return f"within the outline: {area}"
    straight = f" + {show.run(wide)} × {show.run(long - wide)}" if long > wide else ""
    return f"π × ({show.run(wide)})² ÷ 4{straight} = {area}"


def sloping_words(bed: Assembly, depth: float, volume: float, show: Printer) -> str | None:
    """How a volume [L] filled so deep [mm] comes about where the sides are not plumb; None where they are."""
    room, floor = bed.compartments[0].inside, bed.cavity.floor
    first = room.areas[0]
    if isinstance(first, SegmentSlice):
        r, h, below = (show.exact_run(mm) for mm in (first.radius, depth, first.radius - depth))
        return (
            f"a segment {h} high of a circle of radius {r}, acos in radians: (({r})² × acos({below} ÷ {r}) −"
            f" {below} × √(2 × {r} × {h} − ({h})²)) × {show.run(first.length)}{show.to_cubic} ="
            f" {show.cubic_and_volume(volume)}"
        )
    if isinstance(room, Loft) and not room.is_plumb:
        low, middle, high = (bed.cavity.area_at(floor + depth * share) for share in (0.0, 0.5, 1.0))
        if abs((low + 4 * middle + high) / 6 * depth / MM3_PER_LITRE - volume) > 1e-6 * volume:
            return None  # something stands in it, or it is no prismatoid
        return (
            f"({show.area(low)} at the floor + 4 × {show.area(middle)} half way + {show.area(high)} at the"
            f" fill line) ÷ 6 × {show.run(depth)}{show.to_cubic} = {show.cubic_and_volume(volume)}"
        )
    return None


def _volume_worked(bed: Assembly, depth: float, volume: float, show: Printer) -> Worked:
    """The area times the depth, less what stands inside; of a room whose sides are not plumb by its areas."""
    sloping = sloping_words(bed, depth, volume, show)
    if sloping is not None:
        return Worked(
            amount=volume,
            unit="L",
            working=sloping,
            assumptions=["settled, to the fill line"],
            source="prismatoid and circular segment: geometry",
        )
    length, width = bed.size("inside")
    box = bed.soil_face.area * depth / MM3_PER_LITRE
    sign, why = ("+", "in the waves of the sheet") if volume > box else ("−", "for what stands inside")
    base = (
        f"{show.run(length)} × {show.run(width)}"
        if bed.outline.is_rectangle and bed.soil_face == bed.inner
        else f"area {show.area(bed.soil_face.area)}"
    )
    return Worked(
        amount=volume,
        unit="L",
        working=(
            f"{base} × {show.run(depth)}{show.to_cubic} = {show.cubic(box)}; {show.cubic(box)} {sign}"
            f" {show.cubic(abs(box - volume))} {why} = {show.cubic_and_volume(volume)}"
            if abs(box - volume) > LEAST_L
            else f"{base} × {show.run(depth)}{show.to_cubic} = {show.cubic_and_volume(volume)}"
        ),
        assumptions=["level ground under the bed", "settled, to the fill line"],
    )


def _on_slope(level: Assembly, depth: float, flat: float, volume: float, show: Printer) -> Worked:
    """What a bed holds on ground that is not level [L]: as on `level` ground (`flat`), and the wedge under
    that.
    """
    worked = _volume_worked(level, depth, flat, show)
    wedge = volume - flat
    other = "more down to the ground" if wedge >= 0 else "for the ground that stands in it"
    sign = "+" if wedge >= 0 else "−"
    return Worked(
        amount=volume,
        unit="L",
        working=(
            f"{worked.working}; {show.cubic(flat)} {sign} {show.cubic(abs(wedge))} {other} ="
            f" {show.cubic_and_volume(volume)}"
        ),
        assumptions=["the ground straight between its stations", "settled, to the fill line"],
    )
