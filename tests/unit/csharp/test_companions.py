"""What goes along with a unit of C#, and what project files say of it."""

import pytest

from yandrel.languages.csharp.project import rewrite_manifests
from yandrel.languages.registry import load_language
from yandrel.model.changes import Relocation, apply_edits
from yandrel.model.project import Project

ITEM = '<{kind} Include="Forms\\{file}">\n  <DependentUpon>{owner}</DependentUpon>\n</{kind}>\n'


@pytest.mark.parametrize(
    ("unit", "beside"),
    [
        ("Forms/Hive.cs", "Forms/Hive.Designer.cs"),
        ("Forms/Hive.cs", "Forms/Hive.resx"),
        ("Pages/Hive.xaml.cs", "Pages/Hive.xaml"),
        ("Pages/Hive.aspx.cs", "Pages/Hive.aspx.designer.cs"),
        ("Pages/Hive.cshtml.cs", "Pages/Hive.cshtml"),
    ],
)
def test_what_goes_along(unit: str, beside: str) -> None:
    assert beside in load_language("csharp").companions(unit)


@pytest.mark.parametrize("unit", ["Forms/Hive.Designer.cs", "Forms/Hive.resx"])
def test_what_takes_nothing_along(unit: str) -> None:
    assert load_language("csharp").companions(unit) == ()


def said_after(text: str, units: dict[str, str]) -> str:
    source = text.encode()
    edits = rewrite_manifests(Project(), Relocation(units, {}), {"src/A.csproj": source})
    return apply_edits(source, edits.get("src/A.csproj", [])).decode()


def test_owners_are_called_as_their_files_are() -> None:
    units = {"src/Forms/Hive.cs": "src/Forms/Bee.cs", "src/Forms/Hive.resx": "src/Forms/Bee.resx"}
    text = ITEM.format(kind="EmbeddedResource", file="Hive.resx", owner="Hive.cs")
    assert said_after(text, units) == text.replace("Hive", "Bee")


def test_other_owners_keep_their_names() -> None:
    units = {"src/Forms/Hive.cs": "src/Places/Hive.cs", "src/Other/Bee.cs": "src/Other/Wasp.cs"}
    both = ITEM.format(kind="Compile", file="Keeper.Designer.cs", owner="Keeper.cs")
    both += '<Compile Include="Forms\\Keeper.cs" />\n'
    both += ITEM.format(kind="Compile", file="Bee.Designer.cs", owner="Bee.cs")
    assert said_after(both, units) == both
