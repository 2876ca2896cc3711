"""The Design: what the gardener wants, as choices and never results."""

from acrebox.core.design.addons import AddOns, Cap, CapCorner, Hoops, Seats, Straps, Ties, Trellis
from acrebox.core.design.base import CURRENT_SCHEMA, Choice, LeftToYard, MeasuredStick
from acrebox.core.design.bench import BenchChoice, OffCut, SawChoice, SoldLength
from acrebox.core.design.construction import (
    CORNERS,
    OPEN_QUESTIONS,
    POST_QUESTIONS,
    SQUARE_CORNERS,
    AnyConstruction,
    Construction,
    Corner,
    Heads,
    PostDepth,
    Posted,
    PostTop,
    constructions,
    heads_asked,
)
from acrebox.core.design.document import Accepted, Design, problem_of, read_design
from acrebox.core.design.fill import FillChoice, Layer
from acrebox.core.design.groups import Group, bed_groups
from acrebox.core.design.loads import Loads
from acrebox.core.design.outline import (
    AnyOutline,
    HShape,
    LShape,
    Measured,
    Polygon,
    Rectangle,
    RegularPolygon,
    TypedSide,
    UShape,
)
from acrebox.core.design.questions import Asked, Asking, asks, questions_of, rows_of
from acrebox.core.design.site import Reach, Site
from acrebox.core.design.upgrades import check_text, upgraded

__all__ = [
    "CORNERS",
    "CURRENT_SCHEMA",
    "OPEN_QUESTIONS",
    "POST_QUESTIONS",
    "SQUARE_CORNERS",
    "Accepted",
    "AddOns",
    "AnyConstruction",
    "AnyOutline",
    "Asked",
    "Asking",
    "BenchChoice",
    "Cap",
    "CapCorner",
    "Choice",
    "Construction",
    "Corner",
    "Design",
    "FillChoice",
    "Group",
    "HShape",
    "Heads",
    "Hoops",
    "LShape",
    "Layer",
    "LeftToYard",
    "Loads",
    "Measured",
    "MeasuredStick",
    "OffCut",
    "Polygon",
    "PostDepth",
    "PostTop",
    "Posted",
    "Reach",
    "Rectangle",
    "RegularPolygon",
    "SawChoice",
    "Seats",
    "Site",
    "SoldLength",
    "Straps",
    "Ties",
    "Trellis",
    "TypedSide",
    "UShape",
    "asks",
    "bed_groups",
    "check_text",
    "constructions",
    "heads_asked",
    "problem_of",
    "questions_of",
    "read_design",
    "rows_of",
    "upgraded",
]
