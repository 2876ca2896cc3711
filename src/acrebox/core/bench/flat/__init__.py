"""Cutting from sheets and rolls: pieces of two sizes, cuts from edge to edge."""

from acrebox.core.bench.flat.problem import FlatPiece, FlatPlan, FlatProblem, FlatStock, Placed, Roll, Sheet
from acrebox.core.bench.flat.raster import most_of
from acrebox.core.bench.flat.search import cut_roll, cut_sheets

__all__ = [
    "FlatPiece",
    "FlatPlan",
    "FlatProblem",
    "FlatStock",
    "Placed",
    "Roll",
    "Sheet",
    "cut_roll",
    "cut_sheets",
    "most_of",
]
