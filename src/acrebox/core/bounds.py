"""Bounds on documents: checked before anything reads them, and told by field."""

import re
from typing import Any

from acrebox.core.errors import DesignError, refuse
from acrebox.core.measure.bounds import MOST_DEEP, MOST_NUMBER, MOST_ROWS, MOST_TEXT, MOST_VALUES

_UNREADABLE = re.compile("[\0\ud800-\udfff]")
_SHOWN = 80


def check_bounds(data: Any, text: int = MOST_TEXT) -> None:
    """Raises DesignError, naming the field, for what no document has: text that is too long (more than `text`
    characters), with the character of nothing or half a character in it; a number that is none or too large;
    too many rows or fields; nesting that is too deep; too many values in all.
    """
    left, depth = MOST_VALUES, 0
    rows: list[tuple[str, Any]] = [("", data)]
    while rows:
        depth += 1
        below: list[tuple[str, Any]] = []
        for path, value in rows:
            _check_one(path or "design", value, text)
            if isinstance(value, dict):
                for key in value:
                    _check_one(path or "design", key, text)
                below += [(f"{path}.{key}" if path else str(key), part) for key, part in value.items()]
            elif isinstance(value, list | tuple):
                below += [(f"{path}.{n}" if path else str(n), part) for n, part in enumerate(value)]
        left -= len(below)
        if left < 0:
            raise refuse(
                "design", "too much", "There is too much in this.", f"at most {MOST_VALUES:,} values"
            )
        if below and depth > MOST_DEEP:
            path = below[0][0]
            says = "This is nested deeper than anything that is read."
            raise refuse(path[:_SHOWN], f"{depth} levels", says, f"at most {MOST_DEEP} levels")
        rows = below


def _check_one(path: str, value: Any, text: int) -> None:
    if isinstance(value, str):
        if _UNREADABLE.search(value):
            raise _unreadable(path, value)
        if len(value) > text:
            says = f"This is {len(value):,} characters long."
            raise refuse(path[:_SHOWN], f"{value[:_SHOWN]}…", says, f"at most {text:,} characters")
    elif isinstance(value, int | float) and not isinstance(value, bool):
        if not abs(value) <= MOST_NUMBER:  # nor is what is no number; a whole one may be of any length
            raise refuse(
                path, _in_short(value), "That is no number that is read.", f"at most {MOST_NUMBER:,.0f}"
            )
    elif isinstance(value, dict | list | tuple) and len(value) > MOST_ROWS:
        what = "fields" if isinstance(value, dict) else "rows"
        says = f"There are too many {what} here."
        raise refuse(path, f"{len(value):,} {what}", says, f"at most {MOST_ROWS} {what}")


def _in_short(number: int | float) -> str:
    """A number that is too large to be shown; a whole one by how long it is."""
    if isinstance(number, float):
        return f"{number:.3g}"
    return f"a number of some {int(number.bit_length() * 0.30103) + 1:,} digits"


def _unreadable(path: str, value: str) -> DesignError:
    """A refusal of text that nobody typed and no store keeps; its signs are shown by others."""
    shown = value.replace("\0", "␀").encode("utf-8", "replace").decode()[:_SHOWN]
    plain = path.replace("\0", "␀").encode("utf-8", "replace").decode()[:_SHOWN]
    return refuse(plain, shown, "That has a character in it that nobody can read.", "plain text")
