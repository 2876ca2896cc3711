"""How the volumes of layers came about, in words."""

from acrebox.core.fill.layers import Content, FilledLayer
from acrebox.core.measure.printing import Printer, named
from acrebox.core.worked import COMMON_PRACTICE, GEOMETRY, Worked


def volumes_worked(layer: FilledLayer, show: Printer) -> dict[str, Worked]:
    """How a layer's settled and loose volumes [L] came about."""
    deep, share = show.length(layer.top - layer.base), layer.choice.share
    words = f"all that is to hand, {deep} deep" if layer.choice.all_to_hand else f"a layer {deep} deep"
    if layer.to_ground:
        words += " over the foot of the bed, down to the ground under it"
    words += ": "
    if share:
        left = show.cubic(layer.settled / share * 100)
        words += f"{show.short(share)} % × {left} that the depths leave = "
    loose = " + ".join(loose_words(c, show) for c in layer.everything)
    more = [
        f"{show.cubic(sum(c.settled for c in layer.fallen))} of the soil above falls into what is open in it"
    ]
    names = dict.fromkeys(c.material.name for c in layer.everything)
    return {
        "settled_l": Worked(
            amount=layer.settled,
            unit="L",
            working=f"{words}{show.cubic(layer.settled)} = {show.as_loads(layer.settled)}",
            source=GEOMETRY,
        ),
        "loose_l": Worked(
            amount=layer.loose,
            unit="L",
            working=f"{loose} = {show.cubic(layer.loose)} to bring = {show.as_loads(layer.loose)}",
            assumptions=[f"{', '.join(names)}: each settles by that factor", *(more if layer.fallen else [])],
            source=COMMON_PRACTICE,
        ),
    }


def loose_words(content: Content, show: Printer) -> str:
    """What of a material is to bring for what it leaves in place."""
    factor = show.short(content.material.loose_per_settled)
    return f"{named(show.cubic(content.settled), content.material.name)} settled × {factor}"
