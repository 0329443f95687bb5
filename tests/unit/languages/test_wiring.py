"""Which lines are said again where a concept is mounted, and which cannot be."""

import pytest

from yandrel.languages.wiring import find_wiring, repeat_in_lists
from yandrel.model.scaffold import Concept
from yandrel.scaffold.words import WordChanger

CHANGER = WordChanger(Concept.of("book"), Concept.of("queen"))


def wire(text: str, *mounts: int) -> list[str] | None:
    lines = text.splitlines()
    found = find_wiring(lines, list(mounts), CHANGER.change)
    return None if found is None else [found.say(lines[n], CHANGER.change) for n in sorted(found.lines)]


@pytest.mark.parametrize(
    ("text", "mounts", "said"),
    [
        ("app.use('/books', bookRoutes);", (0,), ["app.use('/queens', queenRoutes);"]),
        (
            "BookHandler books = new BookHandler(store);\nserver.createContext(\"/books\", books::handle);",
            (1,),
            ["QueenHandler queens = new QueenHandler(store);", "server.createContext(\"/queens\", queens::handle);"],
        ),
        (
            "val service = BookService(Books())\nserver.mount(\"/books\", BookHandler(service)::handle)",
            (1,),
            ["val queenService = QueenService(Queens())", "server.mount(\"/queens\", QueenHandler(queenService)::handle)"],
        ),
        (
            "const store = makeStore();\napp.use('/books', bookRoutes(store));",
            (1,),
            ["app.use('/queens', queenRoutes(store));"],
        ),
    ],
)  # fmt: skip
def test_what_is_said_again(text: str, mounts: tuple[int, ...], said: list[str]) -> None:
    assert wire(text, *mounts) == said


@pytest.mark.parametrize(
    ("text", "mount"),
    [
        ("srv := &Server{}\nmux.HandleFunc(\"/books\", srv.getBook)", 1),
        ("const bookRouter = Router();\nbookRouter.get('/', list);\napp.use('/books', bookRouter);", 2),
    ],
)  # fmt: skip
def test_more_would_be_needed(text: str, mount: int) -> None:
    assert wire(text, mount) is None


@pytest.mark.parametrize(
    ("line", "said"),
    [
        ("@Module({ imports: [AuthModule, BookModule] })", ["@Module({ imports: [AuthModule, BookModule, QueenModule] })"]),
        ("const all = [BookModule];", ["const all = [BookModule, QueenModule];"]),
        ("$routes = [BookModule::class];", ["$routes = [BookModule::class, QueenModule::class];"]),
    ],
)  # fmt: skip
def test_lists_that_name_what_is_imported(line: str, said: list[str]) -> None:
    found = repeat_in_lists([line], {"BookModule"}, CHANGER.change)
    assert found == [said]


def test_lists_over_several_lines() -> None:
    lines = ["imports: [\n", "  AuthModule,\n", "  BookModule\n", "],\n"]
    found = repeat_in_lists(lines, {"BookModule"}, CHANGER.change)
    assert found is not None
    assert "".join(text for texts in found for text in texts) == (
        "imports: [\n  AuthModule,\n  BookModule,\n  QueenModule\n],\n"
    )


@pytest.mark.parametrize(
    "text", ["make(\n  BookModule,\n);\n", "const one = modules[BookModule];\n", "[Other]\n"]
)
def test_what_is_no_list_of_them(text: str) -> None:
    assert repeat_in_lists(text.splitlines(keepends=True), {"BookModule"}, CHANGER.change) is None
