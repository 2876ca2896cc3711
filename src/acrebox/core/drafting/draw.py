"""All views of a bed."""

from collections.abc import Mapping, Sequence

from acrebox.core.assembly import Assembly
from acrebox.core.drafting.corners import draw_corners
from acrebox.core.drafting.courses import draw_courses
from acrebox.core.drafting.elevation import draw_elevation
from acrebox.core.drafting.from_above import draw_plan
from acrebox.core.drafting.marks import joints_by_side
from acrebox.core.drafting.model import Across, Sides
from acrebox.core.drafting.section import draw_section
from acrebox.core.fill.layers import FilledLayer
from acrebox.core.measure.systems import System


def draw_across(bed: Assembly, layers: Sequence[FilledLayer], labels: Mapping[str, str]) -> Across:
    """Plan and section of a bed."""
    return Across(plan=draw_plan(bed, labels), section=draw_section(bed, layers, labels))


def draw_sides(bed: Assembly, labels: Mapping[str, str], built: System) -> Sides:
    """Elevations and corner details of a bed that is planned in a system."""
    fixed = joints_by_side(bed, built)
    return Sides(
        elevations=[
            draw_elevation(bed, side, labels, fixed.get(side.name, ())) for side in bed.outline.sides
        ],
        corners=draw_corners(bed, labels),
        courses=draw_courses(bed, labels),
    )
