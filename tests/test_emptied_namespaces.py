"""Imports of namespaces and packages that the last file leaves."""

from pathlib import Path

from tests.conftest import Yandrel, read_tree, write_tree


def test_kotlin_no_longer_opens_a_package_that_is_gone(tmp_path: Path, yandrel: Yandrel) -> None:
    """The file that opens it need not name what moves."""
    root = write_tree(
        tmp_path / "app",
        {
            "src/main/kotlin/coop/models/Keeper.kt": "package coop.models\n\nclass Keeper\n",
            "src/main/kotlin/coop/hives/Hive.kt": "package coop.hives\n\nclass Hive\n",
            "src/main/kotlin/coop/hives/HiveService.kt": (
                "package coop.hives\n\nimport coop.models.*\n\nclass HiveService(val hive: Hive)\n"
            ),
        },
    )
    old = "src/main/kotlin/coop/models/Keeper.kt"
    done = yandrel(root, "move", old, "src/main/kotlin/coop/keepers/")
    assert done.status == 0, done.err
    text = read_tree(root)["src/main/kotlin/coop/hives/HiveService.kt"]
    assert text == b"package coop.hives\n\nclass HiveService(val hive: Hive)\n"


CSHARP: dict[str, str | bytes] = {
    "src/Waxmoor/Waxmoor.csproj": '<Project Sdk="Microsoft.NET.Sdk"></Project>\n',
    "src/Waxmoor/Models/Hive.cs": "namespace Waxmoor.Models\n{\n    public class Hive { }\n}\n",
    "src/Waxmoor/Stores/HiveStore.cs": (
        "using Waxmoor.Models;\n\nnamespace Waxmoor.Stores\n{\n"
        "    public class HiveStore { public Hive Found; }\n}\n"
    ),
    "src/Waxmoor/Services/HiveService.cs": (
        "using Waxmoor.Models;\nusing Waxmoor.Stores;\n\nnamespace Waxmoor.Services\n{\n"
        "    public class HiveService { HiveStore store; Hive Any() { return store.Found; } }\n}\n"
    ),
}


def test_csharp_opens_the_new_namespace_once(tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(tmp_path / "app", CSHARP)
    sources = ("src/Waxmoor/Models/Hive.cs", "src/Waxmoor/Stores/HiveStore.cs")
    done = yandrel(root, "move", *sources, "src/Waxmoor/Hives/")
    assert done.status == 0, done.err
    tree = read_tree(root)
    service = tree["src/Waxmoor/Services/HiveService.cs"].decode()
    assert service.startswith("using Waxmoor.Hives;\n\nnamespace Waxmoor.Services\n")
    assert tree["src/Waxmoor/Hives/HiveStore.cs"].startswith(b"namespace Waxmoor.Hives\n")


def test_a_package_that_is_named_for_a_module_in_it_alone(tmp_path: Path, yandrel: Yandrel) -> None:
    """`import shop` becomes `import shop.keepers.keeper`, which binds `shop` as well."""
    root = write_tree(
        tmp_path / "app",
        {
            "shop/__init__.py": "VERSION = 1\n",
            "shop/models/__init__.py": "",
            "shop/models/keeper.py": "class Keeper:\n    pass\n",
            "shop/first.py": "import shop.models.keeper\n",
            "shop/use.py": "import shop\nfrom shop import first\n\nprint(shop.models.keeper.Keeper, first)\n",
        },
    )
    done = yandrel(root, "move", "shop/models/keeper.py", "shop/keepers/keeper.py")
    assert done.status == 0, done.err
    text = read_tree(root)["shop/use.py"].decode()
    assert "import shop.keepers.keeper\n" in text
    assert "print(shop.keepers.keeper.Keeper, first)\n" in text
