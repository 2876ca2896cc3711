"""The Takeoff: what an Assembly needs. Pieces to cut with their labels, and what each part is called on the drawing."""

from collections import defaultdict
from dataclasses import dataclass
from string import ascii_uppercase

from acrebox.core.assembly import Assembly, Part, Role
from acrebox.core.measure.convert import tenths


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


@dataclass(frozen=True)
class Takeoff:
    """Pieces by label; `part_labels` maps a part's name to its own label (`A1`)."""

    groups: tuple[CutGroup, ...]
    part_labels: dict[str, str]


def take_off(assembly: Assembly) -> Takeoff:
    """Group the parts into pieces alike, longest first within each role, and label them A, B, C …"""
    alike: dict[tuple[int, str, bool, int], list[Part]] = defaultdict(list)
    order = list(Role)
    for part in assembly.parts:
        # Corner and mid posts are one cut: same stick, same length.
        role = Role.CORNER_POST if part.role is Role.MID_POST else part.role
        alike[order.index(role), part.stock, part.ripped, -tenths(part.cut_length)].append(part)
    groups = []
    labels = {}
    for number, key in enumerate(sorted(alike)):
        parts = alike[key]
        label = _letter(number)
        groups.append(CutGroup(label, parts[0].stock, parts[0].role, -key[3], tuple(parts)))
        labels.update({part.name: f"{label}{n}" for n, part in enumerate(parts, start=1)})
    return Takeoff(tuple(groups), labels)


def _letter(number: int) -> str:
    """A … Z, AA, AB …"""
    high, low = divmod(number, len(ascii_uppercase))
    return (ascii_uppercase[high - 1] if high else "") + ascii_uppercase[low]
