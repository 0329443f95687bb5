"""Names of classes and functions, found in PHP's text."""

import pytest
from hypothesis import given
from hypothesis import strategies as some

from yandrel.languages.php.facts import read_facts
from yandrel.languages.php.mentions import find_mentions, leave_code


def found(body: str) -> set[tuple[str, str]]:
    facts = read_facts(f"<?php\nnamespace A;\n{body}\n".encode())
    return {(mention.name, mention.space) for mention in facts.mentions}


def types(body: str) -> set[str]:
    return {name for name, space in found(body) if space == "type"}


def functions(body: str) -> set[str]:
    return {name for name, space in found(body) if space == "function"}


@pytest.mark.parametrize(
    ("body", "names"),
    [
        ("$a = new Hive($b, new \\C\\Frame);", {"Hive", ".C.Frame"}),
        ("class B extends Base implements One, Two\\Three {}", {"Base", "One", "Two.Three"}),
        ("class B { use Named, Counted { Named::a insteadof Counted; } }", {"Named", "Counted"}),
        ("try { } catch (Lost | Found\\Again $e) { } catch (Third) { }", {"Lost", "Found.Again", "Third"}),
        ("function a(?Hive $a, int|Frame &$b, Queen ...$c): ?Keeper { }", {"Hive", "Frame", "Queen", "Keeper"}),
        ("interface I { public function a(): One|Two; }", {"One", "Two"}),
        ("$f = fn (Hive $h): Frame => $h->frame();", {"Hive", "Frame"}),
        ("$a = $b ? count($c) : LIMIT;", set()),
        ("$a = Season::WINTER . Keeper::class . $b::C . self::D . static::e();", {"Season", "Keeper"}),
        ("#[Route('/a', methods: [Get::class]), Guard(new Role())]\nclass B {}", {"Route", "Get", "Guard", "Role"}),
        ("return $a instanceof Hive && $b && $c->d && $e;", {"Hive"}),
        ("$a = $b & MASK | $c; foreach ($d as $e) { return $e; }", set()),
        ("class B { private readonly ?Hive $a; public static int $b; }", {"Hive"}),
        ("$a = new class extends Base { };", {"Base"}),
        ('$a = "no Hive::here {$b->c(Frame::of(1))} new Queen";', {"Frame"}),
        ("$a = <<<SQL\n  new Hive {$b} Frame::x\n  SQL;\n$c = new Queen;", {"Queen"}),
        ("// new Hive\n# new Frame\n/* Queen::x */ $a = 1;", set()),
        ("?> new Hive Frame::x <?php $a = new Queen; ?> Keeper::x", {"Queen"}),
    ],
)  # fmt: skip
def test_types(body: str, names: set[str]) -> None:
    assert types(body) == names


@pytest.mark.parametrize(
    ("body", "names"),
    [
        ("weigh(1); \\strlen($a); B\\c(2);", {"weigh", ".strlen", "B.c"}),
        ("function weigh($a) { } function &b() { } $c = function ($d) use ($e) { };", set()),
        ("$a->weigh(1); $a?->b(); A::c(); new Hive(1);", set()),
        ("if ($a) { } while (1) { } isset($b); array(1); match (true) { default => list($c) };", set()),
    ],
)
def test_functions(body: str, names: set[str]) -> None:
    assert functions(body) == names


def test_blocks_and_first_lines() -> None:
    source = b"<?php\nnamespace A {\n  new Hive;\n  new Hive;\n}\nnamespace B {\n  new Hive;\n}\n"
    mentions = [(m.name, m.line, m.block) for m in read_facts(source).mentions]
    assert mentions == [("Hive", 3, 0), ("Hive", 7, 1)]


@given(some.text(alphabet="<?php'\"/*#\\\n {}$a", max_size=60))
def test_any_text_keeps_its_length(text: str) -> None:
    source = ("<?php " + text).encode()
    assert len(leave_code(source)) in (len(source), 0)
    for (name, _, _), at in find_mentions(source, (), ()).items():
        assert source[at : at + len(name)] == name
