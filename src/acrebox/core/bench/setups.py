"""Stop-block order: longest first, so that each setting is used once and every stick is cut to the last."""

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

from acrebox.core.bench.supply import CutStick


@dataclass(frozen=True)
class StopSetting:
    """One setting of the stop [0.1 mm]: how many pieces it cuts, from which sticks (by number, from 1)."""

    length: int
    count: int
    sticks: tuple[int, ...]


def stop_settings(sticks: Sequence[CutStick]) -> list[StopSetting]:
    """Settings over all sticks given, longest first; each length appears once."""
    counts: Counter[int] = Counter(length for stick in sticks for _, length in stick.pieces)
    return [
        StopSetting(
            length,
            counts[length],
            tuple(
                n
                for n, stick in enumerate(sticks, start=1)
                if any(piece == length for _, piece in stick.pieces)
            ),
        )
        for length in sorted(counts, reverse=True)
    ]
