"""What Java's names mean, across the units of an application."""

from yandrel.languages.named.table import join_name, parent_of
from yandrel.languages.named.view import NamedView
from yandrel.model.facts import Facts, Import, ImportedName, Mention
from yandrel.model.graph import State, Symbol

STANDARD = ("java.", "javax.", "jdk.", "sun.", "com.sun.", "org.w3c.dom", "org.xml.sax")


class JvmView(NamedView):
    """See `yandrel.languages.protocol.View`."""

    def fold(self, name: str, space: str) -> str:
        return name

    def find_type(self, name: str) -> Symbol | None:
        """Return the top-level type that a qualified name begins with."""
        while name:
            found = self.table.find(name, "type")
            if found is not None:
                return found
            name = parent_of(name)
        return None

    def find_mention(self, unit: str, facts: Facts, mention: Mention) -> Symbol | None:
        head, dot, _ = mention.name.partition(".")
        if any(d.name == head for d in facts.definitions):
            return None
        for item in facts.imports:
            for imported in item.names:
                if imported.name == head and item.space == "type":
                    return self.find_type(join_name(item.module, imported.name))
        own = self.table.find(join_name(facts.namespaces[0] if facts.namespaces else "", head), "type")
        if own is not None:
            return own
        for item in facts.imports:
            if item.names[0].name == "*":
                found = self.table.find(join_name(item.module, head), "type")
                if found is not None:
                    return found
        return self.find_type(mention.name) if dot and head[:1].islower() else None

    def find_import(self, unit: str, item: Import, name: ImportedName) -> tuple[State, Symbol] | None:
        path = item.module if name.name == "*" else join_name(item.module, name.name)
        if name.name == "*" and item.space == "type":
            if self.table.has_namespace(path):
                return None
        found = self.find_type(path)
        if found is not None:
            return State.FOUND, found
        if self.table.has_namespace(parent_of(path)) and item.space == "type" and name.name != "*":
            return (State.UNCERTAIN if self.has_generated else State.MISSING), Symbol("")
        return State.OUTSIDE, Symbol("", outside_of(path))

    @property
    def has_generated(self) -> bool:
        """Whether sources may be made when the application is built."""
        return any(name.endswith((".proto", ".g4", ".xjb", ".thrift", ".avsc")) for name in self.units.files)

    def is_standard(self, package: str) -> bool:
        return (package + ".").startswith(STANDARD)


def outside_of(path: str) -> str:
    """Return the package that an import from outside names."""
    parts = [part for part in path.split(".") if part and not part[0].isupper()]
    return ".".join(parts[:3] if parts and parts[0] in ("org", "com", "net", "io", "de") else parts[:2])
