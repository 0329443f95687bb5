"""The files of an application at a git revision, read from git's objects.

Git is not run, and its configuration, hooks, filters and attributes are not read: a blob is taken as
it is stored.
"""

import hashlib
import os
import re
import stat
from collections import deque
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from yandrel.errors import CallError

WHERE = ("{}", "refs/{}", "refs/tags/{}", "refs/heads/{}", "refs/remotes/{}", "refs/remotes/{}/HEAD")
"""In which places a name is looked for, in git's order."""
STEP = re.compile(r"(.*?)((?:[~^]\d*)*)\Z", re.DOTALL)
ONE_STEP = re.compile(r"([~^])(\d*)")
SHORTEST_HASH = 4


class Revision:
    """One commit, with the files below the application's root.

    `blobs` are the digests of the files by path, `modes` their permissions.
    """

    def __init__(self, root: Path, text: str) -> None:
        """Read a revision; raises CallError where there is no git here, or no such revision."""
        top, folder = _find_git(root)
        self.text = text
        self._objects, self._refs = _open(folder)
        self.commit = self._resolve(text)
        prefix = "" if root == top else root.relative_to(top).as_posix() + "/"
        self.blobs: dict[str, bytes] = {}
        self.modes: dict[str, int] = {}
        self._read_tree(prefix)

    def _read_tree(self, prefix: str) -> None:
        from dulwich.object_store import iter_tree_contents

        try:
            for entry in iter_tree_contents(self._objects, self._objects[self.commit].tree):
                path = os.fsdecode(entry.path)
                if path.startswith(prefix) and stat.S_ISREG(entry.mode):
                    self.blobs[path[len(prefix) :]] = entry.sha
                    self.modes[path[len(prefix) :]] = 0o755 if entry.mode & 0o100 else 0o644
        except KeyError as error:
            raise self._missing(error) from error

    def _missing(self, error: KeyError) -> CallError:
        return CallError(
            f"an object of the revision is not here ({_shown(error)})", where=self.text,
            todo="fetch the whole history: this may be a shallow or a partial clone",
        )  # fmt: skip

    def read(self, path: str) -> bytes:
        """Return the bytes that a file had."""
        try:
            return bytes(self._objects[self.blobs[path]].as_raw_string())
        except KeyError as error:
            raise self._missing(error) from error

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

    def _resolve(self, text: str) -> bytes:
        if text.endswith("..."):
            return self._common_ancestor(self._resolve(text[:-3]), self._named("HEAD"))
        found = STEP.match(text)
        name, steps = (found[1], found[2]) if found is not None else (text, "")
        commit = self._named(name or "HEAD")
        for sign, number in ONE_STEP.findall(steps):
            commit = self._step(commit, sign, int(number) if number else 1)
        return commit

    def _named(self, name: str) -> bytes:
        """Return the commit of a branch, a tag, or a digest of at least four digits."""
        for place in WHERE:
            try:
                digest = self._refs[os.fsencode(place.format(name))]
            except (KeyError, ValueError, OSError):
                continue
            return self._peeled(digest)
        if re.fullmatch(r"[0-9a-f]{4,64}", name):
            found = list(self._objects.iter_prefix(name.encode()))
            if len(found) == 1:
                return self._peeled(found[0])
        raise CallError(
            "no such git revision" if name != "HEAD" else "has no commit yet",
            where=self.text, todo="name a branch, a tag or a commit",
        )  # fmt: skip

    def _peeled(self, digest: bytes) -> bytes:
        """Return the commit that a tag leads to."""
        try:
            found = self._objects[digest]
            while found.type_name == b"tag":
                digest = found.object[1]
                found = self._objects[digest]
        except KeyError as error:
            raise self._missing(error) from error
        if found.type_name != b"commit":
            raise CallError("is not a commit", where=self.text, todo="name a branch, a tag or a commit")
        return digest

    def _step(self, commit: bytes, sign: str, number: int) -> bytes:
        """Return an ancestor: the n-th parent (`^`), or the first parent n times (`~`)."""
        for _ in range(number if sign == "~" else min(number, 1)):
            parents = self._objects[commit].parents
            wanted = number - 1 if sign == "^" else 0
            if wanted >= len(parents) or parents[wanted] not in self._objects:
                raise CallError(
                    "has no such ancestor here", where=self.text,
                    todo="fetch the whole history: this may be a shallow clone",
                )  # fmt: skip
            commit = parents[wanted]
        return commit

    def _common_ancestor(self, one: bytes, other: bytes) -> bytes:
        """Return the commit in which two lines of work parted: the nearest to `one` that both have."""
        known = set(self._ancestors(other))
        found = next((commit for commit in self._ancestors(one) if commit in known), None)
        if found is None:
            raise CallError("has no common ancestor with HEAD here", where=self.text, todo="fetch both whole")
        return found

    def _ancestors(self, commit: bytes) -> Iterator[bytes]:
        """Yield a commit and its ancestors, the nearest first, as far as they are here."""
        seen = {commit}
        ahead = deque([commit])
        while ahead:
            commit = ahead.popleft()
            if commit not in self._objects:
                continue
            yield commit
            for parent in self._objects[commit].parents:
                if parent not in seen:
                    seen.add(parent)
                    ahead.append(parent)


def _shown(error: KeyError) -> str:
    digest = error.args[0] if error.args else ""
    return digest.decode("ascii", "replace")[:12] if isinstance(digest, bytes) else str(digest)[:12]


def _find_git(root: Path) -> tuple[Path, Path]:
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


def _open(folder: Path) -> tuple[Any, Any]:
    """Open git's objects and names; a linked work tree shares them with its main one."""
    from dulwich.object_store import DiskObjectStore
    from dulwich.refs import DiskRefsContainer

    common = folder
    if (folder / "commondir").is_file():
        common = (folder / (folder / "commondir").read_text(encoding="utf-8").strip()).resolve()
    if not (common / "objects").is_dir():
        raise CallError("has no git objects", where=".git", todo="leave the revision away")
    return DiskObjectStore(str(common / "objects")), DiskRefsContainer(str(common), worktree_path=str(folder))
