"""Run the program many times without loading it anew: a process that forks a child for each run.

Requests and answers are JSON lines. In the child, an audit hook counts what changes the disk, and at
one such event kills the process, sends it a signal, fails the call, or swaps a folder for a link.
"""

import contextlib
import errno
import importlib
import json
import os
import pkgutil
import select
import signal
import sys
import time
from typing import Any

WRITING = os.O_WRONLY | os.O_RDWR | os.O_CREAT
CHANGES = {
    "os.rename", "os.remove", "os.mkdir", "os.rmdir", "os.symlink", "os.link", "os.chmod", "os.truncate",
    "subprocess.Popen",
}  # fmt: skip


def load_program() -> None:
    """Import every module, and what the commands import when they run."""
    import yandrel

    for module in pkgutil.walk_packages(yandrel.__path__, "yandrel."):
        if ".demo." not in module.name and not module.name.endswith("__main__"):
            importlib.import_module(module.name)
    from yandrel.index.parse import warm_up

    warm_up([f"x.{ending}" for ending in ("py", "php", "js", "ts", "java", "kt", "cs", "go", "swift")])


class Hook:
    """What happens at the event of a number."""

    def __init__(self, plan: dict[str, Any], told: int) -> None:
        self.plan = plan
        self.told = told
        self.count = 0
        self.busy = False
        self.process = os.getpid()

    def __call__(self, event: str, args: tuple[Any, ...]) -> None:
        if self.busy or os.getpid() != self.process or not is_change(event, args):
            return
        self.count += 1
        if self.count == self.plan["at"]:
            self.busy = True
            try:
                os.write(self.told, b"!")
                self.act()
            finally:
                self.busy = False

    def act(self) -> None:
        """Do what the plan says."""
        kind = self.plan["kind"]
        if kind == "signal":
            os.kill(os.getpid(), getattr(signal, self.plan["signal"]))
        elif kind == "error":
            number = getattr(errno, self.plan["error"])
            raise OSError(number, os.strerror(number))
        elif kind == "swap":
            with contextlib.suppress(OSError):
                os.rename(self.plan["folder"], self.plan["folder"] + ".away")
                os.symlink(self.plan["outside"], self.plan["folder"])


def is_change(event: str, args: tuple[Any, ...]) -> bool:
    """Whether an audit event changes the disk, or starts a process."""
    if event == "open":
        return isinstance(args[2], int) and bool(args[2] & WRITING) and args[0] != os.devnull
    return event in CHANGES


def run_child(request: dict[str, Any], told: int) -> None:
    """Run the program in this process, which ends with it."""
    for number, path in ((0, os.devnull), (1, request["out"]), (2, request["err"])):
        flags = os.O_RDONLY if number == 0 else os.O_WRONLY | os.O_CREAT | os.O_TRUNC
        opened = os.open(path, flags, 0o600)
        os.dup2(opened, number)
        os.close(opened)
    os.chdir(request["cwd"])
    sys.argv = ["yandrel", *request["words"]]
    for name, value in request.get("limits", {}).items():
        import resource

        resource.setrlimit(getattr(resource, name), (value, value))
    if request.get("plan"):
        sys.addaudithook(Hook(request["plan"], told))
    status = 70
    signal.signal(signal.SIGINT, signal.default_int_handler)
    try:
        from yandrel.cli.main import main

        main()
        status = 0
    except SystemExit as ended:
        status = ended.code if isinstance(ended.code, int) else 1
    except BaseException:
        import traceback

        traceback.print_exc()
    finally:
        with contextlib.suppress(OSError, ValueError):
            sys.stdout.flush()
            sys.stderr.flush()
        os._exit(status)


def serve(request: dict[str, Any]) -> dict[str, Any]:
    """Run one request in a child; return its status, the signal that ended it, and whether the plan came."""
    reading, writing = os.pipe()
    child = os.fork()
    if not child:
        os.close(reading)
        signal.signal(signal.SIGTERM, signal.SIG_DFL)
        signal.signal(signal.SIGINT, signal.SIG_DFL)
        try:
            run_child(request, writing)
        finally:
            os._exit(130)
    os.close(writing)
    if "kill_after" in request:
        time.sleep(request["kill_after"])
        with contextlib.suppress(ProcessLookupError):
            os.kill(child, getattr(signal, request.get("signal", "SIGKILL")))
    until = time.monotonic() + request.get("timeout", 30)
    status = 0
    late = False
    while True:
        ended, status = os.waitpid(child, os.WNOHANG)
        if ended:
            break
        if time.monotonic() > until:
            late = True
            os.kill(child, signal.SIGKILL)
            os.waitpid(child, 0)
            break
        time.sleep(0.002)
    came = bool(select.select([reading], [], [], 0)[0] and os.read(reading, 1))
    os.close(reading)
    if late:
        return {"status": -1, "signal": 0, "came": came, "late": True}
    killed = os.WTERMSIG(status) if os.WIFSIGNALED(status) else 0
    return {
        "status": -1 if killed else os.WEXITSTATUS(status), "signal": killed, "came": came, "late": False
    }  # fmt: skip


def main() -> None:
    """Serve requests until the input ends."""
    signal.signal(signal.SIGINT, signal.SIG_IGN)
    sys.dont_write_bytecode = True
    load_program()
    print(json.dumps({"ready": True}), flush=True)
    for line in sys.stdin:
        print(json.dumps(serve(json.loads(line))), flush=True)


if __name__ == "__main__":
    main()
