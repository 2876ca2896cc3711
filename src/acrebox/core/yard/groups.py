"""The questions of a yard, group by group."""

from functools import cache

from acrebox.core.design import Group, questions_of
from acrebox.core.yard.document import Saw, Soil, Yard


@cache
def yard_groups() -> tuple[Group, ...]:
    """Every group of a yard's questions, in the order of its page."""
    return (
        Group(
            key="place",
            stage="yard",
            path="",
            title="The place",
            folded=True,
            questions=[
                q.model_copy(update={"path": q.path[1:], "watch": []}) for q in questions_of(Yard, "")
            ],
        ),
        Group(
            key="saw",
            stage="yard",
            path="saw",
            title="The saw",
            folded=True,
            questions=questions_of(Saw, "saw"),
        ),
        Group(
            key="soil",
            stage="yard",
            path="soil",
            title="The ground",
            folded=True,
            questions=questions_of(Soil, "soil"),
        ),
    )
