"""A document changed at a path such as `outline.sides.0.length`, as plain JSON values."""

from typing import Any


def put_at(document: Any, path: str, value: Any) -> Any:
    """The document with a value at the path, the one given left as it is. A field that is missing on the
    way is made; a row of a list that is not there is not.
    """
    head, _, rest = path.partition(".")
    if isinstance(document, list):
        at = int(head)
        return [put_at(row, rest, value) if n == at and rest else row for n, row in enumerate(document)]
    now = document.get(head) or {}
    return {**document, head: put_at(now, rest, value) if rest else value}
