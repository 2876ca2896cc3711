"""Reads the working of a figure as arithmetic, and works it out again: see `grammar.lark`."""

from arithmetic.reading import UnreadableError, numbers_in, parts, repeated
from arithmetic.values import Value, within

__all__ = ["UnreadableError", "Value", "numbers_in", "parts", "repeated", "within"]
