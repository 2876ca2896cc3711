"""The Takeoff: what an Assembly needs, by family, and what each part is called on the drawings.

Lengths and sheets are cut from sticks and sheets, counted goods are bought by the piece
or the metre. Each family is solved in a room of its own in `bench/`; fixings come from the joints, soil
from the compartments.
"""

from collections import defaultdict
from collections.abc import Callable
from dataclasses import dataclass, replace
from decimal import Decimal
from string import ascii_uppercase

from acrebox.core.assembly import (
    Assembly,
    CountedPiece,
    LengthPiece,
    Part,
    Piece,
    SheetPiece,
    StandingPiece,
    StickPiece,
    WholePiece,
    role_order,
)
from acrebox.core.measure.convert import tenths


@dataclass(frozen=True)
class Group:
    """Pieces alike: one label, one stock, and the parts they become."""

    label: str
    stock: str
    role: str
    parts: tuple[Part, ...]

    @property
    def count(self) -> int:
        """How many."""
        return len(self.parts)


@dataclass(frozen=True)
class CutGroup(Group):
    """Pieces alike that are cut to a length [0.1 mm]."""

    length: int
    piece: StickPiece


@dataclass(frozen=True)
class CountedNeed:
    """Something bought by the piece or by the metre: a good, or parts that are bought as they are."""

    key: str
    count: float
    unit: str
    working: str
    share: float = 1.0
    name: str | None = None
    price: Decimal | None = None


@dataclass(frozen=True, kw_only=True)
class Takeoff:
    """Needs by family; `part_labels` maps a part's name to its own label (`A1`), `set_aside` a stock to how
    much more of it is wanted for bad ones [%].
    """

    lengths: tuple[CutGroup, ...]
    sheets: tuple[CutGroup, ...]
    counted: tuple[CountedNeed, ...]
    weights_kg: dict[str, float]
    part_labels: dict[str, str]
    set_aside: dict[str, float]

    @property
    def weight_kg(self) -> float:
        """What all of it weighs that the bed is built of [kg]."""
        return sum(self.weights_kg.values())

    @property
    def cut(self) -> tuple[CutGroup, ...]:
        """All that is cut to a length, in the order of the labels."""
        return tuple(sorted((*self.lengths, *self.sheets), key=lambda g: (len(g.label), g.label)))


STANDS = "stands "
"""What is there already is called so on the drawings: it is in no list."""

FAMILIES = (SheetPiece, StickPiece, CountedPiece, WholePiece, LengthPiece)


def _family(piece: Piece) -> int:
    return next(n for n, kind in enumerate(FAMILIES) if isinstance(piece, kind))


def take_off(assembly: Assembly, density: Callable[[str], float]) -> Takeoff:
    """Group the parts into pieces alike, longest first within each role, and label them A, B, C …

    `density` gives the weight over the volume of what a stock is made of [kg/m³].
    """
    alike: dict[tuple[int, str, int, str], list[Part]] = defaultdict(list)
    order = role_order()
    standing = [p for p in assembly.parts if isinstance(p.piece, StandingPiece)]
    for part in (p for p in assembly.parts if p not in standing):
        # Corner and mid posts are one cut: same stick, same length.
        role = order[part.role.cut_as or part.role.name]
        alike[role, part.stock, _family(part.piece), _sortable(part.piece)].append(part)
    groups: list[tuple[int, Group]] = []
    labels = {part.name: f"{STANDS}{n}" for n, part in enumerate(standing, start=1)}
    for number, key in enumerate(sorted(alike)):
        parts, label = tuple(alike[key]), _letter(number)
        labels.update({part.name: f"{label}{n}" for n, part in enumerate(parts, start=1)})
        groups.append((key[2], _group(label, parts)))
    weights: dict[str, float] = defaultdict(float)
    for part in (p for p in assembly.parts if p.stock):
        whole = part.piece if isinstance(part.piece, WholePiece) else None
        said = whole.kg_m3 if whole else None
        weights[part.stock] += part.body.volume / 1e9 * (density(part.stock) if said is None else said)
        weights[part.stock] += whole.with_it if whole else 0.0
    cut = [(family, g) for family, g in groups if isinstance(g, CutGroup)]
    return Takeoff(
        lengths=tuple(g for family, g in cut if FAMILIES[family] is StickPiece),
        sheets=tuple(g for family, g in cut if FAMILIES[family] is SheetPiece),
        counted=_counted(
            assembly, [g for family, g in groups if FAMILIES[family] in (CountedPiece, WholePiece)]
        ),
        weights_kg=dict(weights),
        part_labels=labels,
        set_aside={used.stock: used.set_aside for used in assembly.timbers if used.set_aside},
    )


def _sortable(piece: Piece) -> str:
    """Likeness as text that sorts longest first."""
    values = []
    for value in piece.likeness:
        values.append(f"{value + 10**9:012d}" if isinstance(value, int) else str(value))
    return " ".join(values)


def _group(label: str, parts: tuple[Part, ...]) -> Group:
    first = parts[0]
    if isinstance(first.piece, StickPiece):
        return CutGroup(label, first.stock, first.role.name, parts, tenths(first.piece.length), first.piece)
    return Group(label, first.stock, first.role.name, parts)


def _counted(assembly: Assembly, groups: list[Group]) -> tuple[CountedNeed, ...]:
    """Goods as they are asked for, and parts that are bought by the piece, each kind once."""
    goods = [CountedNeed(g.key, g.count, g.unit, g.working) for g in assembly.goods]
    by_stock: dict[str, list[Group]] = defaultdict(list)
    for group in groups:
        by_stock[group.stock].append(group)
    for stock, alike in by_stock.items():
        words = " + ".join(f"{g.count} {g.role}" for g in alike)
        need = CountedNeed(stock, sum(g.count for g in alike), "piece", words)
        piece = alike[0].parts[0].piece
        if isinstance(piece, WholePiece):
            need = replace(need, share=piece.share, name=piece.name, price=piece.price)
        goods.append(need)
    return tuple(goods)


def _letter(number: int) -> str:
    """A … Z, AA, AB …"""
    high, low = divmod(number, len(ascii_uppercase))
    return (ascii_uppercase[high - 1] if high else "") + ascii_uppercase[low]
