"""The Takeoff: what an Assembly needs. Pieces to cut with their labels, and what each part is called on the drawing."""

from collections import defaultdict
from dataclasses import dataclass
from string import ascii_uppercase

from acrebox.core.assembly import Assembly, Part, Role
from acrebox.core.measure.convert import tenths
from acrebox.core.shape.solid import EndCut, Notch


@dataclass(frozen=True)
class CutGroup:
    """Pieces alike: one label, one stock, one length [0.1 mm], and the parts they become."""

    label: str
    stock: str
    role: Role
    length: int
    parts: tuple[Part, ...]

    @property
    def count(self) -> int:
        return len(self.parts)

    @property
    def ends(self) -> tuple[EndCut, EndCut]:
        """How the ends of the first piece are cut; a piece turned round is the same piece."""
        return self.parts[0].solid.ends


@dataclass(frozen=True)
class Takeoff:
    """Pieces by label; `part_labels` maps a part's name to its own label (`A1`)."""

    groups: tuple[CutGroup, ...]
    part_labels: dict[str, str]


Shape = tuple[int, int, tuple[tuple[float, float], ...], tuple[Notch, ...]]


def _shape(part: Part) -> Shape:
    """What makes two pieces of a stock different: length, width sawn to, end cuts, notches."""
    ends = sorted((round(abs(e.mitre), 2), round(abs(e.bevel), 2)) for e in part.solid.ends)
    notches = tuple(
        Notch(*((round(a, 1), round(b, 1)) for a, b in (n.along, n.face, n.through)))
        for n in part.solid.notches
    )
    return -tenths(part.cut_length), -tenths(part.ripped or 0.0), tuple(ends), notches


def take_off(assembly: Assembly) -> Takeoff:
    """Group the parts into pieces alike, longest first within each role, and label them A, B, C …"""
    alike: dict[tuple[int, str, Shape], list[Part]] = defaultdict(list)
    order = list(Role)
    for part in assembly.parts:
        # Corner and mid posts are one cut: same stick, same length.
        role = Role.CORNER_POST if part.role is Role.MID_POST else part.role
        alike[order.index(role), part.stock, _shape(part)].append(part)
    groups = []
    labels = {}
    for number, key in enumerate(sorted(alike, key=lambda k: (k[0], k[1], k[2][:3], str(k[2][3])))):
        parts = alike[key]
        label = _letter(number)
        groups.append(CutGroup(label, parts[0].stock, parts[0].role, -key[2][0], tuple(parts)))
        labels.update({part.name: f"{label}{n}" for n, part in enumerate(parts, start=1)})
    return Takeoff(tuple(groups), labels)


def _letter(number: int) -> str:
    """A … Z, AA, AB …"""
    high, low = divmod(number, len(ascii_uppercase))
    return (ascii_uppercase[high - 1] if high else "") + ascii_uppercase[low]
