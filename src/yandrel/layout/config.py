"""yandrel.toml, read and checked: unknown keys are errors that name the nearest one."""

import re
from collections.abc import Mapping
from typing import Any

import msgspec

from yandrel.errors import CallError, ConfigError, suggest
from yandrel.files.contents import Files
from yandrel.files.root import CONFIG_NAME
from yandrel.layout.arrows import Arrows, read_arrows
from yandrel.layout.builtin import choose_builtin, package_of
from yandrel.layout.patterns import Pattern, compile_pattern, match_glob
from yandrel.model.project import SourceRoot
from yandrel.model.untyped import parse_toml

PLACE_FAULT = re.compile(r"\A[A-Za-z]:|[\0-\x1f\x7f]")
"""A drive, or a sign that no path has."""
AT_LINE = re.compile(r"^(.*?) \(at line (\d+), column (\d+)\)$")
EXCEPT_HEAD = re.compile(r"\s*\[\[\s*except\s*\]\]")
SHARED = "shared"
KINDS = (
    "class", "function", "constant", "interface", "trait", "enum", "struct", "record", "object", "protocol",
    "type", "annotation", "actor",
)  # fmt: skip
LIMITS = (
    "units_per_folder", "roles_per_unit", "methods_per_type", "statements_per_handler", "import_climb",
)  # fmt: skip


class KnownBy(msgspec.Struct, frozen=True):
    """The marks of a role of the application's own: globs over names, bases and decorators."""

    name: tuple[str, ...] = ()
    base: tuple[str, ...] = ()
    mark: tuple[str, ...] = ()


class Role(msgspec.Struct, frozen=True):
    """A role and the homes of its units; the first is where new ones go."""

    name: str
    homes: tuple[Pattern, ...]
    known_by: KnownBy = KnownBy()


class Shape(msgspec.Struct, frozen=True):
    """The required shape of a role's definitions; `methods` are all that others may call, None for any."""

    type: str = ""
    kinds: tuple[str, ...] = ()
    extends: str = ""
    methods: tuple[str, ...] | None = None


class Exemption(msgspec.Struct, frozen=True):
    """An exception from a rule, with its reason and its line in yandrel.toml, 0 where that is not known."""

    rule: str
    source: str
    target: str
    why: str
    line: int = 0


class Layout(msgspec.Struct, frozen=True):
    """All that yandrel.toml says."""

    present: bool = False
    name: str = ""
    sources: tuple[SourceRoot, ...] = ()
    fixed: tuple[str, ...] = ()
    generated: tuple[str, ...] = ()
    roles: Mapping[str, Role] = msgspec.field(default_factory=dict)
    groups: Mapping[str, tuple[str, ...]] = msgspec.field(default_factory=dict)
    arrows: Arrows = msgspec.field(default_factory=Arrows)
    domains_mode: str = "free"
    domain_arrows: Arrows = msgspec.field(default_factory=Arrows)
    doors: tuple[Pattern, ...] = ()
    domains: Mapping[str, tuple[str, ...]] = msgspec.field(default_factory=dict)
    domain_words: Mapping[str, tuple[str, ...]] = msgspec.field(default_factory=dict)
    outside: Mapping[str, tuple[str, ...]] = msgspec.field(default_factory=dict)
    shapes: Mapping[str, Shape] = msgspec.field(default_factory=dict)
    limits: Mapping[str, int] = msgspec.field(default_factory=dict)
    leftover_calls: tuple[str, ...] = ()
    calls_allowed: Mapping[str, tuple[str, ...]] = msgspec.field(default_factory=dict)
    off: Mapping[str, str] = msgspec.field(default_factory=dict)
    exceptions: tuple[Exemption, ...] = ()
    checks_routes: bool = False
    guards: Mapping[str, str] = msgspec.field(default_factory=dict)
    raw: bytes = b""

    @property
    def file_name(self) -> str:
        """The name of the file that says all this."""
        return CONFIG_NAME

    def allowed_calls(self, role: str) -> set[str]:
        """Return the calls, and the kinds of calls, that files of a role may have in what is shipped."""
        return {*self.calls_allowed.get("*", ()), *self.calls_allowed.get(role, ())}

    @property
    def reads_table(self) -> bool:
        """Whether a rule that applies looks at the route table."""
        return self.checks_routes or "statements_per_handler" in self.limits

    def is_fixed(self, path: str) -> bool:
        return any(match_glob(p, path) for p in self.fixed)

    def is_generated(self, path: str) -> bool:
        return any(match_glob(p, path) for p in self.generated)


def read_layout(files: Files, rules: tuple[str, ...] = ()) -> Layout:
    """Read yandrel.toml; an empty layout where there is none. Raises ConfigError, with the place."""
    try:
        raw = files.read(CONFIG_NAME)
    except FileNotFoundError:
        return Layout()
    except OSError as error:
        raise ConfigError(f"cannot be read ({error.strerror})", where=CONFIG_NAME) from error
    return parse_layout(raw, rules)


def parse_layout(raw: bytes, rules: tuple[str, ...] = ()) -> Layout:
    """Read the text of a yandrel.toml; raises ConfigError, with the place."""
    try:
        table = parse_toml(raw)
    except UnicodeDecodeError as error:
        raise ConfigError("is not UTF-8", where=CONFIG_NAME, todo="save it as UTF-8") from error
    except ValueError as error:
        found = AT_LINE.match(str(error))
        if found:
            what, line, column = found.groups()
            raise ConfigError(what, where=f"{CONFIG_NAME}:{line}:{column}", todo="fix the TOML") from error
        raise ConfigError(str(error), where=CONFIG_NAME, todo="fix the TOML") from error
    return _Reader(table, raw, rules).read()


def builtin_table(table: Mapping[str, Any], where: str = CONFIG_NAME) -> dict[str, Any]:
    """Return the table of the built-in layout that an [app] names: "role-first", "rings/fastapi"."""
    import tomllib

    app = table["app"]
    try:
        found = choose_builtin(str(app["layout"]))
    except CallError as error:
        raise ConfigError(error.what, where=where, todo=error.todo) from error
    title = str(app.get("name", "app"))
    sources = app.get("source")
    package = sources[0] if isinstance(sources, list) and len(sources) == 1 else package_of(title)
    package = package if isinstance(package, str) else package_of(title)
    return tomllib.loads(found.fill(title, package))


def lay_over(base: Mapping[str, Any], own: Mapping[str, Any]) -> dict[str, Any]:
    """Return two tables as one: key by key within each section, the second outranks the first.

    The lines of a shape are keys of their own.
    """
    merged: dict[str, Any] = dict(base)
    for section, value in own.items():
        known = merged.get(section)
        if not isinstance(known, dict) or not isinstance(value, dict):
            merged[section] = value
        else:
            merged[section] = lay_over(known, value) if section == "shape" else {**known, **value}
    return merged


class _Reader:
    TOP = ("app", "roles", "groups", "imports", "domains", "outside", "shape", "routes", "limits",
           "leftover", "off", "except")  # fmt: skip

    def __init__(self, table: dict[str, Any], raw: bytes, rules: tuple[str, ...]) -> None:
        self.raw = raw
        self.rules = rules
        self.lines = raw.decode("utf-8").splitlines()
        self.table = self.laid_over(table)

    def laid_over(self, table: dict[str, Any]) -> dict[str, Any]:
        """Return what the file says laid over the built-in layout that it starts from."""
        base = table.get("app", {}).get("layout") if isinstance(table.get("app"), dict) else None
        return table if base is None else lay_over(builtin_table(table, self.where("app", "layout")), table)

    def where(self, *keys: str) -> str:
        """Return the file with the line on which the last of the keys stands, as far as it can be told."""
        section = ""
        wanted = keys[-1] if keys else ""
        best = 0
        for number, line in enumerate(self.lines, start=1):
            text = line.strip()
            if text.startswith("["):
                section = text.strip("[]").strip()
                if section.split(".")[-1] == wanted and not best:
                    best = number
            elif re.match(rf'"?{re.escape(wanted)}"?\s*=', text):
                if len(keys) < 2 or section.split(".")[0] == keys[0]:
                    best = number
                    break
        return f"{CONFIG_NAME}:{best}" if best else CONFIG_NAME

    def check_keys(self, table: Mapping[str, Any], known: tuple[str, ...], *path: str) -> None:
        for key in table:
            if key not in known:
                todo = suggest(key, known, "known are " + ", ".join(known), cutoff=0.4)
                place = f"[{'.'.join(path)}] has" if path else "there is"
                raise ConfigError(f"{place} an unknown key {key!r}", where=self.where(*path, key), todo=todo)

    def section(self, name: str) -> dict[str, Any]:
        found = self.table.get(name, {})
        if not isinstance(found, dict):
            raise ConfigError(f"[{name}] must be a table", where=self.where(name))
        return found

    def texts(self, value: Any, *path: str) -> tuple[str, ...]:
        if isinstance(value, str):
            return (value,)
        if isinstance(value, list) and all(isinstance(v, str) for v in value):
            return tuple(value)
        raise ConfigError(f"{path[-1]} must be a text or a list of texts", where=self.where(*path))

    def text(self, value: Any, *path: str) -> str:
        if isinstance(value, str):
            return value
        raise ConfigError(f"{path[-1]} must be a text", where=self.where(*path))

    def read(self) -> Layout:
        self.check_keys(self.table, self.TOP)
        app = self.section("app")
        self.check_keys(app, ("name", "source", "layout", "fixed", "generated"), "app")
        roles = self.read_roles()
        groups = self.read_groups(roles)
        imports = self.section("imports")
        self.check_keys(imports, ("may", "domains", "door"), "imports")
        arrows = read_arrows(
            self.texts(imports.get("may", []), "imports", "may"),
            groups, roles, self.where("imports", "may"),
        )  # fmt: skip
        domains, words = self.read_domains()
        mode, domain_arrows = self.read_domains_mode(imports)
        doors = tuple(
            self.pattern(p, "imports", "door") for p in self.texts(imports.get("door", []), "imports", "door")
        )
        return Layout(
            present=True,
            name=self.text(app.get("name", ""), "app", "name"),
            sources=self.read_sources(app.get("source", [])),
            fixed=self.places(app.get("fixed", []), "app", "fixed"),
            generated=self.places(app.get("generated", []), "app", "generated"),
            roles=roles,
            groups=groups,
            arrows=arrows,
            domains_mode=mode,
            domain_arrows=domain_arrows,
            doors=doors,
            domains=domains,
            domain_words=words,
            outside=self.read_outside(roles, groups),
            checks_routes="routes" in self.table,
            guards=self.read_guards(),
            shapes=self.read_shapes(roles),
            limits=self.read_limits(),
            leftover_calls=self.texts(self.leftover().get("also", []), "leftover", "also"),
            calls_allowed=self.read_allowed(roles),
            off=self.read_off(),
            exceptions=self.read_exceptions(),
            raw=self.raw,
        )

    def pattern(self, text: str, *path: str) -> Pattern:
        return compile_pattern(text, self.where(*path))

    def place(self, text: str, *path: str) -> str:
        """Return a path or glob; raises ConfigError where it leads out of the application."""
        parts = text.split("/")
        if text.startswith("/") or ".." in parts or PLACE_FAULT.search(text):
            raise ConfigError(
                f"{text!r} leads out of the application",
                where=self.where(*path),
                todo="name a place inside it, from its root",
            )
        return text

    def places(self, value: Any, *path: str) -> tuple[str, ...]:
        return tuple(self.place(text, *path) for text in self.texts(value, *path))

    def read_sources(self, value: Any) -> tuple[SourceRoot, ...]:
        roots: list[SourceRoot] = []
        for entry in value if isinstance(value, list) else [value]:
            if isinstance(entry, dict):
                self.check_keys(entry, ("path", "namespace"), "app", "source")
                folder = self.place(self.text(entry.get("path", ""), "app", "source"), "app", "source")
                folder = folder.strip("/")
                namespace = self.text(entry.get("namespace", ""), "app", "source")
                roots.append(SourceRoot(folder + "/" if folder else "", namespace))
            else:
                folder = self.place(self.text(entry, "app", "source"), "app", "source").strip("/")
                roots.append(SourceRoot(folder + "/" if folder else ""))
        return tuple(roots)

    def read_roles(self) -> dict[str, Role]:
        roles: dict[str, Role] = {}
        for name, value in self.section("roles").items():
            if isinstance(value, dict):
                self.check_keys(value, ("home", "known_by"), "roles", name)
                homes = self.places(value.get("home", []), "roles", name)
                known_by = self.read_known_by(value.get("known_by", {}), name)
            else:
                homes, known_by = self.places(value, "roles", name), KnownBy()
            patterns = tuple(self.pattern(home, "roles", name) for home in homes)
            if patterns and not patterns[0].is_fillable():
                raise ConfigError(
                    f"the first home of {name} has a wildcard, so nothing new could go there",
                    where=self.where("roles", name),
                    todo="put one without * first",
                )
            roles[name] = Role(name, patterns, known_by)
        return roles

    def read_known_by(self, value: Any, role: str) -> KnownBy:
        if not isinstance(value, dict):
            raise ConfigError("known_by must be a table", where=self.where("roles", role))
        self.check_keys(value, ("name", "base", "mark"), "roles", role)
        return KnownBy(*(self.texts(value.get(k, []), "roles", role) for k in ("name", "base", "mark")))

    def read_groups(self, roles: Mapping[str, Role]) -> dict[str, tuple[str, ...]]:
        groups = {k: self.texts(v, "groups", k) for k, v in self.section("groups").items()}
        for name, members in groups.items():
            self.check_roles(members, roles, "groups", name)
        return groups

    def check_roles(self, names: tuple[str, ...], roles: Mapping[str, Any], *path: str) -> None:
        for name in names:
            if name not in roles:
                todo = suggest(name, roles, "name a role of [roles]")
                raise ConfigError(f"{name} is no role", where=self.where(*path), todo=todo)

    def read_domains(self) -> tuple[dict[str, tuple[str, ...]], dict[str, tuple[str, ...]]]:
        """Return the files of each domain that names some, and the words of each that gives some."""
        files: dict[str, tuple[str, ...]] = {}
        words: dict[str, tuple[str, ...]] = {}
        owners: dict[str, str] = {}
        for name, value in self.section("domains").items():
            if not isinstance(value, dict):
                files[name] = self.texts(value, "domains", name)
                continue
            self.check_keys(value, ("files", "words"), "domains", name)
            if "files" in value:
                files[name] = self.texts(value["files"], "domains", name)
            words[name] = self.texts(value.get("words", []), "domains", name)
            for word in words[name]:
                if owners.setdefault(word, name) != name:
                    raise ConfigError(
                        f"{word} is a word of {owners[word]} and of {name}",
                        where=self.where("domains", name),
                        todo="leave it with one of them",
                    )
        return files, words

    def read_domains_mode(self, imports: Mapping[str, Any]) -> tuple[str, Arrows]:
        value = imports.get("domains", "free")
        if value in ("apart", "free"):
            return str(value), Arrows()
        lines = self.texts(value, "imports", "domains")
        if not all("->" in line or "=>" in line for line in lines):
            raise ConfigError(
                f"domains = {value!r} says nothing",
                where=self.where("imports", "domains"),
                todo='write "apart", "free", or arrows such as ["inspections -> hives"]',
            )
        names = {name for line in lines for name in re.split(r"[\s{}]+|->|=>", line) if name}
        return "arrows", read_arrows(lines, {}, names, self.where("imports", "domains"))

    def read_outside(
        self, roles: Mapping[str, Role], groups: Mapping[str, tuple[str, ...]]
    ) -> dict[str, tuple[str, ...]]:
        out: dict[str, tuple[str, ...]] = {}
        for name, value in self.section("outside").items():
            packages = self.texts(value, "outside", name)
            members = groups.get(name, (name,))
            self.check_roles(members, roles, "outside", name)
            for member in members:
                out[member] = out.get(member, ()) + packages
        return out

    def read_shapes(self, roles: Mapping[str, Role]) -> dict[str, Shape]:
        shapes: dict[str, Shape] = {}
        off = self.section("off")
        for name, value in self.section("shape").items():
            self.check_roles((name,), roles, "shape", name)
            if not isinstance(value, dict):
                raise ConfigError(f"[shape.{name}] must be a table", where=self.where("shape", name))
            if f"shape.{name}" in off:
                continue
            value = {key: inner for key, inner in value.items() if f"shape.{name}.{key}" not in off}
            self.check_keys(value, ("type", "kind", "extends", "methods"), "shape", name)
            kinds = tuple(kind for kind in self.texts(value.get("kind", []), "shape", "kind") if kind)
            for kind in kinds:
                if kind not in KINDS:
                    raise ConfigError(
                        f"no kind of definition is called {kind!r}",
                        where=self.where("shape", "kind"),
                        todo=suggest(kind, KINDS, "there are " + ", ".join(KINDS)),
                    )
            shape_type = self.text(value.get("type", ""), "shape", "type")
            if shape_type:
                self.pattern(shape_type, "shape", "type")
            extends = self.text(value.get("extends", ""), "shape", "extends")
            methods = self.texts(value["methods"], "shape", "methods") if "methods" in value else None
            shapes[name] = Shape(shape_type, kinds, extends, methods)
        return shapes

    def read_guards(self) -> dict[str, str]:
        """Return the guard that every route below a prefix must pass, by prefix."""
        routes = self.section("routes")
        self.check_keys(routes, ("guard",), "routes")
        guards = routes.get("guard", {})
        if not isinstance(guards, dict):
            raise ConfigError(
                "guard must be a table of prefixes and names",
                where=self.where("routes", "guard"),
                todo='write it like guard = { "/keepers" = "signed_in" }',
            )
        for prefix in guards:
            if not prefix.startswith("/"):
                raise ConfigError(
                    f"the prefix {prefix!r} must start with a slash", where=self.where("routes", "guard")
                )
        return {prefix: self.text(name, "routes", "guard") for prefix, name in guards.items()}

    def read_limits(self) -> dict[str, int]:
        limits = self.section("limits")
        self.check_keys(limits, LIMITS, "limits")
        for key, value in limits.items():
            if not isinstance(value, int) or isinstance(value, bool) or value < 1:
                raise ConfigError(f"{key} must be a number from 1 on", where=self.where("limits", key))
        return dict(limits)

    def leftover(self) -> dict[str, Any]:
        section = self.section("leftover")
        self.check_keys(section, ("also", "allow"), "leftover")
        return section

    def read_allowed(self, roles: Mapping[str, Role]) -> dict[str, tuple[str, ...]]:
        """Return the calls that [leftover] allows by role; those that any file may have by a star."""
        allow = self.leftover().get("allow", [])
        if not isinstance(allow, dict):
            return {"*": self.texts(allow, "leftover", "allow")}
        self.check_roles(tuple(allow), roles, "leftover", "allow")
        return {role: self.texts(calls, "leftover", "allow") for role, calls in allow.items()}

    def shape_lines(self) -> tuple[str, ...]:
        """Return what [off] can name of the shapes: all of one, or one line of it."""
        shapes = self.section("shape")
        lines = [
            f"shape.{role}.{key}"
            for role, shape in shapes.items()
            if isinstance(shape, dict)
            for key in shape
        ]
        return (*(f"shape.{role}" for role in shapes), *lines)

    def read_off(self) -> dict[str, str]:
        off = self.section("off")
        if self.rules:
            self.check_keys(off, (*self.rules, *self.shape_lines()), "off")
        for key, value in off.items():
            if not isinstance(value, str) or not value.strip():
                raise ConfigError(
                    f"{key} is off without a reason", where=self.where("off", key), todo="say why"
                )
        return dict(off)

    def read_exceptions(self) -> tuple[Exemption, ...]:
        out = []
        entries = self.table.get("except", [])
        if not isinstance(entries, list):
            raise ConfigError("exceptions are written [[except]]", where=self.where("except"))
        heads = [n for n, line in enumerate(self.lines, start=1) if EXCEPT_HEAD.match(line)]
        lines = heads if len(heads) == len(entries) else [0] * len(entries)
        for entry, line in zip(entries, lines):
            if not isinstance(entry, dict):
                raise ConfigError("exceptions are written [[except]]", where=self.where("except"))
            self.check_keys(entry, ("rule", "from", "to", "why"), "except")
            rule = self.text(entry.get("rule", ""), "except", "rule")
            if self.rules and rule not in self.rules:
                todo = suggest(rule, self.rules, f"the rules are {', '.join(sorted(self.rules))}")
                raise ConfigError(
                    f"no rule is called {rule!r}", where=self.where("except", "rule"), todo=todo
                )
            why = self.text(entry.get("why", ""), "except", "why")
            if not why.strip():
                raise ConfigError(
                    "an exception carries its reason", where=self.where("except"), todo="add why"
                )
            source = self.text(entry.get("from", "**"), "except", "from")
            target = self.text(entry.get("to", "**"), "except", "to")
            compile_pattern(source, self.where("except", "from"))
            compile_pattern(target, self.where("except", "to"))
            out.append(Exemption(rule, source, target, why, line))
        return tuple(out)
