"""Chapters: worked out from what they name, again only when that changed, and alike on a busy machine."""

import subprocess
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any

import pytest

from acrebox.core.chapter import Chapter, Kept, UndeclaredReadError, chapters, forget, register
from acrebox.core.design import read_design
from acrebox.core.errors import DesignError
from acrebox.core.plan import open_plan, plan_bed
from acrebox.core.stages import stages
from acrebox.demo import demo_beds
from sample import document


def worked_out(change: dict[str, Any], key: str) -> set[str]:
    """What has to be worked out for a chapter after a change of the North bed."""
    kept = Kept()
    plan_bed(read_design(document()), kept=kept)
    plan = open_plan(read_design(document(**change)), kept=kept)
    plan.document([key])
    return set(plan.worked_out) - {"understood"}


@pytest.mark.parametrize(
    ("change", "key", "expected"),
    [
        ({"fill__gap": "3 in"}, "fill", {"reservoir_of", "layers", "purchases", "fill"}),
        ({"fill__gap": "3 in"}, "cutting", set()),
        ({"bench__kerf": "2 mm"}, "cutting", {"cuttings", "cutting"}),
        ({"bench__kerf": "2 mm"}, "parts", set()),
        ({"name": "South bed"}, "strength", {"head"}),
        ({"loads__friction": 34.0}, "strength", {"seams", "strength_check", "heavier_check", "strength"}),
        # No ring, no seam: that comes out as before, and the fixings are left alone.
        ({"loads__friction": 34.0}, "fixings", {"seams"}),
        ({"outline__width": "5 ft"}, "outside", {"assembly", "outside"}),
    ],
)
def test_only_what_reads_a_change_is_worked_out_again(
    change: dict[str, Any], key: str, expected: set[str]
) -> None:
    assert worked_out(change, key) - {"head"} == expected - {"head"}


def test_a_chapter_can_be_asked_for_alone_and_then_is_alone() -> None:
    plan = open_plan(read_design(document()), kept=Kept())
    assert set(plan.document(["outside"])) >= {"schema", "name", "outside"}
    assert set(plan.worked_out) == {"understood", "head", "assembly", "outside"}
    with pytest.raises(DesignError) as caught:
        plan.document(["weather"])
    assert caught.value.problems[0].field == "chapters"


@contextmanager
def chapter(**more: Any) -> Iterator[Chapter[Any]]:
    made = register(Chapter(**{"key": "probe", "stage": "shape", "reads": (), "model": int, **more}))
    try:
        yield made
    finally:
        forget("probe")


def test_a_chapter_sees_only_what_it_names() -> None:
    plan = open_plan(read_design(document()), kept=Kept())
    for look in (lambda s: s.assembly, lambda s: s.design.fill, lambda s: s.show, lambda s: s.effort):
        with chapter(work=look) as probe, pytest.raises(UndeclaredReadError):
            plan[probe]
    with chapter(reads=("design.bench.kerf",), work=lambda s: s.design.bench.kerf.mm) as probe:
        assert plan[probe] == 3.175
    narrow = ("design.bench.kerf",)
    with (
        chapter(reads=narrow, work=lambda s: s.design.bench.trim) as probe,
        pytest.raises(UndeclaredReadError),
    ):
        open_plan(read_design(document()), kept=Kept())[probe]


def test_a_chapter_that_reads_or_belongs_to_nothing_known_fails_when_it_is_registered() -> None:
    with pytest.raises(ValueError, match="no chapter yet"), chapter(reads=("weather",), work=int):
        pass
    with pytest.raises(Exception, match="no stage"), chapter(stage="moon", work=int):
        pass
    with pytest.raises(ValueError, match="twice"):
        register(chapters()[0])


def test_the_stages_are_ten_in_the_order_of_work() -> None:
    names = ["site", "shape", "bench", "level", "build", "line", "drain", "fill", "plant", "keep"]
    assert [s.key for s in stages()] == names
    assert {c.stage for c in chapters()} <= set(names)


SCRIPT = """
import hashlib, sys
from acrebox.core.plan import plan_bed
from acrebox.demo import demo_beds
digest = hashlib.sha256()
for bed in demo_beds()[::3]:
    digest.update(plan_bed(bed).json())
print(digest.hexdigest())
"""


@pytest.mark.long
def test_the_same_bytes_while_loops_keep_the_machine_busy() -> None:
    """Searches are bounded by counted work: a busy machine is slower and says the same."""
    assert demo_beds()
    spin = "\nwhile True:\n    pass\n"
    quiet = subprocess.run([sys.executable, "-c", SCRIPT], capture_output=True, text=True, check=True).stdout
    loops = [subprocess.Popen([sys.executable, "-c", spin]) for _ in range(3)]
    try:
        busy = subprocess.run(
            [sys.executable, "-c", SCRIPT], capture_output=True, text=True, check=True
        ).stdout
    finally:
        for loop in loops:
            loop.kill()
            loop.wait()
    assert busy == quiet
