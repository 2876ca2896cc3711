"""What a thing that beds stand on has to carry, and what its owner states that it may."""

from dataclasses import dataclass

from acrebox.core.site.grounds import Laid


@dataclass(frozen=True)
class Load:
    """A bed on something that carries only so much: what it weighs full and wet [kg], how heavy that is on
    the area that it covers [kPa], and what other beds on the same thing weigh, by name; None where one of
    them cannot be worked out.
    """

    on: Laid
    kg: float
    kpa: float
    beside: tuple[tuple[str, float | None], ...]

    @property
    def all_kg(self) -> float:
        """What all of them weigh together, as far as that is known [kg]."""
        return self.kg + sum(kg or 0.0 for _, kg in self.beside)

    @property
    def stated(self) -> bool:
        """Whether anybody has said what the thing may carry."""
        return self.on.may_carry.total_kg is not None or self.on.may_carry.kpa is not None
