"""The room inside a bed: what soil can fill, and how much of it the fill takes, each with its working."""

from dataclasses import dataclass

from acrebox.core.assembly.bed import Assembly
from acrebox.core.assembly.sizes import wall_words
from acrebox.core.measure.convert import MM3_PER_LITRE
from acrebox.core.measure.printing import Printer
from acrebox.core.worked import Worked, Workings


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
    """Measure the room inside a bed filled up to the height `fill_top` [mm], `gap` [mm] under its rim."""
    (length, width), outer = bed.size("inside"), bed.size("outside")
    depth, area = fill_top - bed.cavity.floor, bed.soil_face.area
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
                    f"wall {show.length(bed.wall_top)} − {show.length(gap)} left at the top ="
                    f" {show.length(depth)}"
                ),
            ),
            "area_m2": Worked(
                amount=area / 1e6,
                unit="m²",
                working=f"the outline less its walls: {show.area(area)}",
                assumptions=["what stands inside is taken off the volume, not off this"],
            ),
            "volume_l": _volume_worked(bed, depth, volume, show),
            "to_brim_l": Worked(
                amount=brim, unit="L", working=f"the same up to the top of the wall: {show.volume(brim)}"
            ),
        },
    )


def _inner_size(bed: Assembly, outer: float, inner: float, show: Printer) -> Worked:
    words = f"outside {show.length(outer)} − {wall_words(bed, show)} = {show.length(inner)}"
    return Worked(amount=inner, unit="mm", working=words)


def _volume_worked(bed: Assembly, depth: float, volume: float, show: Printer) -> Worked:
    """The area times the depth, less what stands inside."""
    length, width = bed.size("inside")
    box = bed.soil_face.area * depth / MM3_PER_LITRE
    base = (
        f"{show.run(length)} × {show.run(width)}"
        if bed.outline.is_rectangle and bed.soil_face == bed.inner
        else f"area {show.area(bed.soil_face.area)}"
    )
    return Worked(
        amount=volume,
        unit="L",
        working=(
            f"{base} × {show.run(depth)}{show.to_cubic} = {show.cubic(box)}, less"
            f" {show.cubic(box - volume)} for what stands inside = {show.cubic_and_volume(volume)}"
        ),
        assumptions=["level ground under the bed", "settled, to the fill line"],
    )
