"""A wall as a grid: beams along it, posts up it, solved by displacements (the direct stiffness method).

Beams run from one held end of a side to the other; what stands or lies across them (posts in the ground,
battens that only tie them together, cross ties, the wall of a house) holds them where they meet.
"""

import itertools
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
HINGE = 1e-2
"""How stiff a joint is that nothing bridges, as a share of its beam."""
INSIDE = np.linspace(0.0, 1.0, 33)
"""Where along an element its bow and its moment are looked at, as shares of it: within a thousandth."""


@dataclass(frozen=True, kw_only=True)
class GridBeam:
    """A beam: its height [mm], its stiffness EI [N·mm²], where it is cut [mm], and its loads [N/mm]: one for
    every case of load.
    """

    z: float
    stiff: float
    joints: tuple[float, ...]
    loads: tuple[float, ...]


@dataclass(frozen=True, kw_only=True)
class Upright:
    """What stands behind the beams at a place [mm]: its stiffness EI [N·mm²] and how high it reaches [mm];
    fixed in the ground, or only tying the beams together.
    """

    at: float
    stiff: float
    top: float
    fixed: bool


@dataclass(frozen=True, kw_only=True)
class Grid:
    """Beams over a length [mm], uprights, and places (along, height) [mm] that do not give."""

    length: float
    beams: tuple[GridBeam, ...]
    uprights: tuple[Upright, ...] = ()
    stops: tuple[tuple[float, float], ...] = ()


@dataclass(frozen=True, kw_only=True, eq=False)
class BeamAnswer:
    """Of one beam, for every case of load: its greatest moment [N·mm], sign left out, and its line: places
    [mm along] and how far out each stands [mm].
    """

    moment: tuple[float, ...]
    places: Floats
    line: Floats

    @property
    def bow(self) -> tuple[float, ...]:
        """How far it stands out at most from the line of its ends [mm], case by case."""
        return tuple(float(b) for b in np.abs(self.line).max(axis=0))

    def between(self, supports: Sequence[float]) -> tuple[float, ...]:
        """How far it stands out at most from the line of two neighbouring supports [mm], case by case."""
        marks = np.array(supports)
        cases = []
        for line in self.line.T:
            at = np.interp(marks, self.places, line)
            cases.append(float(np.abs(line - np.interp(self.places, marks, at)).max()))
        return tuple(cases)


@dataclass(frozen=True, kw_only=True)
class UprightAnswer:
    """Of one upright, for every case of load: the force [N] and the moment [N·mm] at the ground, and its
    greatest moment at a beam.
    """

    force: tuple[float, ...]
    moment: tuple[float, ...]
    above: tuple[float, ...]


@dataclass(frozen=True, kw_only=True)
class Answer:
    """A grid under its loads: every beam, every upright, the force in every stop [N] by case of load."""

    beams: tuple[BeamAnswer, ...]
    uprights: tuple[UprightAnswer, ...]
    stops: tuple[tuple[float, ...], ...]


def solve(grid: Grid) -> Answer:
    """Solve a grid.

    Source: direct stiffness method with cubic beam elements, exact at the nodes under even loads; both ends
    of every beam are held and free to turn.
    """
    return _Solution(grid).answer()


def _stiffness(stiff: Floats, length: Floats) -> Floats:
    """Element matrices (n × 4 × 4) for sway and turn at both ends."""
    k = np.empty((len(stiff), 4, 4))
    a, b = stiff / length**3, length
    k[:, 0, 0] = k[:, 2, 2] = 12 * a
    k[:, 0, 2] = k[:, 2, 0] = -12 * a
    k[:, 0, 1] = k[:, 1, 0] = k[:, 0, 3] = k[:, 3, 0] = 6 * a * b
    k[:, 1, 2] = k[:, 2, 1] = k[:, 2, 3] = k[:, 3, 2] = -6 * a * b
    k[:, 1, 1] = k[:, 3, 3] = 4 * a * b**2
    k[:, 1, 3] = k[:, 3, 1] = 2 * a * b**2
    return k


class _Solution:
    """Numbers the freedoms of a grid, fills its matrix, solves and looks back."""

    def __init__(self, grid: Grid) -> None:
        self.grid = grid
        marks = {0.0, grid.length, *(u.at for u in grid.uprights), *(x for x, _ in grid.stops)}
        marks |= {x for beam in grid.beams for x in beam.joints}
        self.x = sorted(round(m, 4) for m in marks)
        self.place = {x: n for n, x in enumerate(self.x)}
        self.count = 0
        self.sway = [[self._new() for _ in self.x] for _ in grid.beams]
        self._number_turns()
        self._number_uprights()
        self.held = sorted({row[n] for row in self.sway for n in (0, -1)} | set(self._stopped))

    def _new(self) -> int:
        self.count += 1
        return self.count - 1

    def _number_turns(self) -> None:
        """A beam turns freely on both sides of a joint: two freedoms there, one elsewhere."""
        self.left: list[list[int]] = []
        self.right: list[list[int]] = []
        for beam in self.grid.beams:
            cut = {round(x, 4) for x in beam.joints}
            into, out = [], []
            for x in self.x:
                one = self._new()
                into.append(one)
                out.append(self._new() if x in cut else one)
            self.left.append(into)
            self.right.append(out)

    def _number_uprights(self) -> None:
        """Elements of every upright from the ground, or from its lowest beam, up to its highest: freedoms at
        both ends, stiffness, length.
        """
        self.up_dofs: list[list[tuple[int, int, int, int]]] = []
        self.up_stiff: list[float] = []
        self.up_length: list[float] = []
        self.fixed: list[int] = []
        order = sorted(range(len(self.grid.beams)), key=lambda n: self.grid.beams[n].z)
        for upright in self.grid.uprights:
            node = self.place[round(upright.at, 4)]
            levels: list[tuple[float, int]] = []
            for n in order:
                z = min(self.grid.beams[n].z, upright.top)
                if levels and z - levels[-1][0] < 1.0:
                    z = levels[-1][0] + 1.0  # two beams at the very top of a post
                levels.append((z, self.sway[n][node]))
            chain: list[tuple[float, int, int]] = []
            if upright.fixed:
                chain.append((0.0, self._new(), self._new()))
                self.fixed += chain[0][1:]
            chain += [(z, sway, self._new()) for z, sway in levels]
            if not upright.fixed:
                # A batten screwed twice to each piece stays plumb: the pieces would have to twist with it.
                self.fixed += [turn for _, _, turn in chain]
            elements = []
            for (z0, w0, t0), (z1, w1, t1) in itertools.pairwise(chain):
                elements.append((w0, t0, w1, t1))
                self.up_stiff.append(upright.stiff)
                self.up_length.append(max(1.0, z1 - z0))
            self.up_dofs.append(elements)

    @cached_property
    def _stopped(self) -> list[int]:
        """The freedom that each stop holds: of the beam nearest to its height."""
        found = []
        for x, z in self.grid.stops:
            nearest = min(range(len(self.grid.beams)), key=lambda n: abs(self.grid.beams[n].z - z))
            found.append(self.sway[nearest][self.place[round(x, 4)]])
        return found

    @cached_property
    def _beam_dofs(self) -> NDArray[np.int64]:
        rows = [
            (sway[n], right[n], sway[n + 1], left[n + 1])
            for sway, left, right in zip(self.sway, self.left, self.right, strict=True)
            for n in range(len(self.x) - 1)
        ]
        return np.array(rows, np.int64)

    def answer(self) -> Answer:
        """Displacements, and what comes of them."""
        beams, bays = self.grid.beams, len(self.x) - 1
        length = np.tile(np.diff(self.x), len(beams))
        stiff = np.repeat([b.stiff for b in beams], bays)
        loads = np.repeat(np.array([b.loads for b in beams]), bays, axis=0)
        along = _stiffness(stiff, length)
        dofs = self._beam_dofs
        flat = [element for upright in self.up_dofs for element in upright]
        up = _stiffness(np.array(self.up_stiff), np.array(self.up_length)) if flat else np.empty((0, 4, 4))
        every = np.concatenate([dofs, np.array(flat, np.int64)]) if flat else dofs
        matrix = np.zeros((self.count, self.count))
        np.add.at(matrix, (every[:, :, None], every[:, None, :]), np.concatenate([along, up]))
        self._stiffen_joints(matrix)
        ends = np.stack([length / 2, length**2 / 12, length / 2, -(length**2) / 12], axis=1)
        force = np.zeros((self.count, loads.shape[1]))
        np.add.at(force, dofs, ends[:, :, None] * loads[:, None, :])
        moved = self._solved(matrix, force)
        found = self._along(moved, along, ends, loads, length, stiff)
        return Answer(
            beams=found,
            uprights=self._uprights(moved, up),
            stops=tuple(tuple(matrix[n] @ moved - force[n]) for n in self._stopped),
        )

    def _stiffen_joints(self, matrix: Floats) -> None:
        """Two ends that meet are nearly a hinge: what little they hold keeps a chain of them solvable."""
        for beam, into, out in zip(self.grid.beams, self.left, self.right, strict=True):
            spring = HINGE * beam.stiff / self.grid.length
            for a, b in zip(into, out, strict=True):
                if a != b:
                    matrix[a, a] += spring
                    matrix[b, b] += spring
                    matrix[a, b] -= spring
                    matrix[b, a] -= spring

    def _solved(self, matrix: Floats, force: Floats) -> Floats:
        loose = np.ones(self.count, bool)
        loose[[*self.held, *self.fixed]] = False
        free = np.flatnonzero(loose)
        moved = np.zeros_like(force)
        if len(free):
            moved[free] = np.linalg.solve(matrix[np.ix_(free, free)], force[free])
        return moved

    def _along(
        self, moved: Floats, k: Floats, ends: Floats, loads: Floats, length: Floats, stiff: Floats
    ) -> tuple[BeamAnswer, ...]:
        """Bow and moment within every element, greatest of each beam."""
        at = moved[self._beam_dofs]
        forces = np.einsum("eij,ejc->eic", k, at) - ends[:, :, None] * loads[:, None, :]
        s = INSIDE[None, :, None]
        x, one = s * length[:, None, None], length[:, None, None]
        shape = (
            (1 - 3 * s**2 + 2 * s**3) * at[:, None, 0]
            + (s - 2 * s**2 + s**3) * one * at[:, None, 1]
            + (3 * s**2 - 2 * s**3) * at[:, None, 2]
            + (s**3 - s**2) * one * at[:, None, 3]
        )
        bow = shape + loads[:, None, :] * x**2 * (one - x) ** 2 / (24 * stiff[:, None, None])
        moment = -forces[:, None, 1] + forces[:, None, 0] * x + loads[:, None, :] * x**2 / 2
        bays, found = len(self.x) - 1, []
        for n in range(len(self.grid.beams)):
            part = slice(n * bays, (n + 1) * bays)
            places = np.array(self.x[:-1])[:, None] + INSIDE[None, :] * length[part, None]
            found.append(
                BeamAnswer(
                    moment=tuple(float(m) for m in np.abs(moment[part]).max(axis=(0, 1))),
                    places=places.ravel(),
                    line=bow[part].reshape(-1, bow.shape[2]),
                )
            )
        return tuple(found)

    def _uprights(self, moved: Floats, k: Floats) -> tuple[UprightAnswer, ...]:
        found, start = [], 0
        cases = moved.shape[1]
        for upright, elements in zip(self.grid.uprights, self.up_dofs, strict=True):
            rows = k[start : start + len(elements)]
            start += len(elements)
            if not elements:
                found.append(UprightAnswer(force=(0.0,) * cases, moment=(0.0,) * cases, above=(0.0,) * cases))
                continue
            forces = np.einsum("eij,ejc->eic", rows, moved[np.array(elements, np.int64)])
            above = np.abs(forces[:, 3]).max(axis=0)
            base = np.abs(forces[0]) if upright.fixed else np.zeros((4, cases))
            found.append(UprightAnswer(force=tuple(base[0]), moment=tuple(base[1]), above=tuple(above)))
        return tuple(found)
