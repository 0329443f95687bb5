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

    def is_there(self, name: str) -> bool:
        """Whether a module, or a folder with modules, is called so."""
        return name in self.modules or any(module.startswith(f"{name}.") for module in self.modules)

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


def unresolved_python(texts: Iterator[tuple[str, str]]) -> Counter[str]:
    """Count the imports from packages of the application that lead to nothing, by their last names."""
    tree = _Tree(texts)
    tops = {name.partition(".")[0] for name in tree.modules if name}
    bound = {path: tree.bound(path) for path in tree.trees}
    missing: Counter[str] = Counter()
    for path, module in tree.trees.items():
        own = tree.name_of(path)
        package = own if path.endswith("__init__.py") else own.rpartition(".")[0]
        for node in ast.walk(module):
            if isinstance(node, ast.Import):
                names = (alias.name for alias in node.names if alias.name.partition(".")[0] in tops)
                missing.update(
                    f"import {name.rpartition('.')[2]}" for name in names if not tree.is_there(name)
                )
            elif isinstance(node, ast.ImportFrom):
                base = node.module or ""
                if node.level:
                    outer = package.split(".")[: len(package.split(".")) - node.level + 1]
                    base = ".".join([*outer, *([base] if base else [])])
                if base.partition(".")[0] not in tops:
                    continue
                target = tree.modules.get(base)
                known = bound[target] if target else set()
                for alias in node.names:
                    there = tree.is_there(f"{base}.{alias.name}") or {alias.name, "*"} & known
                    if not there and not (alias.name == "*" and target):
                        missing[f"unresolved {alias.name}"] += 1
    return missing


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
