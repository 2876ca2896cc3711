"""How much wood lies to the soil, the ground and the weather, and what coats it."""

from collections.abc import Callable
from dataclasses import dataclass

from acrebox.core.assembly import Assembly
from acrebox.core.lining.faces import exposed_faces
from acrebox.core.lining.limits import lining_limit

WET = ("soil", "ground")


@dataclass(frozen=True)
class Coat:
    """A coat of the wood: its area [m²], how many coats, how far a litre goes [m²], how much of it [L], how
    long one dries [h].
    """

    kind: str
    area: float
    coats: int
    spread: float
    hours: float

    @property
    def litres(self) -> float:
        """Area × coats ÷ spread [L]."""
        return self.area * self.coats / self.spread


def coat_of(bed: Assembly, is_wood: Callable[[str], bool], kind: str, coats: int) -> Coat | None:
    """What coats the wood of a bed: bitumen where soil and ground lie to it, oil where the weather does; None
    where nothing does.
    """
    if kind == "none":
        return None
    faces = [exposed_faces(p) for p in bed.parts if is_wood(p.stock)]
    against = WET if kind == "bitumen" else ("weather",)
    area = sum(f[name] for f in faces for name in against)
    return Coat(kind, area, coats, lining_limit(f"{kind}_spread"), lining_limit(f"{kind}_hours"))
