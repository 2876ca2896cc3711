"""Acre Box: plan a raised bed, from its size to the saw to the soil."""

__version__ = "0.1.0"
