"""Names of what moved that still stand in code are told of, and not changed."""

from pathlib import Path

import pytest

from tests.conftest import Yandrel, read_tree, write_tree

JAVA = "src/main/java/coop/waxmoor"
KOTLIN = "src/main/kotlin/coop/waxmoor"


def moved(root: Path, yandrel: Yandrel, *words: str) -> str:
    done = yandrel(root, "move", *words)
    assert done.status == 0, done.err
    return done.out


def test_comments_and_longer_strings_in_python(tmp_path: Path, yandrel: Yandrel) -> None:
    asks = 'NOTE = "see waxmoor.models.hive.Hive for it"  # and waxmoor/models/hive.py\n'
    root = write_tree(
        tmp_path,
        {
            "waxmoor/__init__.py": "",
            "waxmoor/models/__init__.py": "",
            "waxmoor/models/hive.py": "class Hive:\n    pass\n",
            "waxmoor/asks.py": "\n" + asks,
        },
    )
    said = moved(root, yandrel, "waxmoor/models/hive.py", "waxmoor/hives/")
    assert "waxmoor/asks.py:2  waxmoor.models.hive.Hive" in said
    assert "waxmoor/asks.py:2  waxmoor/models/hive.py" in said
    assert read_tree(root)["waxmoor/asks.py"].decode().endswith(asks)


@pytest.mark.parametrize(
    ("text", "told"),
    [
        (r"'class: Waxmoor\Models\Hive.'", True),
        (r'"class: Waxmoor\\Models\\Hive."', True),
        (r"'Waxmoor\Models\HiveRow is another'", False),
        (r"'Older\Waxmoor\Models\Hive is another'", False),
        (r"'Models\Hive alone'", False),
    ],
)
def test_strings_in_php(tmp_path: Path, yandrel: Yandrel, text: str, told: bool) -> None:
    root = write_tree(
        tmp_path,
        {
            "composer.json": '{"autoload": {"psr-4": {"Waxmoor\\\\": "src/"}}}\n',
            "src/Models/Hive.php": "<?php\n\nnamespace Waxmoor\\Models;\n\nclass Hive\n{\n}\n",
            "src/Notes.php": f"<?php\n\nnamespace Waxmoor;\n\nconst NOTE = {text};\n",
        },
    )
    said = moved(root, yandrel, "src/Models/Hive.php", "src/Hives/")
    assert ("src/Notes.php:5" in said) is told
    assert text in read_tree(root)["src/Notes.php"].decode()


def test_once_for_each_file(tmp_path: Path, yandrel: Yandrel) -> None:
    note = "// coop.waxmoor.models.Hive\n"
    root = write_tree(
        tmp_path,
        {
            f"{JAVA}/models/Hive.java": "package coop.waxmoor.models;\n\npublic class Hive {\n}\n",
            f"{JAVA}/Notes.java": f"package coop.waxmoor;\n\n{note * 3}class Notes {{\n}}\n",
        },
    )
    said = moved(root, yandrel, f"{JAVA}/models/Hive.java", f"{JAVA}/hives/")
    assert said.count("Notes.java:") == 1
    assert "its new name is coop.waxmoor.hives.Hive" in " ".join(said.split())


def test_what_is_still_there_is_none(tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(
        tmp_path,
        {
            f"{KOTLIN}/models/Rows.kt": (
                "package coop.waxmoor.models\n\nfun row(x: Int) = x\n\nfun row(x: String) = x\n"
            ),
            f"{KOTLIN}/models/More.kt": "package coop.waxmoor.models\n\nfun row(x: Long) = x\n",
            f"{KOTLIN}/Asks.kt": (
                "package coop.waxmoor\n\n// coop.waxmoor.models.row\n"
                "val asked = coop.waxmoor.models.row(1L)\n"
            ),
        },
    )
    said = moved(root, yandrel, f"{KOTLIN}/models/Rows.kt", f"{KOTLIN}/rows/")
    assert "To look at by hand" not in said


def test_links_to_what_moves_are_told_of(tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(
        tmp_path,
        {
            "waxmoor/__init__.py": "",
            "waxmoor/hives.py": "class Hive:\n    pass\n\n\nclass Frame:\n    pass\n",
            "waxmoor/scales/__init__.py": "",
            "waxmoor/scales/weigh.py": "LIMIT = 40\n",
        },
    )
    (root / "tools").mkdir()
    (root / "tools" / "hives.py").symlink_to("../waxmoor/hives.py")
    (root / "tools" / "scales").symlink_to("../waxmoor/scales")
    (root / "tools" / "away").symlink_to("/")
    said = moved(root, yandrel, "waxmoor/hives.py:Frame", "waxmoor/frames.py")
    assert "tools/hives.py  waxmoor/hives.py  (is a link to a file that Frame leaves)" in said
    said = " ".join(moved(root, yandrel, "waxmoor/hives.py", "waxmoor/apiary.py").split())
    assert "(is a link to what moves; it would have to lead to waxmoor/apiary.py now)" in said
    said = " ".join(moved(root, yandrel, "waxmoor/scales/", "waxmoor/weights").split())
    assert (
        "tools/scales waxmoor/scales (is a link to a folder that waxmoor/scales/__init__.py leaves)" in said
    )
    assert "tools/away" not in said


def test_links_to_what_names_what_leaves_their_folder_are_told_of(tmp_path: Path, yandrel: Yandrel) -> None:
    """By a link, a file of one package is one of another too, and names what that one has."""
    root = write_tree(
        tmp_path,
        {
            "go.mod": "module waxmoor.example/app\n\ngo 1.19\n",
            "hives/hive.go": "package hives\n\nfunc Count() int { return 1 }\n",
            "hives/main_test.go": "package hives_test\n\nfunc prepare() {}\n\nfunc clean() {}\n",
            "tests/show_test.go": "package hives_test\n\nfunc show() { prepare() }\n",
            "tests/main_test.go": "package hives_test\n\nfunc prepare() {}\n",
            "scales/scale.go": "package scales\n",
        },
    )
    (root / "hives" / "show_test.go").symlink_to("../tests/show_test.go")
    said = " ".join(moved(root, yandrel, "hives/main_test.go:clean", "scales/clean_test.go").split())
    assert "is a link" not in said
    said = " ".join(moved(root, yandrel, "hives/main_test.go", "scales/").split())
    assert (
        "hives/show_test.go tests/show_test.go (is a link to a file that names prepare, "
        "gone from the link's folder)" in said
    )


def test_handlers_named_below_the_namespace_of_a_group(tmp_path: Path, yandrel: Yandrel) -> None:
    """Such strings follow where the line declares a route of the class, and are told of elsewhere."""
    controller = (
        "<?php\n\nnamespace App\\Http\\Admin;\n\n"
        "class KeeperController\n{\n    public function index() {}\n}\n"
    )
    web = (
        "<?php\n\nuse Illuminate\\Support\\Facades\\Route;\n\n"
        "Route::namespace('App\\Http')->group(function () {\n"
        "    Route::group(['prefix' => 'admin', 'namespace' => 'Admin'], function () {\n"
        "        Route::get('/keepers', 'KeeperController@index');\n"
        "    });\n"
        "});\n"
    )
    root = write_tree(
        tmp_path,
        {
            "composer.json": '{"autoload": {"psr-4": {"App\\\\": "app/"}}}',
            "routes/web.php": web,
            "config/menu.php": "<?php\nreturn ['keepers' => 'Admin\\KeeperController@index'];\n",
            "app/Http/Admin/KeeperController.php": controller,
        },
    )
    assert "/admin/keepers    KeeperController.index" in yandrel(root, "routes").out
    said = moved(
        root, yandrel, "app/Http/Admin/KeeperController.php", "app/Http/Admin/Staff/", "--keep-routes"
    )
    assert "1 route before and after, the same." in said
    assert "'Staff\\KeeperController@index'" in (root / "routes/web.php").read_text()
    assert "config/menu.php:2  Admin" in said
    moved(root, yandrel, "app/Http/Admin/Staff/KeeperController.php", "app/Members/", "--keep-routes")
    assert "'\\App\\Members\\KeeperController@index'" in (root / "routes/web.php").read_text()
    assert yandrel(root, "undo").status == yandrel(root, "undo").status == 0
    assert (root / "routes/web.php").read_text() == web
