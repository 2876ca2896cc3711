"""Cutting in two dimensions against published cases."""

from acrebox.core.bench.flat import FlatPiece, FlatProblem, FlatStock, cut_sheets, most_of

HERZ = [(21, 13), (36, 17), (54, 20), (24, 27), (18, 65)]


def test_herz() -> None:
    """Herz, IBM Journal of Research and Development 16 (1972): 127 × 98, pieces as often as one likes, none
    turned, worth their areas: 12348.
    """
    found = most_of(127, 98, [(a, b, float(a * b)) for a, b in HERZ])
    assert found.exact
    assert found.worth == 12348
    assert sum(n * a * b for n, (a, b) in zip(found.taken, HERZ, strict=True)) == 12348


def test_the_pinwheel_that_no_guillotine_cuts() -> None:
    """Four 2 × 1 round one 1 × 1 fill 3 × 3, and no cut from edge to edge parts them: a second sheet."""
    pieces = (FlatPiece("flat", 20, 10, 2), FlatPiece("high", 10, 20, 2), FlatPiece("middle", 10, 10, 1))
    plan = cut_sheets(FlatProblem(pieces, (FlatStock("sheet", 30, 30, 100),)))
    assert (plan.cost, plan.bound) == (200, 100)
    assert not plan.proven
