"""The bench: how each stick is cut, what to buy, in which order to set the stop."""

from acrebox.core.bench.problem import CuttingPlan, CuttingProblem, Stick, StickKind
from acrebox.core.bench.search import NoCutting, cut_best

__all__ = ["CuttingPlan", "CuttingProblem", "NoCutting", "Stick", "StickKind", "cut_best"]
