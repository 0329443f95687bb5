"""Fit the weights of signs: python -m benchmarks.understanding.fit SOURCES (needs numpy).

Softmax regression over the roles, one weight a sign and one bias a role, weights not negative. A file with
several right roles counts for their chances together. Each file is fitted three times: as it is, without
what its names say, and without its path, so that what it does learns to carry weight. The demo
applications, whose layouts say their roles, make small files count.
"""

import sys
import tempfile
from collections.abc import Mapping
from pathlib import Path

import msgspec
import numpy as np
from numpy.typing import NDArray

from benchmarks.understanding.labels import applications, read_labels
from yandrel.app.workspace import Workspace
from yandrel.demo.copy import copy_waxmoor, languages
from yandrel.index.code import CodeIndex
from yandrel.languages.registry import language_of
from yandrel.survey.chances import TwoPasses, Weights, chances_of, read_around
from yandrel.survey.kinds import find_kinds
from yandrel.survey.roles import WHOLE_TREES, RoleReader
from yandrel.survey.signs import AT, SIGNS, SignReader, Signs
from yandrel.survey.vocabulary import ROLES

Numbers = NDArray[np.float64]
PATHS = ["stem", "stem-start", "near", "outer", "whole", "word-and-deed", "word-without-deed", "beside"]
NAMES = [*PATHS, "type", "alike"]
AROUND = ["alike", "beside", "chain", "users"]
STEPS = 1500
BLIND = 0.4
"""How much a file counts without its names, or without its path."""
OF_DEMO = 0.3
OUT = Path(__file__).parents[2] / "src/yandrel/survey/weights.json"
Application = tuple[CodeIndex, Mapping[str, Signs], Mapping[str, frozenset[str]]]


def read_application(root: Path, roles: Mapping[str, frozenset[str]]) -> Application:
    """Return the index, the signs of every unit, and the right roles of the labelled ones."""
    workspace = Workspace.open(str(root))
    index = workspace.index
    kinds = find_kinds(index)
    units = [
        unit
        for unit in index.facts
        if unit not in kinds
        and not any(other in index.facts for other in index.language(unit).declares(unit))
    ]
    tables = RoleReader(workspace.layout, index.languages).tables
    reader = SignReader(units)
    signs = {unit: reader.read(unit, index.facts[unit], tables[language_of(unit) or ""]) for unit in units}
    told = {
        unit: right
        for unit, right in roles.items()
        if unit in signs
        and not (index.language(unit).is_package_marker(unit) and not index.facts[unit].definitions)
    }
    return index, signs, told


def read_demo(language: str, folder: Path) -> Application:
    """Return a demo application without its layout, labelled by that layout."""
    copy_waxmoor(folder / "with", language, layout=True)
    copy_waxmoor(folder / "without", language)
    readings = Workspace.open(str(folder / "with")).picture.readings
    roles = {
        unit: frozenset([reading.role or "none"])
        for unit, reading in readings.items()
        if reading.role not in WHOLE_TREES and (reading.role or "none") in ROLES
    }
    return read_application(folder / "without", roles)


def rows_of(applied: list[Application]) -> tuple[Numbers, Numbers]:
    """Return the signs of the labelled units, by role, and which roles are right."""
    signs_of, right_of = [], []
    for _, signs, told in applied:
        for unit, right in told.items():
            matrix = np.zeros((len(ROLES), len(SIGNS)))
            for role, held in signs[unit].by_role.items():
                for place, value in held.items() if role in ROLES else ():
                    matrix[ROLES.index(role), place] = value
            signs_of.append(matrix)
            right_of.append(np.array([float(role in right) for role in ROLES]))
    return np.array(signs_of), np.array(right_of)


def without(signs: Numbers, names: list[str]) -> Numbers:
    """Return the signs with some of them at zero."""
    found = signs.copy()
    found[:, :, [AT[name] for name in names]] = 0.0
    return found


def fit(own: tuple[Numbers, Numbers], demo: tuple[Numbers, Numbers]) -> Weights:
    """Return the weights that make the right roles likeliest (Adam; light L2 on weights and biases)."""
    signs = np.concatenate([own[0], without(own[0], NAMES), without(own[0], PATHS), demo[0]])
    right = np.concatenate([own[1]] * 3 + [demo[1]])
    counts = np.concatenate(
        [np.ones(len(own[0])), np.full(2 * len(own[0]), BLIND), np.full(len(demo[0]), OF_DEMO)]
    )
    weights, bias = np.zeros(len(SIGNS)), np.zeros(len(ROLES))
    first = [np.zeros_like(weights), np.zeros_like(bias)]
    second = [np.zeros_like(weights), np.zeros_like(bias)]
    for step in range(1, STEPS + 1):
        scores = signs @ weights + bias
        chances = np.exp(scores - scores.max(1, keepdims=True))
        chances /= chances.sum(1, keepdims=True)
        wanted = chances * right
        wanted /= wanted.sum(1, keepdims=True) + 1e-12
        error = (chances - wanted) * counts[:, None]
        slopes = [
            (error[:, :, None] * signs).sum((0, 1)) / len(signs) + 0.001 * weights,
            error.sum(0) / len(signs) + 0.02 * bias,
        ]
        for number, (slope, values) in enumerate(zip(slopes, (weights, bias), strict=True)):
            first[number] = 0.9 * first[number] + 0.1 * slope
            second[number] = 0.999 * second[number] + 0.001 * slope**2
            pace = np.sqrt(second[number] / (1 - 0.999**step)) + 1e-8
            values -= 0.05 * first[number] / (1 - 0.9**step) / pace
        np.maximum(weights, 0.0, out=weights)
    return Weights(
        {sign: round(float(value), 3) for sign, value in zip(SIGNS, weights, strict=True)},
        {role: round(float(value), 3) for role, value in zip(ROLES, bias, strict=True)},
    )


def main() -> None:
    """Fit both passes and write the weights."""
    sources = Path(sys.argv[1])
    applied = [
        read_application(
            sources / place,
            {
                label.path: label.roles
                for label in read_labels(name)
                if "own" in label.kinds and not label.roles & WHOLE_TREES
            },
        )
        for name, place in applications(held_out=False).items()
        if (sources / place).is_dir()
    ]
    with tempfile.TemporaryDirectory() as folder:
        demos = [read_demo(language, Path(folder) / language) for language in languages()]
        own, demo = rows_of(applied), rows_of(demos)
        first = fit((without(own[0], AROUND), own[1]), (without(demo[0], AROUND), demo[1]))
        for index, signs, _ in (*applied, *demos):
            read_around(index, signs, {unit: chances_of(held, first) for unit, held in signs.items()})
        second = fit(rows_of(applied), rows_of(demos))
    OUT.write_bytes(msgspec.json.format(msgspec.json.encode(TwoPasses(first, second)), indent=1) + b"\n")
    print(f"fitted on {len(own[0])} files and {len(demo[0])} of the demos; wrote {OUT.name}")


if __name__ == "__main__":
    main()
