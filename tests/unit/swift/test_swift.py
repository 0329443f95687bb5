"""What is read from one Swift file, and from Package.swift."""

import pytest

from yandrel.languages.swift.content import read_content
from yandrel.languages.swift.facts import read_facts
from yandrel.languages.swift.project import find_project, find_targets, module_of
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
    depends = {item.pattern: item.targets for item in project.maps}
    assert "Core" in depends["CoreTests"]
    assert depends["Core"] == ()


@pytest.mark.parametrize(
    ("name", "module"), [("Hives", "Hives"), ("hive-scales", "hive_scales"), ("3Hives", "_3Hives")]
)
def test_what_a_target_is_imported_by(name: str, module: str) -> None:
    assert module_of(name) == module
