"""Lists of files in C#'s project files."""

from yandrel.languages.csharp.project import find_project, rewrite_manifests
from yandrel.model.changes import Relocation, apply_edits
from yandrel.model.graph import Symbol
from yandrel.model.project import Units

CORE = b"""<Project>
  <ItemGroup>
    <Compile Include="Hive.cs" />
    <Compile Include="Models\\Grade.cs">
      <SubType>Code</SubType>
    </Compile>
    <Compile Include="Season.cs" />
  </ItemGroup>
</Project>
"""
WEB = b"""<Project>
  <ItemGroup>
    <Compile Include="Page.cs" />
  </ItemGroup>
</Project>
"""
SDK = b'<Project Sdk="Microsoft.NET.Sdk">\n</Project>\n'
MANIFESTS = {"Core/Core.csproj": CORE, "Web/Web.csproj": WEB, "New/New.csproj": SDK}
PROJECT = find_project(Units({}), MANIFESTS, ())


def after(relocation: Relocation) -> dict[str, str]:
    edits = rewrite_manifests(PROJECT, relocation, MANIFESTS)
    return {path: apply_edits(MANIFESTS[path], found).decode() for path, found in edits.items()}


def test_a_file_changes_its_place_in_a_list() -> None:
    changed = after(Relocation({"Core/Hive.cs": "Core/Models/Hive.cs"}, {}))
    assert changed == {
        "Core/Core.csproj": CORE.decode().replace('"Hive.cs"', '"Models\\Hive.cs"'),
    }


def test_a_file_goes_to_another_list_with_what_is_said_of_it() -> None:
    changed = after(Relocation({"Core/Models/Grade.cs": "Web/Grade.cs"}, {}))
    assert "Grade" not in changed["Core/Core.csproj"]
    assert changed["Web/Web.csproj"].count("<SubType>Code</SubType>") == 1
    assert '<Compile Include="Page.cs" />\n    <Compile Include="Grade.cs">' in changed["Web/Web.csproj"]


def test_what_takes_all_files_lists_none() -> None:
    changed = after(Relocation({"Core/Hive.cs": "New/Hive.cs"}, {}))
    assert list(changed) == ["Core/Core.csproj"]
    assert "Hive" not in changed["Core/Core.csproj"]
    changed = after(Relocation({"New/Queen.cs": "Web/Queen.cs"}, {}))
    assert '<Compile Include="Queen.cs" />' in changed["Web/Web.csproj"]


def test_a_definition_of_its_own_is_listed_after_where_it_was() -> None:
    moved = {Symbol("Core/Hive.cs", "Frame"): Symbol("Core/Models/Frame.cs", "Frame")}
    changed = after(Relocation({}, moved))
    assert 'Hive.cs" />\n    <Compile Include="Models\\Frame.cs" />' in changed["Core/Core.csproj"]


def test_what_nothing_is_left_of_is_listed_no_more() -> None:
    moved = {Symbol("Core/Season.cs", "Season"): Symbol("Core/Hive.cs", "Season")}
    changed = after(Relocation({}, moved, gone=frozenset({"Core/Season.cs"})))
    assert "Season" not in changed["Core/Core.csproj"]


def test_a_reference_comes_after_the_last_one() -> None:
    web = WEB.replace(
        b"</Project>",
        b'  <ItemGroup>\n    <ProjectReference Include="..\\New\\New.csproj">\n      <Name>New</Name>\n'
        b"    </ProjectReference>\n  </ItemGroup>\n</Project>",
    )
    manifests = {**MANIFESTS, "Web/Web.csproj": web}
    relocation = Relocation({}, {}, references={"Web/Web.csproj": frozenset({"Core/Core.csproj"})})
    edits = rewrite_manifests(find_project(Units({}), manifests, ()), relocation, manifests)
    text = apply_edits(web, edits["Web/Web.csproj"]).decode()
    assert '</ProjectReference>\n    <ProjectReference Include="..\\Core\\Core.csproj" />\n' in text
