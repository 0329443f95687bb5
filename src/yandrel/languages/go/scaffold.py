"""New units of Go: on net/http alone, each role in the package of its home."""

import re
from collections.abc import Callable, Mapping, Set
from dataclasses import dataclass, field
from typing import TYPE_CHECKING

from yandrel.languages.copying import CopyingScaffolder
from yandrel.languages.go.deep import read_deep
from yandrel.languages.go.imports import Wanted, edit_imports, write_imports
from yandrel.languages.go.naming import guess_name
from yandrel.model.changes import apply_edits
from yandrel.model.facts import Facts
from yandrel.model.scaffold import SIDED, DomainPlan, Field
from yandrel.model.words import camel, pascal

if TYPE_CHECKING:
    from tree_sitter import Tree

PLAIN = "plain"
TYPES = {
    "text": "string", "integer": "int", "float": "float64", "decimal": "string", "boolean": "bool",
    "date": "time.Time", "datetime": "time.Time",
}  # fmt: skip
NEEDED = ("route", "controller", "service", "repository", "model", "error")
MOUNTED = re.compile(rb"^\t(?:(\w+)\.)?Mount\w+\((\w+), \"/[\w/-]*\"\)\n", re.MULTILINE)
IMPORT_GROUP = re.compile(rb'(?:^\t"[^"\n]+"\n)+', re.MULTILINE)
INITIALS = {"id": "ID", "url": "URL", "api": "API"}


class GoScaffolder(CopyingScaffolder):
    """See `yandrel.languages.protocol.Scaffolder`."""

    import_line = re.compile(r'\s*(?:import\s+)?(?:\w+\s+)?"[^"\s]+"\s*$')

    def parse(self, source: bytes) -> "Tree":
        from yandrel.languages.go.grammar import parse

        return parse(source)

    def frameworks(self) -> tuple[str, ...]:
        return (PLAIN,)

    def root_namespace(self, package: str, namespaces: Mapping[str, str]) -> str:
        for unit, namespace in namespaces.items():
            folder = unit.rpartition("/")[0]
            if namespace and namespace.endswith("/" + folder if folder else ""):
                return namespace.removesuffix("/" + folder) if folder else namespace
        return "" if namespaces else f"example.com/{package}"

    def kind_of(self, roles: frozenset[str]) -> str:
        if "message" in roles:
            return SIDED
        return "domain" if set(NEEDED) - {"error"} <= roles else ""

    def lacks(self, plan: DomainPlan, units: Mapping[str, Facts]) -> str:
        from yandrel.languages.go.sides import NEEDED_OF_SIDES

        needed = NEEDED_OF_SIDES if plan.kind == SIDED else NEEDED
        missing = [role for role in needed if role not in plan.homes]
        if missing:
            return f"a home for the role {missing[0]}"
        return "" if plan.root else "a go.mod"

    def app_files(self, plan: DomainPlan) -> dict[str, str]:
        entry = plan.homes["entry"]
        texts = {"go.mod": f"module {plan.root}\n\ngo 1.19\n", **self.domain_files(plan)}
        unit = Unit(plan, entry, "main")
        mount = unit.name("route", f"Mount{plan.concept.type_names}")
        server = unit.outside("net/http", "http")
        log, environment = unit.outside("log", "log"), unit.outside("os", "os")
        texts[entry] = unit.write(
            f'func main() {{\n\tport := {environment}.Getenv("PORT")\n\tif port == "" {{\n'
            f'\t\tport = "8000"\n\t}}\n\t{log}.Fatal({server}.ListenAndServe(":"+port, OpenServer()))\n}}\n',
            "// OpenServer mounts every group of routes under its prefix.\n"
            f"func OpenServer() {server}.Handler {{\n\tmux := {server}.NewServeMux()\n"
            f'\t{mount}(mux, "/{plan.concept.prefix}")\n\treturn mux\n}}\n',
        )
        return texts

    def domain_files(self, plan: DomainPlan) -> dict[str, str]:
        if plan.kind == SIDED:
            from yandrel.languages.go.sides import write_sides

            return write_sides(plan)
        made = {
            plan.homes["model"]: write_model(plan),
            plan.homes["repository"]: write_repository(plan),
            plan.homes["service"]: write_service(plan),
            plan.homes["controller"]: write_controller(plan),
            plan.homes["route"]: write_routes(plan),
        }
        if "port" in plan.homes:
            made[plan.homes["port"]] = write_port(plan)
        if plan.homes["error"] not in plan.present:
            made[plan.homes["error"]] = write_errors(plan)
        if "test" in plan.homes:
            made[plan.homes["test"]] = write_test(plan)
        return made

    def repeat_wiring(
        self, source: bytes, change: Callable[[str], str], made: Set[str] = frozenset()
    ) -> bytes | None:
        """Say again what mounts a concept; imports stay in order."""
        said = super().repeat_wiring(source, change, made)
        return None if said is None else IMPORT_GROUP.sub(_sort_lines, said)

    def is_mounting(self, source: bytes) -> int:
        return len(MOUNTED.findall(source))

    def wire(self, plan: DomainPlan, unit: str, source: bytes) -> bytes | None:
        found = list(MOUNTED.finditer(source))
        if not found:
            return None
        last = found[-1]
        made = Unit(plan, unit)
        mount = made.name("route", f"Mount{plan.concept.type_names}")
        line = f'\t{mount}({last.group(2).decode()}, "/{plan.concept.prefix}")\n'
        source = source[: last.end()] + line.encode() + source[last.end() :]
        return _add_imports(source, list(made.imports.values()), plan.root)


def _sort_lines(found: re.Match[bytes]) -> bytes:
    return b"".join(sorted(found.group().splitlines(keepends=True)))


def _add_imports(source: bytes, wanted: list[Wanted], root: str) -> bytes:
    """Return a unit's text with the imports that it has not got yet."""
    content = read_deep(source)
    there = {spec.path for spec in content.specs}
    added = [item for item in wanted if item.path not in there]
    if not added:
        return source
    edits = edit_imports(content, [], added, lambda path: path.startswith(root))
    return apply_edits(source, edits)


@dataclass
class Unit:
    """One new file: its package, and what it imports."""

    plan: DomainPlan
    home: str
    package: str = ""
    imports: dict[str, Wanted] = field(default_factory=dict)

    @property
    def folder(self) -> str:
        return self.home.rpartition("/")[0]

    def name(self, role: str, text: str) -> str:
        """Return a name that another role's unit declares, with its package where that is another."""
        folder = self.plan.homes[role].rpartition("/")[0]
        if folder == self.folder:
            return text
        path = f"{self.plan.root}/{folder}" if folder else self.plan.root
        return f"{self.outside(path, guess_name(path))}.{text}"

    def outside(self, path: str, name: str) -> str:
        self.imports[path] = Wanted(path)
        return name

    def write(self, *parts: str) -> str:
        package = self.package or (guess_name(self.folder) if self.folder else "main")
        head = [f"package {package}"]
        if self.imports:
            head.append(write_imports(list(self.imports.values()), "\n"))
        return "\n\n".join([*head, *(part.rstrip("\n") for part in parts)]) + "\n"


def field_name(name: str) -> str:
    """Return what a field is called in a struct."""
    return "".join(INITIALS.get(word, word.capitalize()) for word in name.split("_"))


def align(rows: list[tuple[str, str, str]]) -> str:
    """Return the lines of a struct as gofmt writes them."""
    wide = [max(len(row[column]) for row in rows) for column in (0, 1)]
    return "".join(f"\t{a:<{wide[0]}} {b:<{wide[1]}} {c}\n" for a, b, c in rows)


def write_model(plan: DomainPlan) -> str:
    unit = Unit(plan, plan.homes["model"])
    rows = [("Number", "int", '`json:"number"`')]
    for item in plan.fields:
        rows.append((field_name(item.name), type_of(unit, item), f'`json:"{item.name}"`'))
    name = plan.concept.type_name
    article = plan.concept.with_article
    return unit.write(f"// {name} is {article}.\ntype {name} struct {{\n{align(rows)}}}\n")


def type_of(unit: Unit, item: Field) -> str:
    text = TYPES[item.type]
    if text.startswith("time."):
        unit.outside("time", "time")
    return "*" + text if item.optional else text


def write_repository(plan: DomainPlan) -> str:
    unit = Unit(plan, plan.homes["repository"])
    one, name = camel(plan.concept.one), plan.concept.type_name
    model = unit.name("model", name)
    lock = unit.outside("sync", "sync")
    kind = f"{name}Repository"
    many = plan.concept.many.replace("_", " ")
    return unit.write(
        f"// {kind} keeps {many}.\ntype {kind} struct {{\n\tlock {lock}.Mutex\n\trows []{model}\n}}\n",
        f"// New{kind} returns one that keeps nothing yet.\n"
        f"func New{kind}() *{kind} {{\n\treturn &{kind}{{}}\n}}\n",
        f"// Add keeps {plan.concept.with_article}, and gives it its number.\n"
        f"func (r *{kind}) Add({one} {model}) {model} {{\n\tr.lock.Lock()\n\tdefer r.lock.Unlock()\n"
        f"\t{one}.Number = len(r.rows) + 1\n\tr.rows = append(r.rows, {one})\n\treturn {one}\n}}\n",
        f"// Find returns the one of a number.\nfunc (r *{kind}) Find(number int) ({model}, bool) {{\n"
        f"\tr.lock.Lock()\n\tdefer r.lock.Unlock()\n\tif number < 1 || number > len(r.rows) {{\n"
        f"\t\treturn {model}{{}}, false\n\t}}\n\treturn r.rows[number-1], true\n}}\n",
        f"// All returns all of them.\nfunc (r *{kind}) All() []{model} {{\n\tr.lock.Lock()\n"
        f"\tdefer r.lock.Unlock()\n\treturn append([]{model}{{}}, r.rows...)\n}}\n",
    )


def write_port(plan: DomainPlan) -> str:
    unit = Unit(plan, plan.homes["port"])
    name = plan.concept.type_name
    model = unit.name("model", name)
    return unit.write(
        f"// {name}Port is what the use cases of {plan.concept.many.replace('_', ' ')} need from outside.\n"
        f"type {name}Port interface {{\n\tAdd({camel(plan.concept.one)} {model}) {model}\n"
        f"\tFind(number int) ({model}, bool)\n\tAll() []{model}\n}}\n"
    )


def write_service(plan: DomainPlan) -> str:
    unit = Unit(plan, plan.homes["service"])
    one, name = camel(plan.concept.one), plan.concept.type_name
    concept = plan.concept
    many = camel(concept.many if concept.many != concept.one else f"all_{concept.many}")
    model = unit.name("model", name)
    if "port" in plan.homes:
        store = unit.name("port", f"{name}Port")
    else:
        store = "*" + unit.name("repository", f"{name}Repository")
    missing = unit.name("error", "NotFound")
    kind = f"{name}Service"
    return unit.write(
        f"// {kind} says what can be done with {plan.concept.many.replace('_', ' ')}.\n"
        f"type {kind} struct {{\n\t{many} {store}\n}}\n",
        f"// New{kind} returns one that works on a repository.\n"
        f"func New{kind}({many} {store}) *{kind} {{\n\treturn &{kind}{{{many}: {many}}}\n}}\n",
        f"// List returns all of them.\nfunc (s *{kind}) List() []{model} {{\n\treturn s.{many}.All()\n}}\n",
        f"// Find returns the one of a number.\nfunc (s *{kind}) Find(number int) ({model}, error) {{\n"
        f"\t{one}, found := s.{many}.Find(number)\n\tif !found {{\n"
        f'\t\treturn {one}, {missing}{{What: "{plan.concept.one.replace("_", " ")}"}}\n\t}}\n'
        f"\treturn {one}, nil\n}}\n",
        f"// Create keeps a new one.\nfunc (s *{kind}) Create({one} {model}) {model} {{\n"
        f"\treturn s.{many}.Add({one})\n}}\n",
    )


def write_controller(plan: DomainPlan) -> str:
    unit = Unit(plan, plan.homes["controller"])
    one, name = camel(plan.concept.one), plan.concept.type_name
    model, service = unit.name("model", name), unit.name("service", f"{name}Service")
    json, http = unit.outside("encoding/json", "json"), unit.outside("net/http", "http")
    number, text = unit.outside("strconv", "strconv"), unit.outside("path", "path")
    kind = f"{name}Controller"
    return unit.write(
        f"// {kind} answers for {plan.concept.many.replace('_', ' ')}.\n"
        f"type {kind} struct {{\n\tservice *{service}\n}}\n",
        f"// New{kind} returns one that asks a service.\n"
        f"func New{kind}(service *{service}) *{kind} {{\n\treturn &{kind}{{service: service}}\n}}\n",
        f"// Collection lists all of them, or makes one.\n"
        f"func (c *{kind}) Collection(answer {http}.ResponseWriter, request *{http}.Request) {{\n"
        f"\tif request.Method != {http}.MethodPost {{\n"
        f"\t\t_ = {json}.NewEncoder(answer).Encode(c.service.List())\n\t\treturn\n\t}}\n"
        f"\tvar {one} {model}\n\tif err := {json}.NewDecoder(request.Body).Decode(&{one}); err != nil {{\n"
        f"\t\t{http}.Error(answer, err.Error(), {http}.StatusBadRequest)\n\t\treturn\n\t}}\n"
        f"\tanswer.WriteHeader({http}.StatusCreated)\n"
        f"\t_ = {json}.NewEncoder(answer).Encode(c.service.Create({one}))\n}}\n",
        f"// Show answers with the one whose number the path ends with.\n"
        f"func (c *{kind}) Show(answer {http}.ResponseWriter, request *{http}.Request) {{\n"
        f"\tnumber, err := {number}.Atoi({text}.Base(request.URL.Path))\n\tif err != nil {{\n"
        f"\t\t{http}.Error(answer, err.Error(), {http}.StatusBadRequest)\n\t\treturn\n\t}}\n"
        f"\t{one}, err := c.service.Find(number)\n\tif err != nil {{\n"
        f"\t\t{http}.Error(answer, err.Error(), {http}.StatusNotFound)\n\t\treturn\n\t}}\n"
        f"\t_ = {json}.NewEncoder(answer).Encode({one})\n}}\n",
    )


def write_routes(plan: DomainPlan) -> str:
    unit = Unit(plan, plan.homes["route"])
    name = plan.concept.type_name
    http = unit.outside("net/http", "http")
    store = unit.name("repository", f"New{name}Repository")
    service = unit.name("service", f"New{name}Service")
    controller = unit.name("controller", f"New{name}Controller")
    mount = f"Mount{plan.concept.type_names}"
    return unit.write(
        f"// {mount} mounts what answers for {plan.concept.many.replace('_', ' ')} under a prefix.\n"
        f"func {mount}(mux *{http}.ServeMux, prefix string) {{\n"
        f"\tcontroller := {controller}({service}({store}()))\n"
        f"\tmux.HandleFunc(prefix, controller.Collection)\n"
        f'\tmux.HandleFunc(prefix+"/", controller.Show)\n}}\n'
    )


def write_errors(plan: DomainPlan) -> str:
    unit = Unit(plan, plan.homes["error"])
    return unit.write(
        "// NotFound is what is not there.\ntype NotFound struct {\n\tWhat string\n}\n",
        'func (e NotFound) Error() string {\n\treturn "there is no such " + e.What\n}\n',
    )


def write_test(plan: DomainPlan) -> str:
    unit = Unit(plan, plan.homes["test"])
    name = plan.concept.type_name
    testing = unit.outside("testing", "testing")
    service = unit.name("service", f"New{name}Service")
    store, model = unit.name("repository", f"New{name}Repository"), unit.name("model", name)
    many = pascal(plan.concept.many)
    return unit.write(
        f"func Test{many}AreKept(t *{testing}.T) {{\n\tservice := {service}({store}())\n"
        f"\tif made := service.Create({model}{{}}); made.Number != 1 {{\n\t\tt.Error(made)\n\t}}\n"
        f"\tif _, err := service.Find(1); err != nil {{\n\t\tt.Error(err)\n\t}}\n"
        f'\tif _, err := service.Find(2); err == nil {{\n\t\tt.Error("found what is not there")\n\t}}\n'
        f"\tif all := service.List(); len(all) != 1 {{\n\t\tt.Error(all)\n\t}}\n}}\n"
    )
