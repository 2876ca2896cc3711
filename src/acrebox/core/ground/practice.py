"""Practice: what somebody made of their readings and tapes, held against what follows from them."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from statistics import median

from acrebox.core.ground.corners import racked
from acrebox.core.ground.square import CORNERS, fitted
from acrebox.core.measure.printing import Printer

CLOSE_MM = 1.5
"""How far an answer may be off what follows from the readings."""
NEAR_SHARE = 0.15


@dataclass(frozen=True)
class Feedback:
    """What is said of one answer: whether it is right, and the arithmetic where it is not."""

    about: str
    right: bool
    words: str


def heights_of(back: float, read: Mapping[str, Sequence[float]]) -> dict[str, float]:
    """Heights over the datum [mm]: the backsight on it less what was read; of more than two readings the
    middle one.
    """
    return {n: back - (median(r) if len(r) > 2 else r[-1]) for n, r in read.items() if r}


def check_heights(
    back: float, read: Mapping[str, Sequence[float]], said: Mapping[str, float], show: Printer
) -> list[Feedback]:
    """Each height that was said [mm], with how it is reduced where it is not that; of several readings the
    last counts, of more than two the middle one.
    """
    found = []
    for name, answer in said.items():
        if not read.get(name):
            found.append(Feedback(name, False, f"{name} was not read yet: read it first."))
            continue
        height = heights_of(back, read)[name]
        right = abs(answer - height) <= CLOSE_MM
        sum_ = f"{show.length(back)} − {show.length(back - height)} = {show.coordinate(height)}"
        words = f"{name}: right." if right else f"{name}: {sum_}, you said {show.coordinate(answer)}."
        found.append(Feedback(name, right, words))
    return found


def check_dig(heights: Mapping[str, float], said: Mapping[str, float], show: Printer) -> list[Feedback]:
    """How deep to dig at each corner so that the first course lies level on the lowest [mm]."""
    low = min(heights.values(), default=0.0)
    found = []
    for name, answer in said.items():
        deep = heights.get(name, low) - low
        right = abs(answer - deep) <= CLOSE_MM
        sum_ = f"{show.coordinate(heights.get(name, low))} − {show.coordinate(low)} = {show.length(deep)}"
        words = f"{name}: right." if right else f"{name}: {sum_}, you said {show.length(answer)}."
        found.append(Feedback(f"dig {name}", right, words))
    return found


def check_slip(planted: str, said: str) -> Feedback:
    """Which station was misread."""
    right = planted == said
    words = f"{planted} was misread by a whole decimetre; "
    words += "you found it." if right else "reading it again shows it."
    return Feedback("slip", right, words)


def check_push(taped: Sequence[float], corner: str, by: float, show: Printer) -> Feedback:
    """Which back corner to push along the back, and how far [mm]: (d₁² − d₂²) ÷ 4 × the length."""
    shape = fitted(taped)
    first, second = shape.lengths[4:]
    long = (shape.lengths[0] + shape.lengths[2]) / 2
    push = racked(shape)
    wanted = CORNERS[2] if push > 0 else CORNERS[3]
    right = corner == wanted and abs(by - abs(push)) <= max(CLOSE_MM, NEAR_SHARE * abs(push))
    squares = f"({show.length(first)}² − {show.length(second)}²)"
    sum_ = f"{squares} ÷ (4 × {show.length(long)}) = {show.exact(abs(push))}"
    words = "Right." if right else f"Push {wanted}, at the end of the longer diagonal: {sum_}."
    return Feedback("push", right, words)
