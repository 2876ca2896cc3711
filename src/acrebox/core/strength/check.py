"""Every load case of a bed worked out, whatever its construction."""

from dataclasses import dataclass

from acrebox.core.assembly import Assembly, FloorLoad, Hoop, TieLoad
from acrebox.core.design import Loads
from acrebox.core.errors import refuse
from acrebox.core.stock import Catalogue
from acrebox.core.strength.bending import Bent
from acrebox.core.strength.floor import FloorCheck, with_floor_screws
from acrebox.core.strength.hoop import HoopCheck
from acrebox.core.strength.laid import LaidCheck
from acrebox.core.strength.posts import PostCheck, check_posts
from acrebox.core.strength.pull import TieCheck, check_ties
from acrebox.core.strength.registry import Loaded, check
from acrebox.core.strength.screws import ScrewsOf, none_yet
from acrebox.core.strength.seats import SeatCheck, with_screws
from acrebox.core.strength.sides import Side, check_sides
from acrebox.core.strength.soil import Push, push_of
from acrebox.core.strength.walls import walls_of


@dataclass(frozen=True, kw_only=True)
class StrengthCheck:
    """All of a bed: the push and the depth of soil [mm] it was worked out for, and what came of every side
    and every load case.
    """

    push: Push
    depth: float
    sides: tuple[Side, ...]
    members: tuple[Bent, ...]
    posts: PostCheck | None
    ties: tuple[TieCheck, ...]
    hoops: tuple[HoopCheck, ...] = ()
    laid: tuple[LaidCheck, ...] = ()
    seats: tuple[SeatCheck, ...] = ()
    floors: tuple[FloorCheck, ...] = ()

    @property
    def holds(self) -> bool:
        """Whether walls, posts, ties, rings, laid walls, benches and floors do."""
        posts = self.posts is None or self.posts.holds
        walls = all(m.holds for m in self.members) and all(t.holds for t in self.ties)
        laid = all(h.holds for h in self.hoops) and all(x.holds for x in self.laid)
        carried = all(s.holds for s in self.seats) and all(f.holds for f in self.floors)
        return posts and walls and laid and carried


def loaded_by(loads: Loads, book: Catalogue, depth: float, unit_weight: float, floor: float = 0.0) -> Loaded:
    """What loads a bed filled up to a height `depth` [mm] with soil of a `unit_weight` [kN/m³], from a height
    `floor` [mm] on.
    """
    return Loaded(push_of(loads, unit_weight), depth, loads, book, floor)


def seam_screws(bed: Assembly, loaded: Loaded) -> int:
    """How many screws a seam wants of the rings of a bed; none where there is no ring."""
    found = [check(case, loaded) for case in bed.loads if isinstance(case, Hoop)]
    return max((f.screws for f in found if isinstance(f, HoopCheck)), default=0)


def check_strength(
    bed: Assembly,
    loads: Loads,
    book: Catalogue,
    depth: float,
    unit_weight: float,
    screws: ScrewsOf = none_yet,
) -> StrengthCheck:
    """Work out every load case of a bed filled `depth` [mm] deep with soil of a `unit_weight` [kN/m³], where
    the gardener does not say another.

    Raises DesignError when a wood is named that nobody knows, or a side that the bed has not.
    """
    sides_there = [side.name for side in bed.outline.sides]
    for n, name in enumerate(loads.people):
        if name not in sides_there:
            says = f"The bed has no side called '{name}'."
            raise refuse(f"loads.people.{n}", name, says, ", ".join(sides_there))
    if loads.species is not None and book.find_species(loads.species) is None:
        known = ", ".join(s.key for s in book.species)
        raise refuse("loads.species", loads.species, "No values are known for that wood.", known)
    low = max((case.floor for case in bed.loads if isinstance(case, FloorLoad)), default=0.0)
    loaded = loaded_by(loads, book, depth, unit_weight, low)
    sides = check_sides(walls_of(bed), loaded)
    ties = [case for case in bed.loads if isinstance(case, TieLoad)]
    found = [check(case, loaded) for case in bed.loads if not isinstance(case, TieLoad)]
    return StrengthCheck(
        push=loaded.push,
        depth=depth,
        sides=sides,
        members=(
            *(max(side.members, key=lambda m: m.use) for side in sides),
            *(f for f in found if isinstance(f, Bent)),
        ),
        posts=check_posts(bed.stance, sides, loaded) if bed.stance else None,
        ties=(*check_ties(ties, sides, screws), *(f for f in found if isinstance(f, TieCheck))),
        hoops=tuple(f for f in found if isinstance(f, HoopCheck)),
        laid=tuple(f for f in found if isinstance(f, LaidCheck)),
        seats=tuple(with_screws(f, screws) for f in found if isinstance(f, SeatCheck)),
        floors=tuple(with_floor_screws(f, screws) for f in found if isinstance(f, FloorCheck)),
    )
