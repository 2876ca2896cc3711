"""What of a bench or of a floor carries, beside what it takes."""

from dataclasses import dataclass


@dataclass(frozen=True, kw_only=True)
class CarriedRow:
    """Something that carries: what it has to and what it takes, both in N·mm, N, mm or kPa, and which sum in
    words; `field` is what makes it stronger, where that is not the same for all.
    """

    what: str
    carries: float
    takes: float
    words: str
    field: str = ""

    @property
    def ratio(self) -> float:
        """How much of what it takes it carries."""
        return self.carries / self.takes if self.takes else float("inf")

    @property
    def holds(self) -> bool:
        """Whether it carries no more than it takes."""
        return self.ratio <= 1.0 + 1e-9


@dataclass(frozen=True, kw_only=True)
class Carried:
    """All of one bench or floor that carries."""

    rows: tuple[CarriedRow, ...]

    @property
    def worst(self) -> CarriedRow:
        """What is nearest to giving way."""
        return max(self.rows, key=lambda row: row.ratio)

    @property
    def holds(self) -> bool:
        """Whether nothing carries more than it takes."""
        return self.worst.holds

    @property
    def says(self) -> str:
        """What is nearest to giving way, and how near."""
        worst = self.worst
        if not worst.takes:
            return f"{worst.what}: nothing"
        return f"nearest to its limit: {worst.what}, at {worst.ratio:.0%}"
