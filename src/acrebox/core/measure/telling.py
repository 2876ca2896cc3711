"""Sentences that hold sizes: `{300 mm|12 in} deep in concrete`, `Post concrete, {25 kg}`."""

import re

from acrebox.core.measure.convert import KG_PER_POUND
from acrebox.core.measure.printing import Printer
from acrebox.core.measure.reading import parse_length
from acrebox.core.measure.systems import System

_SIZE = re.compile(r"\{([^|{}]+)(?:\|([^|{}]+))?\}")
_WEIGHT = re.compile(r"([\d.]+) (kg|lb)")


def told(text: str, show: Printer) -> str:
    """A sentence with its sizes as the bed is planned, printed as it is shown. Where there are two, the first
    is for beds planned in metric sizes.
    """

    def size(found: re.Match[str]) -> str:
        written = found[1] if found[2] is None or show.built is System.METRIC else found[2]
        if weight := _WEIGHT.fullmatch(written):
            return show.weight(float(weight[1]) * (float(KG_PER_POUND) if weight[2] == "lb" else 1.0))
        return show.length(float(parse_length(written)))

    return _SIZE.sub(size, text) if "{" in text else text
