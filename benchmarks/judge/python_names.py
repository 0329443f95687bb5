"""Resolve what Python files import of one application, without Yandrel's own code."""

import ast
from collections import Counter
from collections.abc import Iterator


class _Tree:
    def __init__(self, texts: Iterator[tuple[str, str]]) -> None:
        self.trees: dict[str, ast.Module] = {}
        for path, text in texts:
            try:
                self.trees[path] = ast.parse(text)
            except (SyntaxError, ValueError):
                continue
        self.packages = {p.rpartition("/")[0] for p in self.trees if p.endswith("__init__.py")}
        self.modules: dict[str, str] = {}
        for path in self.trees:
            self.modules[self.name_of(path)] = path

    def name_of(self, path: str) -> str:
        """Return a module's name from above the outermost package that it is in."""
        parts = path[:-3].split("/")
        above = [n for n in range(1, len(parts)) if "/".join(parts[:n]) in self.packages]
        inner = parts[above[0] - 1 if above else len(parts) - 1 :]
        return ".".join(inner[:-1] if inner[-1] == "__init__" else inner)

    def bound(self, path: str) -> set[str]:
        names: set[str] = set()
        for node in ast.walk(self.trees[path]):
            if isinstance(node, ast.Import | ast.ImportFrom):
                names |= {alias.asname or alias.name.partition(".")[0] for alias in node.names}
            elif isinstance(node, ast.ClassDef | ast.FunctionDef | ast.AsyncFunctionDef):
                names.add(node.name)
            elif isinstance(node, ast.Name) and isinstance(node.ctx, ast.Store):
                names.add(node.id)
        return names


def resolve_python(texts: Iterator[tuple[str, str]]) -> Counter[str]:
    """Count the imports of each thing of the application that lead to it, by the thing's last name.

    A name that is used and bound nowhere in its file is counted with a sign before it.
    """
    tree = _Tree(texts)
    bound = {path: tree.bound(path) for path in tree.trees}
    found: Counter[str] = Counter()
    for path, module in tree.trees.items():
        own = tree.name_of(path)
        package = own if path.endswith("__init__.py") else own.rpartition(".")[0]
        for node in ast.walk(module):
            if isinstance(node, ast.Import):
                for alias in node.names:
                    if alias.name in tree.modules:
                        found[f"import {alias.name.rpartition('.')[2]}"] += 1
            elif isinstance(node, ast.ImportFrom):
                base = node.module or ""
                if node.level:
                    outer = package.split(".")[: len(package.split(".")) - node.level + 1]
                    base = ".".join([*outer, *([base] if base else [])])
                for alias in node.names:
                    target = tree.modules.get(base)
                    inner = f"{base}.{alias.name}" in tree.modules
                    if inner or (
                        target and (alias.name in bound[target] or alias.name == "*" or "*" in bound[target])
                    ):
                        found[f"name {alias.name}"] += 1
    return found


def undefined_python(texts: Iterator[tuple[str, str]]) -> Counter[str]:
    """Count the names that each file reads and binds nowhere, by name."""
    import builtins

    tree = _Tree(texts)
    missing: Counter[str] = Counter()
    for path, module in tree.trees.items():
        known = tree.bound(path) | set(dir(builtins)) | {"__file__", "__name__", "__path__", "__doc__"}
        if "*" in known:
            continue
        args = {node.arg for node in ast.walk(module) if isinstance(node, ast.arg)}
        handlers = {
            node.name for node in ast.walk(module) if isinstance(node, ast.ExceptHandler) and node.name
        }
        names = {node.id for node in ast.walk(module) if isinstance(node, ast.Name)}
        for name in names - known - args - handlers:
            missing[f"undefined {name}"] += 1
    return missing
