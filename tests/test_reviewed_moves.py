"""What a reviewer sees of a move: imports stay sorted, nothing is left unused, what registers follows."""

from pathlib import Path

import pytest

from tests.conftest import Yandrel, read_tree, write_tree

JAVA = "src/main/java/coop/wax"


def moved(root: Path, yandrel: Yandrel, *move: str) -> dict[str, str]:
    done = yandrel(root, "move", *move)
    assert done.status == 0, done.err
    return {path: text.decode() for path, text in read_tree(root).items()}


@pytest.mark.parametrize(
    ("tree", "move", "path", "group"),
    [
        (
            {
                "app/__init__.py": "",
                "app/alpha.py": "class Alpha: ...\n",
                "app/mid.py": "class Mid: ...\n",
                "app/main.py": "from app.alpha import Alpha\nfrom app.mid import Mid\n\nprint(Alpha, Mid)\n",
            },
            ("app/alpha.py", "app/zeta.py"),
            "app/main.py",
            "from app.mid import Mid\nfrom app.zeta import Alpha\n\n",
        ),
        (
            {
                "app/__init__.py": "",
                "app/alpha.py": "class Alpha: ...\nclass Beta: ...\n",
                "app/mid.py": "class Mid: ...\n",
                "app/main.py": "from app.alpha import Alpha, Beta\nfrom app.mid import Mid\n\n"
                "print(Alpha, Beta, Mid)\n",
            },
            ("app/alpha.py:Beta", "app/zeta.py"),
            "app/main.py",
            "from app.alpha import Alpha\nfrom app.mid import Mid\nfrom app.zeta import Beta\n\n",
        ),
        (
            {
                "app/__init__.py": "",
                "app/alpha.py": "class Alpha: ...\n",
                "app/mid.py": "class Mid: ...\n",
                "app/main.py": "from app.mid import Mid\nfrom app.alpha import Alpha\n\nprint(Alpha, Mid)\n",
            },
            ("app/alpha.py", "app/aaa.py"),
            "app/main.py",
            "from app.mid import Mid\nfrom app.aaa import Alpha\n\n",
        ),
        (
            {
                "src/alpha.js": "export class Alpha {}\n",
                "src/mid.js": "export class Mid {}\n",
                "src/main.js": "import fs from 'fs'\nimport { Alpha } from './alpha.js'\n"
                "import { Mid } from './mid.js'\n\n",
            },
            ("src/alpha.js", "src/zeta.js"),
            "src/main.js",
            "import fs from 'fs'\nimport { Mid } from './mid.js'\nimport { Alpha } from './zeta.js'\n\n",
        ),
        (
            {
                "src/alpha.js": "export class Alpha {}\n",
                "src/mid.js": "console.log(1)\nexport class Mid {}\n",
                "src/main.js": "import { Alpha } from './alpha.js'\nimport './mid.js'\n"
                "import { Mid } from './mid.js'\n\n",
            },
            ("src/alpha.js", "src/zeta.js"),
            "src/main.js",
            "import { Alpha } from './zeta.js'\nimport './mid.js'\nimport { Mid } from './mid.js'\n\n",
        ),
        (
            {
                "composer.json": '{"autoload": {"psr-4": {"Wax\\\\": "src/"}}}\n',
                "src/A/One.php": "<?php\n\nnamespace Wax\\A;\n\nclass One\n{\n}\n",
                "src/M/Two.php": "<?php\n\nnamespace Wax\\M;\n\nclass Two\n{\n}\n",
                "src/Main.php": "<?php\n\nnamespace Wax;\n\nuse Wax\\A\\One;\nuse Wax\\M\\Two;\n\n"
                "class Main\n{\n    public function a(One $a, Two $b)\n    {\n    }\n}\n",
            },
            ("src/A/One.php", "src/Z/One.php"),
            "src/Main.php",
            "use Wax\\M\\Two;\nuse Wax\\Z\\One;\n\n",
        ),
        (
            {
                f"{JAVA}/a/One.java": "package coop.wax.a;\n\npublic class One {}\n",
                f"{JAVA}/m/Two.java": "package coop.wax.m;\n\npublic class Two {}\n",
                f"{JAVA}/Main.java": "package coop.wax;\n\nimport coop.wax.a.One;\nimport coop.wax.m.Two;\n\n"
                "public class Main {\n    One a(Two b) { return null; }\n}\n",
            },
            (f"{JAVA}/a/One.java", f"{JAVA}/z/"),
            f"{JAVA}/Main.java",
            "import coop.wax.m.Two;\nimport coop.wax.z.One;\n\n",
        ),
        (
            {
                "Wax/Wax.csproj": '<Project Sdk="Microsoft.NET.Sdk"></Project>\n',
                "Wax/A/One.cs": "namespace Wax.A\n{\n    public class One { }\n}\n",
                "Wax/M/Two.cs": "namespace Wax.M\n{\n    public class Two { }\n}\n",
                "Wax/Main.cs": "using System;\nusing Wax.A;\nusing Wax.M;\n\nnamespace Wax\n{\n"
                "    public class Main { One a; Two b; }\n}\n",
            },
            ("Wax/A/One.cs", "Wax/Z/"),
            "Wax/Main.cs",
            "using System;\nusing Wax.M;\nusing Wax.Z;\n\n",
        ),
    ],
    ids=["python", "python-new", "python-unsorted", "js", "js-acts", "php", "java", "csharp"],
)
def test_a_sorted_group_of_imports_stays_sorted(
    tmp_path: Path,
    yandrel: Yandrel,
    tree: dict[str, str | bytes],
    move: tuple[str, str],
    path: str,
    group: str,
) -> None:
    assert group in moved(write_tree(tmp_path / "app", tree), yandrel, *move)[path]


REMINDERS = (
    "from app.registry import register\n\n\nclass Reminder:\n    pass\n\n\nclass Other:\n    pass\n\n\n"
    "register(Reminder)\nregister(Other)\nregister(Reminder, Other)\n"
)
PYTHON: dict[str, str | bytes] = {
    "app/__init__.py": "",
    "app/registry.py": "def register(*cls): ...\n",
    "app/reminders.py": REMINDERS,
}


def test_what_registers_goes_along_where_it_is_loaded(tmp_path: Path, yandrel: Yandrel) -> None:
    tree = {**PYTHON, "app/main.py": "from app.reminders import Other, Reminder\n\nprint(Other, Reminder)\n"}
    after = moved(write_tree(tmp_path / "app", tree), yandrel, "app/reminders.py:Reminder", "app/jobs.py")
    assert after["app/jobs.py"] == (
        "from app.registry import register\n\n\nclass Reminder:\n    pass\n\n\nregister(Reminder)\n"
    )
    assert after["app/reminders.py"].endswith("    pass\n\n\nregister(Other)\nregister(Reminder, Other)\n")


def test_what_registers_stays_where_nothing_loads_the_new_file(tmp_path: Path, yandrel: Yandrel) -> None:
    tree = {**PYTHON, "app/main.py": "from app.reminders import Other\n\nprint(Other)\n"}
    after = moved(write_tree(tmp_path / "app", tree), yandrel, "app/reminders.py:Reminder", "app/jobs.py")
    assert "register" not in after["app/jobs.py"]
    assert "register(Reminder)\nregister(Other)\n" in after["app/reminders.py"]


def test_the_only_definition_of_a_file_takes_it_along(tmp_path: Path, yandrel: Yandrel) -> None:
    text = (
        '"""Reminds keepers."""\n\nfrom app.registry import register\n\n\nclass Reminder:\n    pass\n\n\n'
        "register(Reminder)\n"
    )
    tree = {**PYTHON, "app/reminders.py": text, "app/main.py": "import app.reminders\n"}
    root = write_tree(tmp_path / "app", tree)
    after = moved(root, yandrel, "app/reminders.py:Reminder", "app/jobs/reminder.py")
    assert after["app/jobs/reminder.py"] == text
    assert after["app/main.py"] == "import app.jobs.reminder\n"


def test_one_name_for_all_uses_of_a_module_and_none_left_unused(tmp_path: Path, yandrel: Yandrel) -> None:
    tree: dict[str, str | bytes] = {
        "app/__init__.py": "",
        "app/alpha.py": "class Alpha: ...\nclass Beta: ...\n",
        "app/main.py": "import app.alpha as al\nfrom app import alpha\n\n"
        "print(alpha.Beta, al.Beta, alpha.Beta)\n\n\ndef f():\n    return alpha.Beta, alpha.Alpha\n",
    }
    after = moved(write_tree(tmp_path / "app", tree), yandrel, "app/alpha.py:Beta", "app/omega/beta.py")
    assert after["app/main.py"] == (
        "from app import alpha\nfrom app.omega import beta\n\nprint(beta.Beta, beta.Beta, beta.Beta)\n"
        "\n\ndef f():\n    return beta.Beta, alpha.Alpha\n"
    )


@pytest.mark.parametrize("place", ["app", "a/b/c/d/e/app"])
def test_joined_paths_do_not_depend_on_where_the_root_lies(
    tmp_path: Path, yandrel: Yandrel, place: str
) -> None:
    text = "const path = require('path')\nmodule.exports = path.join(__dirname, '/../../x/data.json')\n"
    tree: dict[str, str | bytes] = {"src/a/b/c.js": text, "src/x/data.json": "{}\n"}
    after = moved(write_tree(tmp_path / place, tree), yandrel, "src/a/b/c.js", "src/d/")
    assert after["src/d/c.js"] == text.replace("/../../x", "/../x")


SCRIPT: dict[str, str | bytes] = {
    "src/registry.js": "exports.register = (c) => c\n",
    "src/reminders.js": "const { register } = require('./registry')\n\nclass Reminder {}\n\n"
    "class Other {}\n\nregister(Reminder)\nregister(Other)\n\nmodule.exports = { Reminder, Other }\n",
}


def test_what_registers_goes_along_in_javascript(tmp_path: Path, yandrel: Yandrel) -> None:
    main = "const { Reminder, Other } = require('./reminders')\nconsole.log(Reminder, Other)\n"
    root = write_tree(tmp_path / "app", {**SCRIPT, "src/main.js": main})
    after = moved(root, yandrel, "src/reminders.js:Reminder", "src/jobs/reminder.js")
    assert after["src/jobs/reminder.js"] == (
        "const { register } = require('../registry')\n\nclass Reminder {}\n\nregister(Reminder)\n\n"
        "module.exports = { Reminder }\n"
    )
    assert "register(Other)" in after["src/reminders.js"]


@pytest.mark.parametrize("language", ["python", "javascript"])
def test_a_file_that_nothing_loads_any_more_is_named(tmp_path: Path, yandrel: Yandrel, language: str) -> None:
    tree: dict[str, str | bytes]
    if language == "python":
        tree = {**PYTHON, "app/main.py": "from app.reminders import Reminder\n\nprint(Reminder)\n"}
        text = REMINDERS.replace("register(Reminder)\n", "").replace("register(Reminder, Other)\n", "")
        tree["app/reminders.py"] = text
        move, left = ("app/reminders.py:Reminder", "app/jobs.py"), "app/reminders.py"
    else:
        tree = {**SCRIPT, "src/main.js": "const { Reminder } = require('./reminders')\nReminder()\n"}
        move, left = ("src/reminders.js:Reminder", "src/jobs.js"), "src/reminders.js"
    done = yandrel(write_tree(tmp_path / "app", tree), "move", *move)
    assert f"{left}  not loaded  (no file imports it now" in done.out


LICENCE = "/*\n * Copyright Waxmoor. Licensed under the MIT licence.\n */\n"


@pytest.mark.parametrize(
    ("path", "text", "other", "new"),
    [
        ("src/a.js", "export class A {}\nexport class B {}\n", "src/b.js", "export class B {}\n"),
        (
            "Wax/A.cs",
            "namespace Wax\n{\n    public class A { }\n    public class B { }\n}\n",
            "Wax/B.cs",
            "namespace Wax\n{\n    public class B { }\n}\n",
        ),
        (
            f"{JAVA}/A.java",
            "package coop.wax;\n\npublic class A {\n}\n\nclass B {\n}\n",
            f"{JAVA}/B.java",
            "package coop.wax;\n\nclass B {\n}\n",
        ),
        (
            "Sources/Core/A.swift",
            "struct A {\n}\n\nstruct B {\n}\n",
            "Sources/Core/B.swift",
            "struct B {\n}\n",
        ),
        (
            "a.go",
            "package wax\n\ntype A struct{}\n\ntype B struct{}\n",
            "b.go",
            "package wax\n\ntype B struct{}\n",
        ),
    ],
    ids=["js", "csharp", "java", "swift", "go"],
)
def test_a_new_file_has_the_licence_header(
    tmp_path: Path, yandrel: Yandrel, path: str, text: str, other: str, new: str
) -> None:
    header = LICENCE if path != "a.go" else LICENCE + "\n"
    tree: dict[str, str | bytes] = {path: header + text, "go.mod": "module coop.example/wax\n"}
    after = moved(write_tree(tmp_path / "app", tree), yandrel, f"{path}:B", other)
    assert after[other] == header + new
    assert after[path].startswith(header)


def test_a_file_inside_of_one_condition_keeps_it_around_what_leaves(tmp_path: Path, yandrel: Yandrel) -> None:
    text = (
        "#if NET40\nusing System;\n\nnamespace Wax.A\n{\n    public class One { }\n"
        "    public class Two { }\n}\n#endif\n"
    )
    root = write_tree(tmp_path / "app", {"Wax/A/One.cs": text, "Wax/B/Three.cs": "namespace Wax.B { }\n"})
    after = moved(root, yandrel, "Wax/A/One.cs:Two", "Wax/B/")
    assert after["Wax/B/Two.cs"] == (
        "#if NET40\nusing System;\n\nnamespace Wax.B\n{\n    public class Two { }\n}\n#endif\n"
    )


def test_ids_in_documentation_follow(tmp_path: Path, yandrel: Yandrel) -> None:
    tree: dict[str, str | bytes] = {
        "Wax/A/One.cs": "namespace Wax.A\n{\n    public class One { }\n}\n",
        "Wax/B/Two.cs": "namespace Wax.B\n{\n    public class Two { }\n}\n",
        "doc.xml": '<doc><member name="T:Wax.A.One"/><member name="M:Wax.A.One.Run"/></doc>\n',
    }
    after = moved(write_tree(tmp_path / "app", tree), yandrel, "Wax/A/One.cs", "Wax/B/")
    assert after["doc.xml"] == '<doc><member name="T:Wax.B.One"/><member name="M:Wax.B.One.Run"/></doc>\n'


def test_a_method_after_one_colon_follows(tmp_path: Path, yandrel: Yandrel) -> None:
    tree: dict[str, str | bytes] = {
        "composer.json": '{"autoload": {"psr-4": {"Wax\\\\": "src/"}}}\n',
        "src/A/One.php": "<?php\n\nnamespace Wax\\A;\n\nclass One\n{\n}\n",
        "src/main.php": "<?php\n\nreturn ['\\Wax\\A\\One:run', 'Wax\\A\\One::run'];\n",
    }
    after = moved(write_tree(tmp_path / "app", tree), yandrel, "src/A/One.php", "src/B/")
    assert after["src/main.php"] == "<?php\n\nreturn ['\\Wax\\B\\One:run', 'Wax\\B\\One::run'];\n"


def test_one_name_is_left_without_brackets_and_no_gap_below_the_docstring(
    tmp_path: Path, yandrel: Yandrel
) -> None:
    tree: dict[str, str | bytes] = {
        "app/__init__.py": "",
        "app/kinds.py": "class A: ...\nclass B: ...\n",
        "app/main.py": '"""Main."""\n\nimport time\n\n'
        "from app.kinds import (A,\n                       B)\n\n\n"
        "class Clock:\n    now = time.time()\n    kind = B\n\n\nclass Other:\n    kind = A\n",
    }
    after = moved(write_tree(tmp_path / "app", tree), yandrel, "app/main.py:Clock", "app/clock.py")
    assert after["app/main.py"] == (
        '"""Main."""\n\nfrom app.kinds import A\n\n\nclass Other:\n    kind = A\n'
    )


def test_new_imports_are_written_as_the_file_writes_its_own(tmp_path: Path, yandrel: Yandrel) -> None:
    long = ", ".join(f"name_{number}" for number in range(9))
    head = f"from app.kinds import {long}\nfrom app.kinds import other as o\n"
    body = f"class A:\n    kinds = [{long}, o]\n\n\nclass B:\n    kinds = [{long}, o]\n"
    tree: dict[str, str | bytes] = {
        "app/__init__.py": "",
        "app/kinds.py": "".join(f"name_{number} = 1\n" for number in range(9)) + "other = 1\n",
        "app/main.py": f"{head}\n\n{body}",
    }
    after = moved(write_tree(tmp_path / "app", tree), yandrel, "app/main.py:B", "app/b.py")
    assert after["app/b.py"].startswith(head)


CLASS_MAP = {
    "composer.json": '{"autoload": {"psr-4": {"Waxmoor\\\\": "src/"}}}\n',
    "src/Models/Hive.php": "<?php\n\nnamespace Waxmoor\\Models;\n\nclass Hive\n{\n}\n",
    "src/Http/Page.php": "<?php\n\nnamespace Waxmoor\\Http;\n\nclass Page\n{\n}\n",
    "src/Shop.php": "<?php\n\nnamespace Waxmoor;\n\nuse Waxmoor\\Http\\Page;\n\nclass Shop\n{\n"
    "    public function all(): array\n    {\n"
    "        return [new Page(), new Models\\Hive(), new Models\\Hive()];\n    }\n}\n",
    "maps/plain.php": "<?php\n$base = dirname(__DIR__);\nreturn [\n"
    "    'Waxmoor\\\\Models\\\\Hive' => $base . '/src/Models/Hive.php',\n];\n",
    "maps/lower.php": "<?php\nreturn [\n    'waxmoor\\\\models\\\\hive' => '/Models/Hive.php',\n];\n",
    "maps/classes.json": '{\n  "Waxmoor\\\\Models\\\\Hive": "Models/Hive.php"\n}\n',
}


def test_maps_of_names_to_files_change_as_pairs_and_keep_their_form(tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(tmp_path / "app", dict(CLASS_MAP))
    done = yandrel(root, "move", "src/Models/Hive.php", "src/Http/Bees/")
    assert done.status == 0, done.err
    after = {path: text.decode() for path, text in read_tree(root).items()}
    plain = "    'Waxmoor\\\\Http\\\\Bees\\\\Hive' => $base . '/src/Http/Bees/Hive.php',\n"
    assert plain in after["maps/plain.php"]
    assert "    'waxmoor\\\\http\\\\bees\\\\hive' => '/Http/Bees/Hive.php',\n" in after["maps/lower.php"]
    assert '  "Waxmoor\\\\Http\\\\Bees\\\\Hive": "Http/Bees/Hive.php"\n' in after["maps/classes.json"]
    assert "maps/" not in done.out.partition("To look at by hand")[2]


def test_a_name_that_would_be_written_in_full_is_imported_where_its_like_are(
    tmp_path: Path, yandrel: Yandrel
) -> None:
    root = write_tree(tmp_path / "app", dict(CLASS_MAP))
    after = moved(root, yandrel, "src/Shop.php", "src/Shops/")
    assert "use Waxmoor\\Http\\Page;\nuse Waxmoor\\Models\\Hive;\n\n" in after["src/Shops/Shop.php"]
    assert "[new Page(), new Hive(), new Hive()]" in after["src/Shops/Shop.php"]


def test_extensions_in_its_file_go_along_with_a_swift_type(tmp_path: Path, yandrel: Yandrel) -> None:
    extensions = (
        "extension Hive: Equatable {\n}\n\nextension Hive {\n    func title() -> String { name }\n}\n"
    )
    tree = {
        "Package.swift": "// swift-tools-version:5.9\nimport PackageDescription\n"
        'let package = Package(name: "Waxmoor", targets: [.target(name: "App")])\n',
        "Sources/App/Models/Hive.swift": "struct Hive {\n    var name: String\n}\n\n"
        f"{extensions}\nstruct Frame {{\n    var hive: Hive\n}}\n",
        "Sources/App/Models/Hive+Label.swift": "extension Hive {\n    var label: String { name }\n}\n",
    }
    root = write_tree(tmp_path / "app", dict(tree))
    done = yandrel(root, "move", "Sources/App/Models/Hive.swift:Hive", "Sources/App/Hives/")
    assert done.status == 0, done.err
    after = read_tree(root)
    assert after["Sources/App/Models/Hive.swift"] == b"struct Frame {\n    var hive: Hive\n}\n"
    assert after["Sources/App/Hives/Hive.swift"].decode().endswith(extensions)
    assert "Hive+Label.swift:1  extension Hive" in done.out


def test_what_uses_the_libraries_of_tests_stays_among_them(tmp_path: Path, yandrel: Yandrel) -> None:
    tree = {
        "pom.xml": "<project><artifactId>waxmoor</artifactId></project>\n",
        f"src/test/{JAVA[9:]}/HiveTest.java": "package coop.wax;\n\nimport org.junit.Test;\n\n"
        "public class HiveTest {\n    @Test\n    public void counts() {\n    }\n}\n",
        f"src/test/{JAVA[9:]}/Plain.java": "package coop.wax;\n\nimport java.util.List;\n\n"
        "public class Plain {\n    List<String> all;\n}\n",
        f"{JAVA}/Hive.java": "package coop.wax;\n\npublic class Hive {\n}\n",
    }
    root = write_tree(tmp_path / "app", dict(tree))
    refused = yandrel(root, "move", f"src/test/{JAVA[9:]}/HiveTest.java", f"{JAVA}/tests/")
    assert refused.status == 3
    assert "uses org.junit, which only tests use" in refused.err
    assert yandrel(root, "move", f"src/test/{JAVA[9:]}/Plain.java", f"{JAVA}/tests/").status == 0


def test_attributes_of_an_assembly_stay_in_their_project(tmp_path: Path, yandrel: Yandrel) -> None:
    tree = {
        "A/A.csproj": '<Project Sdk="Microsoft.NET.Sdk"></Project>\n',
        "B/B.csproj": '<Project Sdk="Microsoft.NET.Sdk"></Project>\n',
        "A/Info.cs": "using System.Reflection;\n\n"
        '[assembly: AssemblyTitle("A")]\n\nnamespace A\n{\n    public class Info { }\n}\n',
    }
    root = write_tree(tmp_path / "app", dict(tree))
    refused = yandrel(root, "move", "A/Info.cs", "B/")
    assert (refused.status, "attributes of its assembly" in refused.err) == (3, True)
    assert yandrel(root, "move", "A/Info.cs", "A/Inner/").status == 0


def test_an_import_goes_to_its_place_in_a_group_that_is_nearly_sorted(
    tmp_path: Path, yandrel: Yandrel
) -> None:
    names = ["alpha", "bees", "frames", "hives", "keepers", "labels", "scales", "wax"]
    lines = [f"import {{ {name} }} from './{name}.js'" for name in names] + ["import { a } from './about.js'"]
    tree = {f"src/{name}.js": f"export const {name} = 1\n" for name in names}
    tree |= {"src/about.js": "export const a = 1\n", "src/main.js": "\n".join(lines) + "\n"}
    root = write_tree(tmp_path / "app", dict(tree))
    after = moved(root, yandrel, "src/alpha.js", "src/swarms.js")["src/main.js"]
    assert [line.rpartition("/")[2] for line in after.splitlines()] == [
        *(f"{name}.js'" for name in [*names[1:7], "swarms", "wax", "about"])
    ]


def test_a_package_that_is_only_loaded_is_imported_once(tmp_path: Path, yandrel: Yandrel) -> None:
    tree = {
        "go.mod": "module waxmoor\n\ngo 1.21\n",
        "bees/bees.go": "package bees\n\nfunc init() { println(1) }\n",
        "hives/hives.go": "package hives\n\nfunc init() { println(2) }\n",
        "main.go": 'package main\n\nimport (\n\t_ "waxmoor/bees"\n\t_ "waxmoor/hives"\n)\n\nfunc main() {}\n',
    }
    root = write_tree(tmp_path / "app", dict(tree))
    after = moved(root, yandrel, "hives/hives.go", "bees/")
    assert after["main.go"].count("waxmoor/") == 1
