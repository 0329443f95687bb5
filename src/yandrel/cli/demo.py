"""yandrel demo."""

from contextlib import suppress
from pathlib import Path
from typing import TYPE_CHECKING

import click

from yandrel.cli.common import style_of_terminal

if TYPE_CHECKING:
    from yandrel.demo.copy import Walk


@click.command("demo")
@click.argument("folder", default="waxmoor-demo")
@click.option("--replace", is_flag=True, help="Put a fresh copy where an older one is.")
@click.option("--overlay", default="", metavar="RULE", help="Lay one more fault over it, and stop there.")
@click.option("--language", default="python", metavar="NAME", help="The language that Waxmoor is written in.")
@click.option("--one-file", "one_file", default="", metavar="FRAMEWORK",
              help="Waxmoor as it began: one file (flask, fastapi, django), taken apart.")  # fmt: skip
def command(folder: str, replace: bool, overlay: str, language: str, one_file: str) -> None:
    """Walk the whole job through on Waxmoor, a small application.

    Copies it to FOLDER (waxmoor-demo), shows each command and what it printed, and leaves the
    copy there to play with. Nothing has to be installed for it.
    """
    from yandrel.demo.copy import copy_beginning, copy_waxmoor, read_walk

    target = Path(folder)
    if one_file:
        copy_beginning(target, one_file, language, replace=replace)
        _walk(target, read_walk(language, "onefile"))
        return
    copy_waxmoor(target, language, overlay=overlay, replace=replace)
    if overlay:
        click.echo(f"Waxmoor with the fault {overlay} is in {folder}/: try `yandrel --root {folder} check`.")
        return
    _walk(target, read_walk(language))


def _walk(target: Path, walk: "Walk") -> None:
    """Show each command and what it prints."""
    from yandrel.cli.main import cli

    for name, text in walk.files.items():
        (target / name).write_bytes(text.encode())
    style = style_of_terminal()
    click.echo(style.strong(walk.head.replace("FOLDER", str(target))))
    for text, words in walk.steps:
        click.echo(f"\n{style.faint('-' * 72)}\n{text}\n\n{style.strong('$ yandrel ' + ' '.join(words))}\n")
        with suppress(SystemExit):
            cli.main(["--root", str(target), *words], prog_name="yandrel", standalone_mode=False)
    click.echo(f"\n{style.faint('-' * 72)}\nNow it is yours: cd {target}, and go on.")
