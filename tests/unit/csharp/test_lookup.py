"""How C# finds names, and what is read from one file and from project files."""

import pytest

from yandrel.languages.csharp.content import read_content
from yandrel.languages.csharp.facts import read_facts
from yandrel.languages.csharp.lookup import AMBIGUOUS, Names, Surroundings, find_rooted, find_type
from yandrel.languages.csharp.project import find_project, project_of, references_of, rewrite_manifests
from yandrel.model.changes import Relocation, apply_edits
from yandrel.model.project import Units

TYPES = {"A.Hive", "A.B.Keeper", "C.Frame", "D.Frame", "Clock", "A.B.C.Deep"}
SPACES = {"A", "A.B", "A.B.C", "C", "D"}
WORDS = {word for name in (*TYPES, *SPACES) for word in name.split(".")}
NAMES = Names(TYPES.__contains__, SPACES.__contains__, WORDS.__contains__)


@pytest.mark.parametrize(
    ("name", "meant"),
    [
        ("Keeper", ("A.B.Keeper", 1)),
        ("Hive", ("A.Hive", 1)),
        ("Clock", ("Clock", 1)),
        ("B.Keeper", ("A.B.Keeper", 2)),
        ("A.Hive.Part", ("A.Hive", 2)),
        ("C.Deep", ("A.B.C.Deep", 2)),
        ("C.Frame", None),
        ("Unknown", None),
        ("Alias.Part", ("C.Frame", 1)),
        ("Space.Frame", ("D.Frame", 2)),
    ],
)
def test_names_are_looked_up_outwards(name: str, meant: tuple[str, int] | None) -> None:
    around = Surroundings("A.B", {"Alias": "C.Frame", "Space": "D"})
    assert find_type(around, name.split("."), NAMES) == meant


def test_what_is_opened_comes_last_or_is_not_clear() -> None:
    assert find_type(Surroundings("A.B", {}, ["C"]), ["Frame"], NAMES) == ("C.Frame", 1)
    assert find_type(Surroundings("A.B", {}, ["C", "D"]), ["Frame"], NAMES) == (AMBIGUOUS, 1)
    assert find_type(Surroundings("A.B", {}, ["C"], ["D"]), ["Frame"], NAMES) == ("D.Frame", 1)


def test_whole_names() -> None:
    assert find_rooted(["A", "B", "Keeper", "Name"], NAMES) == ("A.B.Keeper", 3)
    assert find_rooted(["X", "Y"], NAMES) is None


SOURCE = b"""using System;
using static A.Weights;
using Home = A.Hive;
#if NET
using A.B;
#endif

namespace A.Services
{
    /// <see cref="Hive"/>
    [Route]
    public partial class HiveService<T> : Base<Hive>, I where T : Frame
    {
        Season Season { get; set; }
        string name = "A.Hive";
        object All(Hive hive) { return Season.Find(Models.Keeper.Count, hive.Heavy(), nameof(Home)); }
    }

    static class More
    {
        internal static int Heavy(this Hive hive) { return 1; }
    }
}
"""


def test_facts() -> None:
    facts = read_facts(SOURCE, "x.cs")
    service, more = facts.definitions
    assert (service.name, service.namespace, service.bases) == ("HiveService", "A.Services", ("Base", "I"))
    assert service.marks == ("Route", "partial")
    assert ("Heavy" in more.inner, "internal" in more.marks) == (True, True)
    assert [(i.module, i.names[0].name, i.space) for i in facts.imports] == [
        ("System", "*", "type"), ("A", "Weights", "static"), ("A", "Hive", "alias"), ("A.B", "*", "type"),
    ]  # fmt: skip
    names = {mention.name for mention in facts.mentions}
    assert {"Hive", "Base", "I", "Frame", "Route", "Season", "Models.Keeper.Count", "Heavy", "Home"} <= names


def test_chains_with_what_may_name_types() -> None:
    content, reader = read_content(SOURCE, "x.cs")
    found = {(".".join(chain.names), chain.kind) for chain in reader.chains}
    assert {
        ("Route", "attribute"),
        ("Hive", "doc"),
        ("A.Hive", "string"),
        ("Models.Keeper.Count", "code"),
    } <= found
    assert not any(name == "T" for name, _ in found)
    assert [statement.conditional for statement in content.statements] == [False, False, False, True]


PROJECT = b"""<Project>
  <ItemGroup>
    <Compile Include="Models\\Hive.cs" />
    <ProjectReference Include="..\\Core\\Core.csproj" />
  </ItemGroup>
</Project>
"""


def test_projects_with_what_they_refer_to() -> None:
    files = {"src/Web/Web.csproj": PROJECT, "src/Core/Core.csproj": b"<Project />"}
    project = find_project(Units({}), files, ())
    assert {(root.path, root.namespace) for root in project.roots} == {
        ("src/Web/", "Web"),
        ("src/Core/", "Core"),
    }
    assert project_of("src/Web/Models/Hive.cs", project) == "src/Web/"
    assert references_of("src/Web/Web.csproj", PROJECT) == ["src/Core/Core.csproj"]


def test_projects_follow_what_they_list() -> None:
    relocation = Relocation(
        {"src/Web/Models/Hive.cs": "src/Web/Hives/Hive.cs"}, {}, {"src/Core/": "src/Base/"}
    )
    files = {"src/Web/Web.csproj": PROJECT}
    relocation = Relocation({**relocation.units, "src/Core/Core.csproj": "src/Base/Core.csproj"}, {}, {})
    edits = rewrite_manifests(find_project(Units({}), files, ()), relocation, files)
    text = apply_edits(PROJECT, edits["src/Web/Web.csproj"])
    assert b'Include="Hives\\Hive.cs"' in text
    assert b'Include="..\\Base\\Core.csproj"' in text


CUT = b"""namespace A
{
    class B
    {
#if NEW
        IList<Hive> All
#else
        IList All
#endif
        { get; set; }
    }
}
"""


def test_declarations_cut_by_conditions_are_read_in_each_branch() -> None:
    facts = read_facts(CUT, "x.cs")
    assert not facts.problems
    assert facts.namespaces == ("A",)
    assert facts.definitions[0].members == ("All",)
    content, reader = read_content(CUT, "x.cs")
    assert [held.name for held in content.held] == ["B"]
    assert [CUT[c.start : c.ends[-1]] for c in reader.chains] == [b"IList", b"Hive", b"IList"]


def test_a_branch_that_cannot_be_read_is_a_problem() -> None:
    facts = read_facts(CUT.replace(b"IList All", b"IList ((All"), "x.cs")
    assert facts.problems
    assert facts.definitions[0].members == ("All",)


NEVER_READ = b"""namespace Waxmoor
{
#if false
    this is not { code at all
#endif
    public class Hive
    {
#if !true // never
        union { int a
#else
        public int Frames;
#endif
    }
}
"""


@pytest.mark.parametrize("outline", [False, True])
def test_what_is_never_read_need_be_no_code(outline: bool) -> None:
    facts = read_facts(NEVER_READ, outline)
    assert not facts.problems
    assert [(d.name, d.members) for d in facts.definitions] == [("Hive", ("Frames",))]
