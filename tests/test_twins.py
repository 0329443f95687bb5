"""Twins: found by `check`, made one by `move`, refused where they are not the same."""

import json
from pathlib import Path

import pytest

from tests.conftest import Yandrel, write_tree
from tests.conftest import read_tree as read_bytes
from yandrel.demo.copy import copy_waxmoor


def read_tree(root: Path) -> dict[str, str]:
    return {path: data.decode() for path, data in read_bytes(root).items()}


SEND = """import smtplib


def send(to, text):
    server = smtplib.SMTP("mail.waxmoor.example")
    try:
        server.sendmail("office", to, text)
    finally:
        server.quit()
"""
TOWN = {
    "shop/__init__.py": "",
    "shop/hives/__init__.py": "",
    "shop/hives/mail.py": SEND,
    "shop/hives/service.py": 'from shop.hives.mail import send\n\n\ndef tell():\n    send("a", "b")\n',
    "shop/keepers/__init__.py": "",
    "shop/keepers/mail.py": SEND,
    "shop/keepers/service.py": (
        'from shop.keepers import mail\n\n\ndef tell():\n    mail.send("a", "b")\n\n\n'
        'NAME = "shop.keepers.mail.send"\n'
    ),
    "shop/shared/__init__.py": "",
}
BOTH = ("shop/hives/mail.py:send", "shop/keepers/mail.py:send")
ONE = "shop/shared/mail.py:send"


def test_two_become_one_and_every_reference_follows(tmp_path: Path, yandrel: Yandrel) -> None:
    write_tree(tmp_path, TOWN)
    before = read_tree(tmp_path)
    done = yandrel(tmp_path, "move", *BOTH, ONE)
    assert done.status == 0, done.err
    assert done.out.startswith("Merged shop/hives/mail.py:send, shop/keepers/mail.py:send")
    after = read_tree(tmp_path)
    assert after["shop/shared/mail.py"] == SEND
    assert not {"shop/hives/mail.py", "shop/keepers/mail.py"} & after.keys()
    assert "from shop.shared.mail import send" in after["shop/hives/service.py"]
    assert "from shop.shared import mail" in after["shop/keepers/service.py"]
    assert '"shop.shared.mail.send"' in after["shop/keepers/service.py"]
    assert yandrel(tmp_path, "undo").status == 0
    assert read_tree(tmp_path) == before


def test_one_goes_to_what_is_there_already(tmp_path: Path, yandrel: Yandrel) -> None:
    write_tree(tmp_path, {**TOWN, "shop/shared/mail.py": SEND + "\n\nOFFICE = 1\n"})
    done = yandrel(tmp_path, "move", BOTH[0], ONE)
    assert done.status == 0, done.err
    after = read_tree(tmp_path)
    assert after["shop/shared/mail.py"] == SEND + "\n\nOFFICE = 1\n"
    assert "from shop.shared.mail import send" in after["shop/hives/service.py"]
    assert after["shop/keepers/mail.py"] == SEND


def test_keeps_one_of_them_where_it_stands(tmp_path: Path, yandrel: Yandrel) -> None:
    write_tree(tmp_path, TOWN)
    done = yandrel(tmp_path, "move", *BOTH, BOTH[1])
    assert done.status == 0, done.err
    after = read_tree(tmp_path)
    assert after["shop/keepers/mail.py"] == SEND
    assert "from shop.keepers.mail import send" in after["shop/hives/service.py"]


def test_a_difference_is_named_by_its_line(tmp_path: Path, yandrel: Yandrel) -> None:
    write_tree(tmp_path, {**TOWN, "shop/keepers/mail.py": SEND.replace('"office"', '"keepers"')})
    before = read_tree(tmp_path)
    done = yandrel(tmp_path, "move", *BOTH, ONE)
    assert done.status == 3
    assert "shop/keepers/mail.py:7: is not the same as shop/hives/mail.py:send" in done.err
    assert '`server.sendmail("keepers", to, text)`' in done.err
    assert read_tree(tmp_path) == before


def test_the_same_words_with_another_meaning_are_no_twins(tmp_path: Path, yandrel: Yandrel) -> None:
    other = SEND.replace("import smtplib", "import letters as smtplib")
    write_tree(tmp_path, {**TOWN, "shop/keepers/mail.py": other})
    done = yandrel(tmp_path, "move", *BOTH, ONE)
    assert done.status == 3
    assert "what it uses is something else" in done.err
    assert "letters" in done.err


def test_what_is_there_but_differs_is_refused(tmp_path: Path, yandrel: Yandrel) -> None:
    write_tree(tmp_path, {**TOWN, "shop/shared/mail.py": "def send(to):\n    return to\n"})
    done = yandrel(tmp_path, "move", BOTH[0], ONE)
    assert done.status == 3
    assert "has a send already" in done.err


SAME_BUT_DOMAIN = """def report(store):
    lines = []
    for hive in store.hives():
        lines.append(hive.name)
    lines.sort()
    return lines
"""


@pytest.mark.parametrize(
    ("name", "told"), [("report", True), ("report_keepers", False)], ids=["same-name", "named-by-convention"]
)
def test_differing_by_the_domain_alone(tmp_path: Path, yandrel: Yandrel, name: str, told: bool) -> None:
    other = SAME_BUT_DOMAIN.replace("hive", "keeper").replace("report", name)
    write_tree(
        tmp_path,
        {
            "yandrel.toml": '[roles]\nservice = "shop/{domain}/{name}_service.py"\n',
            "shop/hives/hive_service.py": SAME_BUT_DOMAIN,
            "shop/keepers/keeper_service.py": other,
        },
    )
    found = json.loads(yandrel(tmp_path, "check", "--format", "json").out)["findings"]
    texts = [f["message"] for f in found if f["rule"] == "twins"]
    assert texts == (
        ["report is the same but for the domain's name in shop/keepers/keeper_service.py:1"] if told else []
    )


ROWS = """from shop.hives.hive import Hive


def from_row(row) -> Hive:
    hive = Hive()
    hive.name = row["name"]
    hive.place = row["place"]
    return hive
"""
HELD = """class Hive:
    name: str = ""
    place: str = ""
    keeper: str = ""
    season: str = ""
    frames: int = 0
"""


def test_conventions_are_no_twins(tmp_path: Path, yandrel: Yandrel) -> None:
    """Types that only hold the same values, and what makes them of a row."""
    files = {"yandrel.toml": '[roles]\nmodel = "shop/{domain}/{name}.py"\n'}
    for one in ("hive", "yard"):
        for path, text in ((f"shop/{one}s/{one}.py", HELD), (f"shop/{one}s/{one}_rows.py", ROWS)):
            files[path] = text.replace("hive", one).replace("Hive", one.capitalize())
    write_tree(tmp_path, files)
    found = json.loads(yandrel(tmp_path, "check", "--format", "json").out)["findings"]
    assert not [f for f in found if f["rule"] == "twins"]


def test_a_change_of_a_body_makes_and_ends_them(tmp_path: Path, yandrel: Yandrel) -> None:
    """The second run judges only what has changed."""
    root = tmp_path / "app"
    copy_waxmoor(root, overlay="twins")
    place = root / "waxmoor/services/keeper_letter_service.py"
    text = place.read_text()

    def count() -> int:
        done = json.loads(yandrel(root, "check", "--format", "json").out)
        return sum(f["rule"] == "twins" for f in done["findings"])

    assert count() == 1
    place.write_text(text.replace('f"{self.greeting},"', '"Dear all,"'))
    assert count() == 0
    place.write_text(text)
    assert count() == 1


MERGES = {
    "python": (
        "waxmoor/services/{}_letter_service.py:LetterWriter",
        "waxmoor/shared/letters.py:LetterWriter",
    ),
    "javascript": ("src/services/{}-letter-service.js:LetterWriter", "src/shared/letters.js:LetterWriter"),
    "typescript": ("src/services/{}-letter-service.ts:LetterWriter", "src/shared/letters.ts:LetterWriter"),
    "java": (
        "src/main/java/coop/waxmoor/services/{}LetterService.java:{}LetterService",
        "src/main/java/coop/waxmoor/shared/Letters.java:Letters",
    ),
    "kotlin": (
        "src/main/kotlin/coop/waxmoor/services/{}LetterService.kt:{}LetterService",
        "src/main/kotlin/coop/waxmoor/shared/Letters.kt:Letters",
    ),
    "csharp": (
        "src/Waxmoor/Services/{}LetterService.cs:{}LetterService", "src/Waxmoor/Shared/Letters.cs:Letters",
    ),
    "php": ("src/Services/{}LetterService.php:{}LetterService", "src/Shared/Letters.php:Letters"),
    "swift": (
        "Sources/Waxmoor/Services/{}LetterService.swift:{}LetterService",
        "Sources/Waxmoor/Shared/Letters.swift:Letters",
    ),
    "go": ("services/{}_letter_service.go:Write{}Letter", "shared/letters.go:WriteLetter"),
}  # fmt: skip


@pytest.mark.parametrize("language", sorted(MERGES))
def test_merged_in_every_language(language: str, tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, language, overlay="twins")
    before = read_tree(root)
    pattern, target = MERGES[language]
    path, _, name = pattern.partition(":")
    small = "_" in path or "-" in path
    sources = [
        path.format(word.lower() if small else word) + ":" + name.format(word) for word in ("Hive", "Keeper")
    ]
    done = yandrel(root, "move", *sources, target)
    assert done.status == 0, done.err
    unit, _, kept = target.partition(":")
    assert kept in (root / unit).read_text()
    assert sum(f"{kept}" in text and "reeting" in text for text in read_tree(root).values()) >= 1
    found = json.loads(yandrel(root, "check", "--format", "json").out)["findings"]
    assert not [f for f in found if f["rule"] in ("twins", "unresolved-import")]
    assert yandrel(root, "undo").status == 0
    assert read_tree(root) == before
