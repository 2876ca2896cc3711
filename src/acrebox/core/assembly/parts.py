"""Parts: a body in place, what it does, and the piece it is made of."""

from collections.abc import Iterable
from dataclasses import dataclass
from decimal import Decimal

from acrebox.core.assembly.roles import Role, role
from acrebox.core.assembly.sawing import Sawn, sawn
from acrebox.core.measure.convert import tenths
from acrebox.core.shape.bodies import SQUARE, Body, Box, EndCut, Notch


@dataclass(frozen=True, kw_only=True)
class Piece:
    """How a part is made. `stock` is the key of what it is made from or bought as."""

    stock: str

    @property
    def likeness(self) -> tuple[object, ...]:
        """What makes two pieces of one stock and kind different; it sorts."""
        return ()


@dataclass(frozen=True, kw_only=True)
class StickPiece(Piece):
    """Sawn off a stick [mm]: the longest it is, what is cut longer and why, the width it is ripped to and
    what of it comes off so, how it is sawn where it is no plain length.

    `allowance` is cut longer than it ends up: a lap, or what is trimmed in place. Pieces of one `board` (its
    number and how wide it is [mm]) come out of the same stick: measured boards are no two alike.
    """

    finished: float
    allowance: float = 0.0
    allowed_for: str = "to trim in place"
    ripped: float | None = None
    off: str = ""
    sawn: Sawn | None = None
    board: tuple[int, float] | None = None

    @property
    def length(self) -> float:
        """The length to saw [mm]."""
        return self.finished + self.allowance

    @property
    def likeness(self) -> tuple[object, ...]:
        """Length, width sawn to and by which edge, end cuts, notches: a piece turned round is the same."""
        shape = self.sawn.likeness if self.sawn else ()
        return -tenths(self.length), -tenths(self.ripped or 0.0), self.off, shape

    @property
    def ends(self) -> tuple[EndCut, EndCut]:
        """How its ends are cut, as it lies on the saw."""
        return self.sawn.ends if self.sawn else (SQUARE, SQUARE)

    @property
    def notches(self) -> tuple[Notch, ...]:
        """What is cut out of it, as it lies on the saw."""
        return self.sawn.notches if self.sawn else ()


@dataclass(frozen=True, kw_only=True)
class SheetPiece(StickPiece):
    """Cut off a sheet lengthwise, the sheet `stock_width` [mm] wide and ripped to `ripped` where the piece is
    narrower.
    """

    stock_width: float
    allowed_for: str = "of lap"


@dataclass(frozen=True, kw_only=True)
class CountedPiece(Piece):
    """One of many things bought alike: a block, a bracket."""


@dataclass(frozen=True, kw_only=True)
class LengthPiece(Piece):
    """Cut off something sold by its length, so long [mm]: a strap. The goods of the bed buy it."""

    length: float

    @property
    def likeness(self) -> tuple[object, ...]:
        """Its length."""
        return (-tenths(self.length),)


@dataclass(frozen=True, kw_only=True)
class WholePiece(Piece):
    """A thing bought as it is: a trough, a tank of which this bed pays a `share`. What no price list has says
    its own `name`, `price` and weight over its volume [kg/m³]; what comes with it weighs `with_it` [kg].
    """

    share: float = 1.0
    name: str | None = None
    price: Decimal | None = None
    kg_m3: float | None = None
    with_it: float = 0.0


@dataclass(frozen=True, kw_only=True)
class Part:
    """One piece in place. Its name stays its own however the bed changes. `leans` are boxes of it that lie
    against something where its own envelope does not: the faces that it is ripped to.
    """

    name: str
    role: Role
    body: Body
    piece: Piece
    side: str = ""
    course: int | None = None
    leans: tuple[Box, ...] = ()

    @property
    def stock(self) -> str:
        """The key of what it is made of."""
        return self.piece.stock

    @property
    def solid(self) -> Box:
        """The box that it fits in; of a stick the stick itself."""
        return self.body.envelope

    @property
    def ripped(self) -> float | None:
        """The width it is sawn to [mm], where that is less than the stock's."""
        return self.piece.ripped if isinstance(self.piece, StickPiece) else None


@dataclass(frozen=True, kw_only=True)
class StandingPiece(Piece):
    """Stands there already: nothing of it is cut or bought."""


def stick(
    name: str,
    role_name: str,
    stock: str,
    box: Box,
    *,
    side: str = "",
    course: int | None = None,
    allowance: float = 0.0,
    ripped: float | None = None,
    off: str = "",
    board: tuple[int, float] | None = None,
) -> Part:
    """A part sawn off a stick, as its box is cut; `allowance` [mm] is sawn longer, `ripped` [mm] the width
    it is sawn to, what comes `off` in words; `board` the measured one that it comes out of: its number and
    width [mm].
    """
    piece = StickPiece(
        stock=stock,
        finished=box.overall,
        allowance=allowance,
        ripped=ripped,
        off=off,
        sawn=sawn(box),
        board=board,
    )
    return Part(name=name, role=role(role_name), body=box, piece=piece, side=side, course=course)


def of_role(parts: Iterable[Part], *names: str) -> list[Part]:
    """The parts that have one of these roles."""
    return [p for p in parts if p.role.name in names]
