"""Every load case of a bed worked out, whatever its construction."""

from dataclasses import dataclass

from acrebox.core.assembly import Assembly
from acrebox.core.design import Loads
from acrebox.core.errors import refuse
from acrebox.core.stock import Catalogue
from acrebox.core.strength.bending import Bent
from acrebox.core.strength.posts import PostCheck
from acrebox.core.strength.pull import TieCheck
from acrebox.core.strength.registry import Loaded, check
from acrebox.core.strength.soil import Push, push_of


@dataclass(frozen=True, kw_only=True)
class StrengthCheck:
    """All of a bed: the push and the depth of soil [mm] it was worked out for, and what came of every
    load case.
    """

    push: Push
    depth: float
    members: tuple[Bent, ...]
    posts: PostCheck | None
    ties: tuple[TieCheck, ...]


def check_strength(bed: Assembly, loads: Loads, book: Catalogue, depth: float) -> StrengthCheck:
    """Work out every load case of a bed filled `depth` [mm] deep.

    Raises DesignError when a wood is named that nobody knows.
    """
    if loads.species is not None and book.find_species(loads.species) is None:
        known = ", ".join(s.key for s in book.species)
        raise refuse("loads.species", loads.species, "No values are known for that wood.", known)
    loaded = Loaded(push_of(loads), depth, loads, book)
    found = [check(case, loaded) for case in bed.loads]
    return StrengthCheck(
        push=loaded.push,
        depth=depth,
        members=tuple(f for f in found if isinstance(f, Bent)),
        posts=next((f for f in found if isinstance(f, PostCheck)), None),
        ties=tuple(f for f in found if isinstance(f, TieCheck)),
    )
