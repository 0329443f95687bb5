"""What is read from one PHP file."""

from yandrel.languages.php.content import read_content
from yandrel.languages.php.facts import read_facts
from yandrel.model.facts import Facts

SOURCE = rb"""<?php

declare(strict_types=1);

namespace Waxmoor\Models;

use Waxmoor\Base\Thing as T, Waxmoor\Other;
use Waxmoor\{A, B\C as D, function f1};
use function Waxmoor\helper;
use const Waxmoor\LEAST;

/**
 * A hive.
 *
 * @ORM\Entity
 */
#[Route('/hives')]
final class Hive extends Base implements I, \J
{
    use Named;

    private ?Mails\Letter $letter = null;

    public function weigh(int|Frame $frame, self $twin): static
    {
        $made = new Frame(1);
        strtoupper(helper(LEAST));
        return $frame instanceof Frame ? $made : Scale::of('Not\A\Class here');
    }
}

function first(): void
{
}

const SEASONS = ['winter'];

$app->get('/hives', fn () => 1)->name('hives');
"""


def facts() -> Facts:
    return read_facts(SOURCE)


def test_imports_with_their_kinds_and_aliases() -> None:
    found = {(i.module, n.name, n.bound, i.space) for i in facts().imports for n in i.names}
    assert found == {
        ("Waxmoor.Base", "Thing", "T", "type"),
        ("Waxmoor", "Other", "Other", "type"),
        ("Waxmoor", "A", "A", "type"),
        ("Waxmoor.B", "C", "D", "type"),
        ("Waxmoor", "f1", "f1", "function"),
        ("Waxmoor", "helper", "helper", "function"),
        ("Waxmoor", "LEAST", "LEAST", "constant"),
    }


def test_definitions_with_bases_marks_and_members() -> None:
    hive, first, seasons = facts().definitions
    assert (hive.name, hive.kind, hive.namespace) == ("Hive", "class", "Waxmoor.Models")
    assert hive.bases == ("Base", "I", "J")
    assert set(hive.marks) == {"Route", "ORM.Entity"}
    assert hive.members == ("weigh()",)
    assert (first.kind, seasons.kind) == ("function", "constant")


def test_mentions_are_what_stands_where_something_is_named() -> None:
    found = {(m.name, m.space) for m in facts().mentions}
    assert {("Base", "type"), (".J", "type"), ("Named", "type"), ("Mails.Letter", "type")} <= found
    assert {("Frame", "type"), ("Scale", "type"), ("helper", "function")} <= found
    assert not any(name in ("self", "static", "int", "Not.A.Class") for name, _ in found)


def test_mentions_come_in_one_order() -> None:
    assert facts().mentions == facts().mentions
    lines = [m.line for m in facts().mentions]
    assert lines == sorted(lines)


def test_calls_of_the_top_level() -> None:
    assert "app.get" in facts().calls


def test_a_broken_file_says_where() -> None:
    found = read_facts(b"<?php\n\nclass A\n{\n    public function (\n}\n")
    assert found.problems
    assert found.problems[0].line >= 5


def test_a_definition_under_a_condition() -> None:
    found = read_facts(b"<?php\nif (!function_exists('a')) {\n    function a() {}\n}\n")
    assert [(d.name, d.conditional) for d in found.definitions] == [("a", True)]


def test_uses_in_depth_keep_their_spans() -> None:
    content = read_content(SOURCE)
    for use in content.uses:
        written = SOURCE[use.start : use.end].decode().replace("\\\\", "\\").strip("\\")
        assert written.replace("\\", ".") == ".".join(use.parts)
    assert {u.kind for u in content.uses} == {"code", "doc"}
    assert [b.name for b in content.blocks] == ["Waxmoor.Models"]


def test_strings_that_are_whole_class_names() -> None:
    content = read_content(b"<?php\n$a = 'App\\\\Hive'; $b = \"App\\Hive::make\"; $c = 'see App\\Hive';\n")
    assert [u.parts for u in content.uses if u.kind == "string"] == [("App", "Hive"), ("App", "Hive")]


def test_several_namespaces_in_braces() -> None:
    content = read_content(b"<?php\nnamespace A {\n    class X {}\n}\nnamespace {\n    class Y {}\n}\n")
    assert [(b.name) for b in content.blocks] == ["A", ""]
    assert [(h.name, h.block) for h in content.held] == [("X", 0), ("Y", 1)]
