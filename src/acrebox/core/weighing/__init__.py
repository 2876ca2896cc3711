"""Weighing up: up to four ways of building one bed, side by side, with no single score."""

from acrebox.core.weighing.alternatives import alternatives
from acrebox.core.weighing.weigh import MOST_VARIANTS, Rates, Row, Weighed, rate_questions, weigh

__all__ = ["MOST_VARIANTS", "Rates", "Row", "Weighed", "alternatives", "rate_questions", "weigh"]
