"""yandrel demo."""

from contextlib import suppress
from pathlib import Path

import click

from yandrel.cli.common import style_of_terminal

MEND = """\
[[step]]
title = "what a harvest is worth belongs to the harvest"
moves = [
  "waxmoor/services/harvest_service.py:GRADES -> waxmoor/models/harvest.py",
  "waxmoor/services/harvest_service.py:grade_of -> waxmoor/models/harvest.py",
]
"""
STEPS: tuple[tuple[str, tuple[str, ...]], ...] = (
    ("Look: what does this application do, and where is everything?", ("survey",)),
    ("Write the layout that it has down.", ("adopt",)),
    ("What does not fit?", ("check",)),
    ("A validator stands among the models. Without a target it goes home.",
     ("move", "waxmoor/models/weight_validator.py")),
    ("A model asks a service. mend.toml moves what it asks for to the model, as one change.",
     ("move", "--list", "mend.toml")),
    ("Hives get a folder of their own: a look at it first.",
     ("move", "waxmoor/models/hive.py", "waxmoor/hives/", "--preview")),
    ("What is left?", ("check",)),
    ("Take back the last change; every byte is as before.", ("undo",)),
    ("And do it again.", ("move", "--list", "mend.toml")),
    ("Accept what is left for now: from here on only new findings fail.", ("check", "--accept")),
)  # fmt: skip
BEGINNING: tuple[tuple[str, tuple[str, ...]], ...] = (
    ("Look: one file does everything.", ("survey",)),
    ("What does it hold, and where would each piece go?", ("split", "waxmoor.py")),
    ("Take it apart, data work too.", ("split", "waxmoor.py", "--deep", "--carry-out")),
    ("What is here now?", ("survey",)),
    ("Write the layout down.", ("adopt",)),
    ("Does everything fit?", ("check",)),
    ("The next concept is made after one.", ("new", "domain", "swarms", "--like", "hives")),
)  # fmt: skip


@click.command("demo")
@click.argument("folder", default="waxmoor-demo")
@click.option("--replace", is_flag=True, help="Put a fresh copy where an older one is.")
@click.option("--overlay", default="", metavar="RULE", help="Lay one more fault over it, and stop there.")
@click.option("--one-file", "one_file", default="", metavar="FRAMEWORK",
              help="Waxmoor as it began: one file (flask, fastapi, django), taken apart.")  # fmt: skip
def command(folder: str, replace: bool, overlay: str, one_file: str) -> None:
    """Walk the whole job through on Waxmoor, a small application.

    Copies it to FOLDER (waxmoor-demo), shows each command and what it printed, and leaves the
    copy there to play with. Nothing has to be installed for it.
    """
    from yandrel.demo.copy import copy_beginning, copy_waxmoor
    from yandrel.files.write import write_synced

    target = Path(folder)
    if one_file:
        copy_beginning(target, one_file, replace=replace)
        _walk(target, BEGINNING, f"Waxmoor, as it all began, is in {folder}/. Step by step:")
        return
    copy_waxmoor(target, overlay=overlay, replace=replace)
    if overlay:
        click.echo(f"Waxmoor with the fault {overlay} is in {folder}/: try `yandrel --root {folder} check`.")
        return
    write_synced(target / "mend.toml", MEND.encode())
    _walk(target, STEPS, f"Waxmoor is in {folder}/. The whole job, step by step:")


def _walk(target: Path, steps: tuple[tuple[str, tuple[str, ...]], ...], head: str) -> None:
    """Show each command and what it prints."""
    from yandrel.cli.main import cli

    style = style_of_terminal()
    click.echo(style.strong(head))
    for text, words in steps:
        click.echo(f"\n{style.faint('-' * 72)}\n{text}\n\n{style.strong('$ yandrel ' + ' '.join(words))}\n")
        with suppress(SystemExit):
            cli.main(["--root", str(target), *words], prog_name="yandrel", standalone_mode=False)
    click.echo(f"\n{style.faint('-' * 72)}\nNow it is yours: cd {target}, and go on.")
