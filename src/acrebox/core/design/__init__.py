"""The Design: what the gardener wants, as choices and never results."""

from acrebox.core.design.addons import AddOns, Cap, CapCorner, Hoops, Seats, Straps, Ties, Trellis
from acrebox.core.design.base import Choice, Section
from acrebox.core.design.bench import Bench, Loads, OffCut, Reach, Site, SoldLength
from acrebox.core.design.constructions import (
    AnyConstruction,
    Boards,
    Corner,
    FramedSheet,
    Hatch,
    PostDepth,
    Posted,
    PostTop,
    Sleepers,
    Staves,
    WallHung,
)
from acrebox.core.design.document import CURRENT_SCHEMA, Accepted, Design, problem_of, read_design
from acrebox.core.design.fill import FillChoice, Layer
from acrebox.core.design.outline import AnyOutline, HShape, LShape, Measured, Polygon, Rectangle, RegularPolygon, TypedSide, UShape

__all__ = [
    "CURRENT_SCHEMA", "Accepted", "AddOns", "AnyConstruction", "AnyOutline", "Bench", "Boards", "Cap", "CapCorner", "Choice", "Corner", "Design",
    "FillChoice", "FramedSheet", "HShape", "Hatch", "Hoops", "LShape", "Layer", "Loads", "Measured", "OffCut", "Polygon", "PostDepth", "PostTop", "Posted",
    "Reach", "Rectangle", "RegularPolygon", "Seats", "Section", "Site", "Sleepers", "SoldLength", "Staves", "Straps", "Ties", "Trellis", "TypedSide",
    "UShape", "WallHung", "problem_of", "read_design",
]  # fmt: skip
