"""What is read from one Swift file, and from Package.swift."""

import pytest

from yandrel.languages.swift.content import read_content
from yandrel.languages.swift.dependencies import DEPENDENCY_MAP, depend
from yandrel.languages.swift.facts import read_facts
from yandrel.languages.swift.needs import Dependencies
from yandrel.languages.swift.project import find_project
from yandrel.languages.swift.targets import find_targets, module_of
from yandrel.model.project import Units

SOURCE = b"""import Core

/// See ``Frame``.
public final class Hive<T: Row>: Base, Named {
    enum Kind { case Small }
    let frames: [Frame]

    func open(_ keeper: Keeper) -> Kind {
        switch keeper.kind {
        case .Queen: return make(Queen(keeper), Core.Season.spring)
        default: return Kind.Small
        }
    }
}

private func make(_ row: Row) {}

extension Frame {}
"""
PACKAGE = b"""let package = Package(
    name: "Waxmoor",
    targets: [
        .target(name: "Core", path: "Libraries/Core"),
        .testTarget(name: "CoreTests", dependencies: ["Core", .product(name: "Kit", package: "kit")]),
    ]
)
"""


def test_declarations_with_who_sees_them() -> None:
    found = {d.name: (d.kind, d.bases, d.marks) for d in read_facts(SOURCE, "").definitions}
    assert found == {
        "Hive": ("class", ("Base", "Named"), ()),
        "make": ("function", (), ("private",)),
    }


def test_uses_leave_out_members_and_nested_types() -> None:
    uses = {(".".join(use.parts), use.kind) for use in read_content(SOURCE, "Hive.swift", "App").uses}
    assert {
        ("Frame", "code"),
        ("Frame", "doc"),
        ("Row", "code"),
        ("Base", "code"),
        ("Keeper", "code"),
    } <= uses
    assert {("Queen", "code"), ("Core.Season", "code"), ("make", "code")} <= uses
    assert not {("Kind", "code"), ("keeper", "code"), ("Small", "code")} & uses


def test_targets_with_their_folders_and_dependencies() -> None:
    assert [(target.kind, target.name) for target in find_targets(PACKAGE)] == [
        (b"target", "Core"), (b"testTarget", "CoreTests"),
    ]  # fmt: skip
    project = find_project(Units({}), {"Package.swift": PACKAGE}, ())
    assert {(root.path, root.namespace) for root in project.roots} == {
        ("Libraries/Core/", "Core"), ("Tests/CoreTests/", "CoreTests"),
    }  # fmt: skip
    depends = {item.pattern: item.targets for item in project.maps if item.kind == DEPENDENCY_MAP}
    assert "Core" in depends["CoreTests"]
    assert depends["Core"] == ()


@pytest.mark.parametrize(
    ("name", "module"), [("Hives", "Hives"), ("hive-scales", "hive_scales"), ("3Hives", "_3Hives")]
)
def test_what_a_target_is_imported_by(name: str, module: str) -> None:
    assert module_of(name) == module


@pytest.mark.parametrize(
    ("before", "after"),
    [
        ('.target(name: "A")', '.target(name: "A", dependencies: ["B"])'),
        ('.target(name: "A", path: "a")', '.target(name: "A", dependencies: ["B"], path: "a")'),
        ('.target(\n  name: "A"\n)', '.target(\n  name: "A",\n  dependencies: ["B"]\n)'),
        ('.target(name: "A", dependencies: [])', '.target(name: "A", dependencies: ["B"])'),
        ('.target(name: "A", dependencies: ["C"])', '.target(name: "A", dependencies: ["C", "B"])'),
        (
            '.target(name: "A", dependencies: [\n  .product(name: "C", package: "c")\n])',
            '.target(name: "A", dependencies: [\n  .product(name: "C", package: "c"),\n  "B"\n])',
        ),
        (
            '.target(name: "A", dependencies: [\n  "C" // of bees, ["\n])',
            '.target(name: "A", dependencies: [\n  "C",\n  "B" // of bees, ["\n])',
        ),
        (
            '.target(name: "A", dependencies: [\r\n  "C",\r\n  "D",\r\n])',
            '.target(name: "A", dependencies: [\r\n  "C",\r\n  "D",\r\n  "B",\r\n])',
        ),
    ],
)
def test_targets_depend_on_more(before: str, after: str) -> None:
    package = f'let package = Package(name: "W", targets: [{before}])'.encode()
    (edit,) = depend(package, frozenset({'A\n"B"'}))
    assert package[: edit.start] + edit.text + package[edit.end :] == package.replace(
        before.encode(), after.encode()
    )


def test_what_a_target_cannot_depend_on() -> None:
    package = b"""let package = Package(name: "W", targets: [
        .target(name: "A"),
        .target(name: "B", dependencies: ["A", .product(name: "Kit", package: "kit")]),
        .executableTarget(name: "Run"),
        .target(name: "Late", dependencies: late),
        .testTarget(name: "Tests"),
    ])"""
    project = find_project(Units({}), {"Package.swift": package}, ())
    dependencies = Dependencies(project)
    assert dependencies.add("A", "Kit", "B") is None
    assert dependencies.add("Tests", "Run", "B") is None
    for here, there in (("A", "B"), ("A", "Run"), ("A", "Tests"), ("Late", "A"), ("A", "Other")):
        assert dependencies.add(here, there, "B") is not None
    assert dependencies.needed == {
        "Package.swift": {'A\n.product(name: "Kit", package: "kit")', 'Tests\n"Run"'}
    }
