"""Bodies: where a part is and what shape it has. One protocol, a few kinds."""

from acrebox.core.shape.bodies.body import Body, areas_of
from acrebox.core.shape.bodies.box import SQUARE, Box, EndCut, Notch, overlap_depth
from acrebox.core.shape.bodies.extrusion import Extrusion
from acrebox.core.shape.bodies.face import Circle, Face, faces_of, polygons
from acrebox.core.shape.bodies.hollowed import Hollowed
from acrebox.core.shape.bodies.loft import Corners, Loft
from acrebox.core.shape.bodies.lying import LyingCylinder
from acrebox.core.shape.bodies.mesh import Mesh
from acrebox.core.shape.bodies.overlap import near_pairs, overlap, shared_volume
from acrebox.core.shape.bodies.swept import Swept
from acrebox.core.shape.level import Oval

__all__ = [
    "SQUARE",
    "Body",
    "Box",
    "Circle",
    "Corners",
    "EndCut",
    "Extrusion",
    "Face",
    "Hollowed",
    "Loft",
    "LyingCylinder",
    "Mesh",
    "Notch",
    "Oval",
    "Swept",
    "areas_of",
    "faces_of",
    "near_pairs",
    "overlap",
    "overlap_depth",
    "polygons",
    "shared_volume",
]
