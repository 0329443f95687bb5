"""Files that git keeps: where its folder is, its objects, and the files of a commit or of its index.

Git is not run, and its configuration, hooks, filters and attributes are not read: a blob is taken as
it is stored.
"""

import hashlib
import os
from pathlib import Path
from typing import Any

from yandrel.errors import CallError


class KeptFiles:
    """The files below an application's root that git keeps under one name.

    `blobs` are the digests of the files by path, `modes` their permissions.
    """

    def __init__(self, text: str, objects: Any) -> None:
        self.text = text
        self.objects = objects
        self.blobs: dict[str, bytes] = {}
        self.modes: dict[str, int] = {}

    def read(self, path: str) -> bytes:
        """Return the bytes that a file had."""
        try:
            return bytes(self.objects[self.blobs[path]].as_raw_string())
        except KeyError as error:
            raise self.missing(error) from error

    def key(self) -> bytes:
        """Return a digest of all its files: their paths, contents and permissions."""
        digest = hashlib.blake2b(digest_size=16)
        for path, blob in sorted(self.blobs.items()):
            digest.update(os.fsencode(path) + b"\0" + blob + b"%o\n" % self.modes[path])
        return digest.digest()

    def has_same(self, path: str, data: bytes) -> bool:
        """Whether a file had these bytes."""
        head = b"blob %d\0" % len(data)
        digest = self.blobs[path]
        algorithm = "sha1" if len(digest) == 40 else "sha256"
        return hashlib.new(algorithm, head + data, usedforsecurity=False).hexdigest().encode() == digest

    def is_known_same(self, path: str, size: int, time_ns: int) -> bool:
        """Whether a file of this size and time is certainly the one that is kept, without reading it."""
        return False

    def missing(self, error: KeyError) -> CallError:
        """Return the error for an object that is not in this clone."""
        return CallError(
            f"an object of the revision is not here ({_shown(error)})", where=self.text,
            todo="fetch the whole history: this may be a shallow or a partial clone",
        )  # fmt: skip


def _shown(error: KeyError) -> str:
    digest = error.args[0] if error.args else ""
    return digest.decode("ascii", "replace")[:12] if isinstance(digest, bytes) else str(digest)[:12]


def find_git(root: Path) -> tuple[Path, Path]:
    """Return the top of the checkout, and its git folder; raises CallError where there is none."""
    for top in (root, *root.parents):
        place = top / ".git"
        if place.is_dir():
            return top, place
        if place.is_file():
            said = place.read_text(encoding="utf-8", errors="replace").strip()
            if said.startswith("gitdir:"):
                return top, (top / said.removeprefix("gitdir:").strip()).resolve()
    raise CallError("is not in a git checkout", where=root.name, todo="leave the revision away")


def open_git(folder: Path) -> tuple[Any, Any]:
    """Open git's objects and names; a linked work tree shares them with its main one."""
    from dulwich.object_store import DiskObjectStore
    from dulwich.refs import DiskRefsContainer

    common = folder
    if (folder / "commondir").is_file():
        common = (folder / (folder / "commondir").read_text(encoding="utf-8").strip()).resolve()
    if not (common / "objects").is_dir():
        raise CallError("has no git objects", where=".git", todo="leave the revision away")
    return DiskObjectStore(str(common / "objects")), DiskRefsContainer(str(common), worktree_path=str(folder))
