"""A domain in Go of which one side changes and one side answers, with messages as the door of both."""

from yandrel.languages.go.scaffold import Unit, align, field_name, type_of, write_errors, write_model
from yandrel.model.scaffold import DomainPlan
from yandrel.model.words import camel

NEEDED_OF_SIDES = ("route", "message", "command", "query", "repository", "model", "store", "error")


def write_sides(plan: DomainPlan) -> dict[str, str]:
    """Return the units of a domain, and of what all domains share as far as it is not there."""
    made = {
        plan.homes["message"]: write_messages(plan),
        plan.homes["model"]: write_model(plan),
        plan.homes["repository"]: write_repository(plan),
        plan.homes["command"]: write_commands(plan),
        plan.homes["query"]: write_queries(plan),
        plan.homes["route"]: write_routes(plan),
    }
    if plan.homes["store"] not in plan.present:
        made[plan.homes["store"]] = write_store(plan)
    if plan.homes["error"] not in plan.present:
        made[plan.homes["error"]] = write_errors(plan)
    if "test" in plan.homes:
        made[plan.homes["test"]] = write_test(plan)
    return made


def write_messages(plan: DomainPlan) -> str:
    unit = Unit(plan, plan.homes["message"])
    name, many = plan.concept.type_name, plan.concept.many.replace("_", " ")
    rows = [(field_name(item.name), type_of(unit, item), f'`json:"{item.name}"`') for item in plan.fields]
    numbered = [("Number", "int", '`json:"number"`'), *rows]
    article = plan.concept.with_article
    return unit.write(
        f"// Add{name} is the command to keep {article}.\ntype Add{name} struct {{\n{align(rows)}}}\n",
        f"// List{plan.concept.all_names} is the query for all {many}.\n"
        f"type List{plan.concept.all_names} struct{{}}\n",
        f"// Show{name} is the query for {article}.\ntype Show{name} struct {{\n\tNumber int\n}}\n",
        f"// {name}Answer is what is answered about {article}.\n"
        f"type {name}Answer struct {{\n{align(numbered)}}}\n",
    )


def write_store(plan: DomainPlan) -> str:
    unit = Unit(plan, plan.homes["store"])
    lock = unit.outside("sync", "sync")
    held = "\tr.lock.Lock()\n\tdefer r.lock.Unlock()\n"
    return unit.write(
        f"// Rows are rows of one kind, each with its number.\ntype Rows[T any] struct {{\n"
        f"\tlock {lock}.Mutex\n\trows []T\n}}\n",
        "// Add keeps the row that is made of its number, and returns that.\n"
        f"func (r *Rows[T]) Add(made func(number int) T) int {{\n{held}"
        "\tr.rows = append(r.rows, made(len(r.rows)+1))\n\treturn len(r.rows)\n}\n",
        f"// Find returns the one of a number.\nfunc (r *Rows[T]) Find(number int) (T, bool) {{\n{held}"
        "\tif number < 1 || number > len(r.rows) {\n\t\tvar none T\n\t\treturn none, false\n\t}\n"
        "\treturn r.rows[number-1], true\n}\n",
        f"// All returns all of them.\nfunc (r *Rows[T]) All() []T {{\n{held}"
        "\treturn append([]T{}, r.rows...)\n}\n",
    )


def _rows_type(plan: DomainPlan, unit: Unit) -> str:
    answer = unit.name("message", f"{plan.concept.type_name}Answer")
    return f"{unit.name('store', 'Rows')}[{answer}]"


def write_repository(plan: DomainPlan) -> str:
    unit = Unit(plan, plan.homes["repository"])
    one, name = camel(plan.concept.one), plan.concept.type_name
    rows, model = _rows_type(plan, unit), unit.name("model", name)
    answer = unit.name("message", f"{name}Answer")
    kind = f"{name}Repository"
    return unit.write(
        f"// {kind} keeps {plan.concept.many.replace('_', ' ')}, as commands change them.\n"
        f"type {kind} struct {{\n\trows *{rows}\n}}\n",
        f"// New{kind} returns one that works on rows.\n"
        f"func New{kind}(rows *{rows}) *{kind} {{\n\treturn &{kind}{{rows: rows}}\n}}\n",
        f"// Add keeps {plan.concept.with_article}, and returns its number.\n"
        f"func (r *{kind}) Add({one} {model}) int {{\n"
        f"\treturn r.rows.Add(func(number int) {answer} {{\n\t\t{one}.Number = number\n"
        f"\t\treturn {answer}({one})\n\t}})\n}}\n",
    )


def write_commands(plan: DomainPlan) -> str:
    unit = Unit(plan, plan.homes["command"])
    name = plan.concept.type_name
    repository, model = unit.name("repository", f"{name}Repository"), unit.name("model", name)
    message = unit.name("message", f"Add{name}")
    kind = f"{name}Commands"
    given = [(field_name(item.name) + ":", f"message.{field_name(item.name)},") for item in plan.fields]
    wide = max((len(label) for label, _ in given), default=0)
    fields = "".join(f"\t\t{label:<{wide}} {value}\n" for label, value in given)
    return unit.write(
        f"// {kind} carries the commands about {plan.concept.many.replace('_', ' ')} out.\n"
        f"type {kind} struct {{\n\trepository *{repository}\n}}\n",
        f"// New{kind} returns one that works on a repository.\n"
        f"func New{kind}(repository *{repository}) *{kind} {{\n"
        f"\treturn &{kind}{{repository: repository}}\n}}\n",
        f"// Add keeps {plan.concept.with_article}, and returns its number.\n"
        f"func (c *{kind}) Add(message {message}) int {{\n"
        f"\treturn c.repository.Add({model}{{\n{fields}\t}})\n}}\n",
    )


def write_queries(plan: DomainPlan) -> str:
    unit = Unit(plan, plan.homes["query"])
    name, rows = plan.concept.type_name, _rows_type(plan, unit)
    answer = unit.name("message", f"{name}Answer")
    all_of, one_of = (
        unit.name("message", f"List{plan.concept.all_names}"),
        unit.name("message", f"Show{name}"),
    )
    missing = unit.name("error", "NotFound")
    kind = f"{name}Queries"
    return unit.write(
        f"// {kind} answers the queries about {plan.concept.many.replace('_', ' ')}.\n"
        f"type {kind} struct {{\n\trows *{rows}\n}}\n",
        f"// New{kind} returns one that reads rows.\n"
        f"func New{kind}(rows *{rows}) *{kind} {{\n\treturn &{kind}{{rows: rows}}\n}}\n",
        f"// List returns all of them.\nfunc (q *{kind}) List({all_of}) []{answer} {{\n"
        f"\treturn q.rows.All()\n}}\n",
        "// Show returns the one of a number.\n"
        f"func (q *{kind}) Show(message {one_of}) ({answer}, error) {{\n"
        f"\trow, found := q.rows.Find(message.Number)\n\tif !found {{\n"
        f'\t\treturn row, {missing}{{What: "{plan.concept.one.replace("_", " ")}"}}\n\t}}\n'
        f"\treturn row, nil\n}}\n",
    )


def write_routes(plan: DomainPlan) -> str:
    unit = Unit(plan, plan.homes["route"])
    name, one, rows = plan.concept.type_name, camel(plan.concept.one), _rows_type(plan, unit)
    json, http = unit.outside("encoding/json", "json"), unit.outside("net/http", "http")
    number, text = unit.outside("strconv", "strconv"), unit.outside("path", "path")
    new_commands, new_queries = (
        unit.name("command", f"New{name}Commands"),
        unit.name("query", f"New{name}Queries"),
    )
    commands, queries = unit.name("command", f"{name}Commands"), unit.name("query", f"{name}Queries")
    store = unit.name("repository", f"New{name}Repository")
    added, all_of = unit.name("message", f"Add{name}"), unit.name("message", f"List{plan.concept.all_names}")
    one_of = unit.name("message", f"Show{name}")
    kind, mount = f"{one}Handler", f"Mount{plan.concept.type_names}"
    asked = f"(answer {http}.ResponseWriter, request *{http}.Request)"
    return unit.write(
        f"// {mount} mounts what answers for {plan.concept.many.replace('_', ' ')} under a prefix.\n"
        f"func {mount}(mux *{http}.ServeMux, prefix string) {{\n\trows := &{rows}{{}}\n"
        f"\thandler := &{kind}{{\n\t\tcommands: {new_commands}({store}(rows)),\n"
        f"\t\tqueries:  {new_queries}(rows),\n\t}}\n"
        f"\tmux.HandleFunc(prefix, handler.collection)\n"
        f'\tmux.HandleFunc(prefix+"/", handler.show)\n}}\n',
        f"// {kind} turns requests into messages, and answers into responses.\n"
        f"type {kind} struct {{\n\tcommands *{commands}\n\tqueries  *{queries}\n}}\n",
        f"func (h *{kind}) collection{asked} {{\n\tif request.Method != {http}.MethodPost {{\n"
        f"\t\t_ = {json}.NewEncoder(answer).Encode(h.queries.List({all_of}{{}}))\n\t\treturn\n\t}}\n"
        f"\tvar message {added}\n"
        f"\tif err := {json}.NewDecoder(request.Body).Decode(&message); err != nil {{\n"
        f"\t\t{http}.Error(answer, err.Error(), {http}.StatusBadRequest)\n\t\treturn\n\t}}\n"
        f"\th.answer(answer, {http}.StatusCreated, h.commands.Add(message))\n}}\n",
        f"func (h *{kind}) show{asked} {{\n\tnumber, err := {number}.Atoi({text}.Base(request.URL.Path))\n"
        f"\tif err != nil {{\n\t\t{http}.Error(answer, err.Error(), {http}.StatusBadRequest)\n"
        f"\t\treturn\n\t}}\n"
        f"\th.answer(answer, {http}.StatusOK, number)\n}}\n",
        f"func (h *{kind}) answer(answer {http}.ResponseWriter, status int, number int) {{\n"
        f"\t{one}, err := h.queries.Show({one_of}{{Number: number}})\n\tif err != nil {{\n"
        f"\t\t{http}.Error(answer, err.Error(), {http}.StatusNotFound)\n\t\treturn\n\t}}\n"
        f"\tanswer.WriteHeader(status)\n\t_ = {json}.NewEncoder(answer).Encode({one})\n}}\n",
    )


def write_test(plan: DomainPlan) -> str:
    unit = Unit(plan, plan.homes["test"])
    name, rows = plan.concept.type_name, _rows_type(plan, unit)
    testing = unit.outside("testing", "testing")
    commands, queries = unit.name("command", f"New{name}Commands"), unit.name("query", f"New{name}Queries")
    store = unit.name("repository", f"New{name}Repository")
    added, all_of = unit.name("message", f"Add{name}"), unit.name("message", f"List{plan.concept.all_names}")
    one_of = unit.name("message", f"Show{name}")
    return unit.write(
        f"func Test{plan.concept.type_names}AreKept(t *{testing}.T) {{\n\trows := &{rows}{{}}\n"
        f"\tcommands, queries := {commands}({store}(rows)), {queries}(rows)\n"
        f"\tif number := commands.Add({added}{{}}); number != 1 {{\n\t\tt.Error(number)\n\t}}\n"
        f"\tif _, err := queries.Show({one_of}{{Number: 1}}); err != nil {{\n\t\tt.Error(err)\n\t}}\n"
        f"\tif _, err := queries.Show({one_of}{{Number: 2}}); err == nil {{\n"
        f'\t\tt.Error("found what is not there")\n\t}}\n'
        f"\tif all := queries.List({all_of}{{}}); len(all) != 1 {{\n\t\tt.Error(all)\n\t}}\n}}\n"
    )
