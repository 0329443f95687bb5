"""The command line's entry: each command is loaded when it is called."""

import gc
import io
import os
import sys
from importlib import import_module
from pathlib import Path

import click

from yandrel.errors import (
    FAULT,
    INTERRUPTED,
    REFUSED,
    USAGE,
    RefusedError,
    TakenBackError,
    YandrelError,
    suggest,
)
from yandrel.files.interrupts import end_on_signals

COMMANDS = {
    "survey": "Look: what is here, by role and by concept, and how it is arranged.",
    "routes": "List what the application answers: method, path, handler, guards.",
    "adopt": "Write the layout that the application has into a yandrel.toml.",
    "layout": "Show the layout in force, or print a built-in one.",
    "check": "Compare imports, places, names and shapes with the layout.",
    "new": "Make an application, a domain, an action, or one file of a role.",
    "split": "Take a crowded file or a wide interface apart.",
    "move": "Move a file, a folder or a definition, every reference along.",
    "regroup": "Go from one arrangement to another, such as from role folders to domains.",
    "domain": "Show everything of one domain, or take it out.",
    "undo": "Take changes back, to the byte.",
    "demo": "Walk the whole job through on Waxmoor, a small application.",
}
SHOWN_REASONS = 40


OBJECTS_BETWEEN_COLLECTIONS = 100_000
"""A run is short, and what it keeps are facts, which form no cycles; looking for some took a tenth of it."""


class LazyGroup(click.Group):
    """Commands by name, with their help known before they are imported."""

    def list_commands(self, ctx: click.Context) -> list[str]:
        return list(COMMANDS)

    def get_command(self, ctx: click.Context, cmd_name: str) -> click.Command | None:
        if cmd_name not in COMMANDS:
            return None
        command: click.Command = import_module(f"yandrel.cli.{cmd_name}").command
        return command

    def resolve_command(
        self, ctx: click.Context, args: list[str]
    ) -> tuple[str | None, click.Command | None, list[str]]:
        name = args[0] if args else ""
        if name and name not in COMMANDS and not name.startswith("-"):
            todo = suggest(name, COMMANDS, "see `yandrel --help`")
            raise click.UsageError(f"no command is called {name!r}; {todo}")
        return super().resolve_command(ctx, args)

    def format_commands(self, ctx: click.Context, formatter: click.HelpFormatter) -> None:
        with formatter.section("Commands"):
            formatter.write_dl(list(COMMANDS.items()))


@click.group(cls=LazyGroup, context_settings={"help_option_names": ["-h", "--help"]})
@click.option(
    "--root",
    metavar="DIR",
    help="The application's folder. Without it: the nearest folder upwards with a yandrel.toml, "
    "else the checkout's top, else the current folder.",
)
@click.version_option(package_name="yandrel", message="yandrel %(version)s")
@click.pass_context
def cli(context: click.Context, root: str | None) -> None:
    """Yandrel shows how a server application is arranged, guards it, and changes it safely.

    Start with `yandrel survey`. Everything that is written can be taken back with `yandrel undo`.
    """
    context.obj = root


def main() -> None:
    """Run the command line and exit with the documented status."""
    gc.set_threshold(OBJECTS_BETWEEN_COLLECTIONS)
    end_on_signals()
    for stream in (sys.stdout, sys.stderr):
        if isinstance(stream, io.TextIOWrapper):
            stream.reconfigure(errors="backslashreplace")
    try:
        status = cli.main(standalone_mode=False, prog_name="yandrel")
        sys.exit(status if isinstance(status, int) else 0)
    except click.exceptions.Exit as done:
        sys.exit(done.exit_code)
    except click.ClickException as error:
        context = getattr(error, "ctx", None)
        where = f" (see `{context.command_path} --help`)" if context is not None else ""
        _tell(f"{error.format_message().rstrip('.')}{where}")
        sys.exit(USAGE)
    except YandrelError as error:
        _tell(error.one_line(), lines=isinstance(error, TakenBackError))
        if isinstance(error, RefusedError):
            _show_reasons(error)
        sys.exit(error.status)
    except RecursionError:
        click.echo("yandrel: the code is nested too deeply to be followed", err=True)
        sys.exit(USAGE)
    except (KeyboardInterrupt, click.Abort):
        _tell(_tell_interruption())
        sys.exit(INTERRUPTED)
    except BrokenPipeError:
        sys.stderr.close()
        sys.exit(0)
    except OSError as error:
        if os.environ.get("YANDREL_TRACE"):
            raise
        name = os.fsdecode(error.filename) if isinstance(error.filename, (str, bytes)) else "a file"
        _tell(f"{name}: cannot be read or written ({error.strerror or error}); nothing was changed")
        sys.exit(REFUSED)
    except Exception as error:
        if os.environ.get("YANDREL_TRACE"):
            raise
        _tell(_tell_fault(error))
        sys.exit(FAULT)


def _tell(message: str, lines: bool = False) -> None:
    """Print what is wrong on standard error, whatever characters are in it."""
    from yandrel.render.escape import escape_controls

    click.echo(f"yandrel: {escape_controls(message, lines)}", err=True)


def _tell_interruption() -> str:
    """Return what was carried out before an interruption."""
    apply = sys.modules.get("yandrel.moves.apply")
    done = list(apply.CARRIED_OUT) if apply is not None else []
    return "interrupted; " + (f"carried out before: {', '.join(done)}" if done else "nothing was changed")


def _tell_fault(error: Exception) -> str:
    """Return a line on a fault of Yandrel's own: what, where in its code, and what to do."""
    import traceback

    last = traceback.extract_tb(error.__traceback__)[-1]
    place = f"{Path(last.filename).name}:{last.lineno}"
    text = " ".join(str(error).split())[:120]
    return (
        f"a fault of its own: {type(error).__name__} ({text}) at {place}; "
        "please report it with what YANDREL_TRACE=1 shows"
    )


def _show_reasons(error: RefusedError) -> None:
    from yandrel.render.escape import escape_controls

    others = [reason for reason in error.reasons if reason != error.one_line()]
    for reason in others[:SHOWN_REASONS]:
        click.echo(f"  {escape_controls(reason)}", err=True)
    if len(others) > SHOWN_REASONS:
        click.echo(f"  … and {len(others) - SHOWN_REASONS} more reasons", err=True)
