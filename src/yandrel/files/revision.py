"""The files of an application at a git revision, read from git's objects."""

import os
import re
import stat
from collections import deque
from collections.abc import Iterator
from pathlib import Path

from yandrel.errors import CallError
from yandrel.files.git import KeptFiles, find_git, open_git

WHERE = ("{}", "refs/{}", "refs/tags/{}", "refs/heads/{}", "refs/remotes/{}", "refs/remotes/{}/HEAD")
"""In which places a name is looked for, in git's order."""
STEP = re.compile(r"(.*?)((?:[~^]\d*)*)\Z", re.DOTALL)
ONE_STEP = re.compile(r"([~^])(\d*)")
SHORTEST_HASH = 4


class Revision(KeptFiles):
    """One commit, with the files below the application's root; none for HEAD before the first commit."""

    def __init__(self, root: Path, text: str) -> None:
        """Read a revision; raises CallError where there is no git here, or no such revision."""
        top, folder = find_git(root)
        objects, self._refs = open_git(folder)
        super().__init__(text, objects)
        if text == "HEAD" and not self._has_commit():
            return
        self.commit = self._resolve(text)
        prefix = "" if root == top else root.relative_to(top).as_posix() + "/"
        self._read_tree(prefix)

    def _read_tree(self, prefix: str) -> None:
        from dulwich.object_store import iter_tree_contents

        try:
            for entry in iter_tree_contents(self.objects, self.objects[self.commit].tree):
                path = os.fsdecode(entry.path)
                if path.startswith(prefix) and stat.S_ISREG(entry.mode):
                    self.blobs[path[len(prefix) :]] = entry.sha
                    self.modes[path[len(prefix) :]] = 0o755 if entry.mode & 0o100 else 0o644
        except KeyError as error:
            raise self.missing(error) from error

    def _resolve(self, text: str) -> bytes:
        if text.endswith("..."):
            return self._common_ancestor(self._resolve(text[:-3]), self._named("HEAD"))
        found = STEP.match(text)
        name, steps = (found[1], found[2]) if found is not None else (text, "")
        commit = self._named(name or "HEAD")
        for sign, number in ONE_STEP.findall(steps):
            commit = self._step(commit, sign, int(number) if number else 1)
        return commit

    def _has_commit(self) -> bool:
        """Whether HEAD leads to a commit: it does not before the first one."""
        try:
            return bool(self._refs[b"HEAD"])
        except KeyError:
            return False

    def _named(self, name: str) -> bytes:
        """Return the commit of a branch, a tag, or a digest of at least four digits."""
        for place in WHERE:
            try:
                digest = self._refs[os.fsencode(place.format(name))]
            except (KeyError, ValueError, OSError):
                continue
            return self._peeled(digest)
        if re.fullmatch(r"[0-9a-f]{4,64}", name):
            found = list(self.objects.iter_prefix(name.encode()))
            if len(found) == 1:
                return self._peeled(found[0])
        raise CallError(
            "no such git revision" if name != "HEAD" else "has no commit yet",
            where=self.text, todo="name a branch, a tag or a commit",
        )  # fmt: skip

    def _peeled(self, digest: bytes) -> bytes:
        """Return the commit that a tag leads to."""
        try:
            found = self.objects[digest]
            while found.type_name == b"tag":
                digest = found.object[1]
                found = self.objects[digest]
        except KeyError as error:
            raise self.missing(error) from error
        if found.type_name != b"commit":
            raise CallError("is not a commit", where=self.text, todo="name a branch, a tag or a commit")
        return digest

    def _step(self, commit: bytes, sign: str, number: int) -> bytes:
        """Return an ancestor: the n-th parent (`^`), or the first parent n times (`~`)."""
        for _ in range(number if sign == "~" else min(number, 1)):
            parents = self.objects[commit].parents
            wanted = number - 1 if sign == "^" else 0
            if wanted >= len(parents) or parents[wanted] not in self.objects:
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
            if commit not in self.objects:
                continue
            yield commit
            for parent in self.objects[commit].parents:
                if parent not in seen:
                    seen.add(parent)
                    ahead.append(parent)
