"""Read C# project files: root namespaces, listed files, references to other projects."""

import re
from collections.abc import Iterator, Mapping
from posixpath import relpath

from yandrel.errors import RefusedError
from yandrel.languages.csharp.listings import Listings, resolve_path
from yandrel.languages.named.roots import infer_roots
from yandrel.model.changes import Edit, Relocation
from yandrel.model.project import PathMap, Project, SourceRoot, Units

REFERENCE_MAP = "reference"
MANIFESTS = ("*.csproj", "*.sln")
ROOT_NAMESPACE = re.compile(rb"<RootNamespace>\s*([\w.]+)\s*</RootNamespace>")
PATH = re.compile(rb'\b(?:Include|Update|Remove|Exclude)\s*=\s*"([^"]+)"')
SOLUTION_PATH = re.compile(rb'^Project\([^)]*\)\s*=\s*"[^"]*",\s*"([^"]+)"', re.MULTILINE)
DEPENDENT = re.compile(
    rb"<(?P<kind>\w+)\s+(?:Include|Update)\s*=\s*\"(?P<file>[^\"]+)\"[^>]*(?<!/)>(?:(?!</(?P=kind)>).)*?"
    rb"<DependentUpon>(?P<owner>[^<>/\\]+)</DependentUpon>",
    re.DOTALL,
)
REFERENCE_ELEMENT = re.compile(rb"<ProjectReference\s[^>]*?(?:/>|[^/]>.*?</ProjectReference\s*>)", re.DOTALL)
REFERENCE = re.compile(rb'<ProjectReference\s+Include\s*=\s*"([^"]+)"')


def find_project(units: Units, manifests: Mapping[str, bytes], configured: tuple[SourceRoot, ...]) -> Project:
    """Return the roots that are configured, that project files make, and that the units show."""
    roots: dict[str, SourceRoot] = {root.path: root for root in configured if root.namespace}
    shown = {
        unit: facts.namespaces[0]
        for unit, facts in units.facts.items()
        if any(facts.namespaces[:1]) and facts.definitions
    }
    for path, data in sorted(manifests.items()):
        if path.endswith(".csproj"):
            folder = path[: path.rfind("/") + 1]
            named = ROOT_NAMESPACE.search(data)
            stem = path.rpartition("/")[2].removesuffix(".csproj").replace("-", "_")
            namespace = named.group(1).decode() if named else stem
            if folder in roots:
                continue
            inside = {unit: shown[unit] for unit in shown if unit.startswith(folder)}
            best = {root.path: root.namespace for root in infer_roots(inside, ())}
            roots[folder] = SourceRoot(folder, best.get(folder, namespace))
    for root in infer_roots(shown, tuple(roots.values())):
        roots.setdefault(root.path, root)
    listed = tuple(sorted(path for path in manifests if path.endswith(".csproj")))
    ordered = tuple(sorted(roots.values(), key=lambda r: (-r.path.count("/"), r.path)))
    references = tuple(
        PathMap(path[: path.rfind("/") + 1], path, tuple(references_of(path, manifests[path])), REFERENCE_MAP)
        for path in listed
    )
    return Project(ordered, listed, references)


def project_of(unit: str, project: Project) -> str:
    """Return the folder of the project file that a unit belongs to, nothing where there is none."""
    best = ""
    for path in project.listed:
        folder = path[: path.rfind("/") + 1]
        if unit.startswith(folder) and len(folder) >= len(best):
            best = folder
    return best


def references_of(path: str, data: bytes) -> list[str]:
    """Return the project files that a project file refers to."""
    base = path[: path.rfind("/") + 1]
    return [resolve_path(base, found.group(1)) for found in REFERENCE.finditer(data)]


def rewrite_manifests(
    project: Project, relocation: Relocation, manifests: Mapping[str, bytes]
) -> dict[str, list[Edit]]:
    """Return the new paths of files, folders and project files that project files and solutions name."""
    edits, removed = Listings(project, relocation, manifests).edits()
    for path, data in manifests.items():
        pattern = SOLUTION_PATH if path.endswith(".sln") else PATH
        for found in pattern.finditer(data):
            new = _new_path(path, found.group(1), relocation)
            gone = any(start <= found.start() < end for start, end in removed.get(path, ()))
            if new != found.group(1) and not gone:
                edits.setdefault(path, []).append(Edit(found.start(1), found.end(1), new))
        edits.setdefault(path, []).extend(_rename_owners(path, data, relocation))
    for path, targets in relocation.references.items():
        if path in manifests:
            edits.setdefault(path, []).append(_refer(path, manifests[path], targets))
    return {path: found for path, found in edits.items() if found}


def _rename_owners(path: str, data: bytes, relocation: Relocation) -> Iterator[Edit]:
    """Yield the new names of files that others beside them depend upon, which are named without a folder."""
    base = path[: path.rfind("/") + 1]
    for found in DEPENDENT.finditer(data):
        folder, separator, _ = found["file"].replace(b"\\", b"/").rpartition(b"/")
        old = resolve_path(base, folder + separator + found["owner"])
        new = relocation.unit(old).rpartition("/")[2].encode()
        if relocation.unit(old) != old and new != found["owner"]:
            yield Edit(*found.span("owner"), new)


def _refer(path: str, data: bytes, targets: frozenset[str]) -> Edit:
    """Return the edit that makes a project file refer to others; raises where it has no place for that."""
    base = path[: path.rfind("/") + 1]
    newline = "\r\n" if b"\r\n" in data else "\n"
    names = [relpath(target, base or ".").replace("/", "\\") for target in sorted(targets)]
    lines = [f'    <ProjectReference Include="{name}" />' for name in names]
    known = list(REFERENCE_ELEMENT.finditer(data))
    if known:
        at = data.find(b"\n", known[-1].end()) + 1
        return Edit(at, at, (newline.join(lines) + newline).encode())
    at = data.rfind(b"</Project>")
    if at < 0:
        raise RefusedError(
            f"would have to refer to {', '.join(names)}, and has no place for that",
            where=path,
            todo="write the reference first",
        )
    body = newline.join(["  <ItemGroup>", *lines, "  </ItemGroup>"])
    return Edit(at, at, (body + newline).encode())


def _new_path(path: str, text: bytes, relocation: Relocation) -> bytes:
    if b"*" in text or b"$(" in text:
        return text
    new_base = relocation.unit(path)[: relocation.unit(path).rfind("/") + 1]
    old = resolve_path(path[: path.rfind("/") + 1], text)
    if "/" not in old and b"/" not in text and b"\\" not in text and b"." not in text:
        return text
    moved = relocation.unit(old)
    if moved == old and new_base == path[: path.rfind("/") + 1]:
        return text
    separator = b"/" if b"/" in text else b"\\"
    return relpath(moved, new_base or ".").encode().replace(b"/", separator)
