"""The graph of an application's PHP files."""

from yandrel.languages.named.table import join_name
from yandrel.languages.named.view import NamedView
from yandrel.model.facts import Facts, Import, ImportedName, Mention
from yandrel.model.graph import State, Symbol

GLOBAL = "php"


class PhpView(NamedView):
    """See `yandrel.languages.protocol.View`."""

    separator = "\\"
    spaces = {"function": "function", "constant": "constant"}

    def fold(self, name: str, space: str) -> str:
        if space != "constant":
            return name.lower()
        namespace, dot, last = name.rpartition(".")
        return namespace.lower() + dot + last

    def find_mention(self, unit: str, facts: Facts, mention: Mention) -> Symbol | None:
        namespace = facts.namespaces[mention.block] if facts.namespaces else ""
        for name in self.meanings(facts, mention, namespace):
            found = self.table.find(name, mention.space)
            if found is not None:
                return found
        return None

    def meanings(self, facts: Facts, mention: Mention, namespace: str) -> list[str]:
        """Return the qualified names that a mention may have, the first that is there counts."""
        name = mention.name
        if name.startswith("."):
            return [name[1:]]
        head, dot, rest = name.partition(".")
        if head.lower() == "namespace" and dot:
            return [join_name(namespace, rest)]
        space = mention.space if not dot else "type"
        path = self.scope_of(facts).imported.get((space, head.lower()))
        if path is not None:
            return [path + dot + rest]
        own = join_name(namespace, name)
        return [own, name] if mention.space != "type" and not dot else [own]

    def find_import(self, unit: str, item: Import, name: ImportedName) -> tuple[State, Symbol] | None:
        path = join_name(item.module, name.name)
        found = self.table.find(path, item.space)
        if found is not None:
            return State.FOUND, found
        if item.space == "type" and self.table.has_namespace(path):
            return None
        if not item.module:
            return State.OUTSIDE, Symbol("", GLOBAL)
        if self.is_expected(path):
            return State.MISSING, Symbol("")
        return State.OUTSIDE, Symbol("", path.split(".")[0])

    def is_expected(self, name: str) -> bool:
        """Whether the project says that a name, were it there, would be the application's own."""
        for root in self.project.roots:
            prefix = root.namespace + "." if root.namespace else ""
            if not prefix or not name.lower().startswith(prefix.lower()):
                continue
            below = root.path + name[len(prefix) :].replace(".", "/")
            folder = below[: below.rfind("/") + 1]
            return folder in self.units.folders and below + ".php" not in self.units.ignored
        return False

    def is_standard(self, package: str) -> bool:
        return package == GLOBAL
