"""Read which Composer packages see which others; only development code sees development code."""

from collections.abc import Iterator
from functools import cached_property

from yandrel.model.project import PathMap, Project
from yandrel.model.untyped import parse_json

PACKAGE = "package"
LOADED = "autoload"
FOR_DEVELOPMENT = "autoload-dev"


def read_packages(path: str, data: bytes) -> Iterator[PathMap]:
    """Yield what a composer.json calls its package, what that requires, and the folders that it loads."""
    from yandrel.languages.php.project import declared_folders

    try:
        found = parse_json(data.decode("utf-8"))
    except ValueError:
        return
    if not isinstance(found, dict):
        return
    scope = path[: path.rfind("/") + 1]
    wanted = []
    for section in ("require", "require-dev"):
        table = found.get(section)
        wanted += list(table) if isinstance(table, dict) else []
    name = found.get("name")
    yield PathMap(scope, name if isinstance(name, str) else "", tuple(wanted), PACKAGE)
    for section in (LOADED, FOR_DEVELOPMENT):
        yield PathMap(scope, "", tuple(declared_folders(path, data, section)), section)


class PhpReach:
    """See `Reach`. What no composer.json describes sees everything."""

    def __init__(self, project: Project) -> None:
        self.packages = {item.scope: item for item in project.maps if item.kind == PACKAGE}
        self.folders = {
            (item.scope, item.kind): item.targets for item in project.maps if item.kind != PACKAGE
        }

    @cached_property
    def by_name(self) -> dict[str, str]:
        return {item.pattern: scope for scope, item in self.packages.items() if item.pattern}

    def package_of(self, path: str) -> str | None:
        """Return the folder of the composer.json that a file belongs to."""
        return max((scope for scope in self.packages if path.startswith(scope)), key=len, default=None)

    def loads(self, scope: str, path: str, kind: str) -> bool:
        return any(path.startswith(folder) for folder in self.folders.get((scope, kind), ()))

    def is_for_development(self, scope: str, path: str) -> bool:
        return self.loads(scope, path, FOR_DEVELOPMENT) and not self.loads(scope, path, LOADED)

    def requires(self, scope: str, other: str) -> bool:
        """Whether a package requires another, directly or through others."""
        seen, ahead = {scope}, [scope]
        while ahead:
            for name in self.packages[ahead.pop()].targets:
                found = self.by_name.get(name)
                if found is not None and found not in seen:
                    seen.add(found)
                    ahead.append(found)
        return other in seen

    def sees(self, user: str, used: str) -> bool:
        here, there = self.package_of(user), self.package_of(used)
        if here is None or there is None:
            return True
        if here == there or self.loads(here, used, LOADED) or self.loads(here, used, FOR_DEVELOPMENT):
            return self.is_for_development(here, user) or not self.is_for_development(here, used)
        if not self.loads(there, used, LOADED) and not self.loads(there, used, FOR_DEVELOPMENT):
            return True  # what no package loads is included by its path
        return self.requires(here, there) and not self.is_for_development(there, used)

    def are_loaded_together(self, user: str, used: str) -> bool:
        ways = ((LOADED, LOADED), (FOR_DEVELOPMENT, LOADED), (FOR_DEVELOPMENT, FOR_DEVELOPMENT))
        return any(
            self.loads(scope, user, by) and self.loads(scope, used, of)
            for scope in self.packages
            for by, of in ways
        )

    def described_in(self, path: str) -> str:
        scope = self.package_of(path)
        return path if scope is None else f"{scope}composer.json"

    def name_of(self, path: str) -> str:
        scope = self.package_of(path)
        if scope is None:
            return path
        kind = FOR_DEVELOPMENT if self.is_for_development(scope, path) else LOADED
        return f"{self.described_in(path)}'s {kind}"
