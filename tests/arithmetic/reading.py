"""A working, part by part, worked out again."""

import math
from functools import cache
from itertools import pairwise
from pathlib import Path
from typing import Any

import pint
from lark import Lark, Transformer, UnexpectedInput

from arithmetic.values import Value, read_feet, read_number

SIGNS = "×÷+√∛="
PAIR = tuple[Value, Value]


class UnreadableError(Exception):
    """Something that has signs of arithmetic and cannot be repeated, with why."""


def parts(working: str) -> list[str]:
    """The parts of a working, and of each what follows its label."""
    return [part.split(": ")[-1] for part in working.split("; ")]


def repeated(part: str) -> Value | None:
    """What a part comes to as printed last, repeated from what stands before; None where it only says.

    Raises UnreadableError where it is no arithmetic, mixes units, or comes to something else.
    """
    if not any(sign in part for sign in SIGNS):
        return None
    first = part.partition(" = ")[0]
    if not any(sign in first for sign in f"{SIGNS}−"):
        part = f"{first} = {part}"  # nothing is worked out, it is told in another unit
    try:
        found: Any = _reader().parse(part)
    except (ValueError, ZeroDivisionError) as wrong:
        raise UnreadableError(f"{wrong}: {part}") from wrong
    except UnexpectedInput as unread:
        near = part[max(0, unread.pos_in_stream or 0) :][:20]
        raise UnreadableError(f"cannot be read from '{near}': {part}") from unread
    assert isinstance(found, Value)
    return found


def numbers_in(part: str) -> list[Value]:
    """The numbers that a part tells, with their units, whatever stands between them."""
    found, before = [], ""
    for token in _reader().lex(part):
        if token.type in ("FEET", "NUMBER", "MONEY"):
            value = read_feet(str(token)) if token.type == "FEET" else read_number(str(token))
            found.append(Value(-value.high, -value.low, value.units) if before == "−" else value)
        before = str(token)
    return found


@cache
def _reader() -> Lark:
    grammar = (Path(__file__).parent / "grammar.lark").read_text(encoding="utf-8")
    return Lark(grammar, parser="lalr", lexer="basic", start="chain", transformer=_Worked())


def _each(f: Any) -> Any:
    """A function of values as one of pairs of them: the lower ones of ranges with the lower ones."""

    def of_pairs(self: "_Worked", items: list[Any]) -> PAIR:
        pairs = [item for item in items if isinstance(item, tuple)]
        return f(*(pair[0] for pair in pairs)), f(*(pair[1] for pair in pairs))

    return of_pairs


def _whole(value: Value, f: Any) -> Value:
    return Value(f(value.low - 1e-9), f(value.high - 1e-9), value.units)


class _Worked(Transformer[Any, Any]):
    add = _each(lambda a, b: a.plus(b))
    sub = _each(lambda a, b: a.plus(b, -1))
    mul = _each(lambda a, b: a.times(b))
    div = _each(lambda a, b: a.times(b, -1))
    neg = _each(lambda a: Value(-a.high, -a.low, a.units))
    square = _each(lambda a: a.power(2))
    cube = _each(lambda a: a.power(3))
    fourth = _each(lambda a: a.power(4))
    root = _each(lambda a: a.root())
    fourth_root = _each(lambda a: a.root().root())
    cube_root = _each(lambda a: a.cube_root())
    acos = _each(lambda a: a.turned())
    tan = _each(lambda a: a.angled(math.tan))
    sin = _each(lambda a: a.angled(math.sin))
    cos = _each(lambda a: a.angled(math.cos))
    half = _each(lambda a: Value(a.low / 2, a.high / 2, a.units))
    least = _each(lambda *a: Value(min(x.low for x in a), min(x.high for x in a), a[0].units))
    most = _each(lambda *a: Value(max(x.low for x in a), max(x.high for x in a), a[0].units))
    as_it_is = _each(lambda a: a)
    up = _each(lambda a: _whole(a, math.ceil))
    down = _each(lambda a: _whole(a, math.floor))

    def pi(self, _: list[Any]) -> PAIR:
        return Value(math.pi, math.pi), Value(math.pi, math.pi)

    def quantity(self, items: list[Any]) -> Value:
        token = items[0]
        return read_feet(str(token)) if token.type == "FEET" else read_number(str(token))

    def range(self, items: list[Value]) -> PAIR:
        return items[0], items[0]

    def span(self, items: list[Any]) -> PAIR:
        low, high = (item for item in items if isinstance(item, Value))
        if not low.units:  # 2 to 5 %, 24 to 53 L
            low = (
                Value(low.low / 100, low.high / 100) if not high.units and high.high <= 1 < low.high else low
            )
            low = Value(low.low, low.high, high.units)
        return low, high

    def chain(self, items: list[PAIR]) -> Value:
        first, *told = items
        for seen, shown in zip(first, told[0], strict=True):
            if seen.units != shown.units:
                raise ValueError(f"{seen.said} is told in {shown.said}")
            if not seen.meets(shown):
                raise ValueError(f"comes to {seen}, not {shown}")
        for one, other in pairwise(told):
            for seen, shown in zip(one, other, strict=True):
                if not _same(seen, shown):
                    raise ValueError(f"{seen} is told as {shown}")
        return told[-1][1]


def _same(seen: Value, shown: Value) -> bool:
    try:
        return seen.in_units(shown.units).meets(shown)
    except pint.DimensionalityError:
        return False
