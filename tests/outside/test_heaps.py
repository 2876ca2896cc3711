"""A heap measured as a cone, against trimesh's volume of a cone."""

import pytest
import trimesh
from hypothesis import given
from hypothesis import strategies as st

from acrebox.core.design import Heap
from acrebox.core.fill.heaps import heap_litres
from acrebox.core.measure.written import Length


@given(st.integers(200, 4000), st.integers(100, 2000))
def test_a_cone_of_a_heap(across: int, high: int) -> None:
    heap = Heap(material="compost", measured="cone", across=Length(across), high=Length(high))
    solid = trimesh.creation.cone(radius=across / 2, height=high, sections=720)
    assert heap_litres(heap, 85.0, "heap") == pytest.approx(solid.volume / 1e6, rel=1e-4)
