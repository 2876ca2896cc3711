"""The questions of a yard, group by group."""

from functools import cache

from acrebox.core.design import METRIC, Asking, Group, SawChoice, SoldLength, questions_of, rows_of
from acrebox.core.measure.printing import Printer
from acrebox.core.yard.document import Lie, Soil, Stacked, Yard


def _rows(key: str, title: str, says: str, model: type[Asking], show: Printer) -> Group:
    return Group(
        key=key,
        stage="yard",
        path=key,
        title=title,
        says=says,
        rows=True,
        questions=rows_of(model, key, show),
    )


@cache
def yard_groups(show: Printer = METRIC) -> tuple[Group, ...]:
    """Every group of a yard's questions, in the order of its page; usual answers as a Printer has them."""
    return (
        Group(
            key="place",
            stage="yard",
            path="",
            title="The place",
            folded=True,
            questions=[
                q.model_copy(update={"path": q.path[1:], "watch": []}) for q in questions_of(Yard, "", show)
            ],
        ),
        _rows("pile", "To hand", "Nothing lies about: every stick is bought.", Stacked, show),
        _rows("prices", "Prices and lengths of my yard", "As in the catalogue.", SoldLength, show),
        Group(
            key="saw",
            stage="yard",
            path="saw",
            title="The saw",
            folded=True,
            questions=questions_of(SawChoice, "saw", show),
        ),
        Group(
            key="lie",
            stage="yard",
            path="lie",
            title="How it lies",
            folded=True,
            questions=questions_of(Lie, "lie", show),
        ),
        Group(
            key="soil",
            stage="yard",
            path="soil",
            title="The ground",
            folded=True,
            questions=questions_of(Soil, "soil", show),
        ),
    )
