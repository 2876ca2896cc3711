"""What the ground wants brought, on the buying list: stone for a base, and for what is built up."""

from acrebox.core.chapter import Chapter, Seen, register
from acrebox.core.fill.buying import purchase_of
from acrebox.core.ground import base_on_level_ground
from acrebox.core.measure.convert import litres
from acrebox.core.plan.buy_rows import Buy
from acrebox.core.plan.purchase_lines import purchase_lines

STONE = "crushed-stone"
LEAST_L = 1.0
"""Less than this is a shovel of what lies about."""


def level_goods(seen: Seen) -> list[Buy]:
    """Crushed stone for all that is packed under the walls: on ground that was levelled, or as deep as a base
    is asked for all along them.
    """
    found, choice = seen.levelled, seen.design.ground
    packed = litres(found.packed if found else base_on_level_ground(seen.assembly, choice))
    if packed < LEAST_L:
        return []
    return list(
        purchase_lines(seen, purchase_of(STONE, packed, "ground.base", seen.book, seen.show), "level")
    )


LEVEL_GOODS = register(
    Chapter(
        key="level_goods",
        stage="level",
        reads=("show", "assembly", "levelled", "design.ground"),
        work=level_goods,
    )
)
