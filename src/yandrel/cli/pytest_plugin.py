"""Check the layout in a run of pytest: each rule is a test that fails with its findings.

Turned on with `yandrel = true` in pytest's configuration, or with `--yandrel`.
"""

from collections.abc import Iterator
from typing import TYPE_CHECKING, Any

import pytest

if TYPE_CHECKING:
    from yandrel.model.results import CheckAllReport, Finding

TURN_ON = "check the layout, each rule as a test"


def pytest_addoption(parser: pytest.Parser) -> None:
    """Add the option and the setting."""
    group = parser.getgroup("yandrel")
    group.addoption("--yandrel", action="store_true", help=TURN_ON)
    parser.addini("yandrel", TURN_ON, type="bool", default=False)


def pytest_configure(config: pytest.Config) -> None:
    """Take part where that is asked for; nothing else of Yandrel is loaded in other runs."""
    if _is_wanted(config):
        config.pluginmanager.register(LayoutTests(config), "yandrel-layout")


def _is_wanted(config: pytest.Config) -> bool:
    """Whether the layout is to be checked: not where only some files or tests were named."""
    if config.getoption("--yandrel"):
        return True
    named = config.args if config.args_source == pytest.Config.ArgsSource.ARGS else []
    return bool(config.getini("yandrel")) and not any("::" in arg or arg.endswith(".py") for arg in named)


class LayoutTests:
    """Adds the tests, and checks once for all of them, when the first one runs."""

    def __init__(self, config: pytest.Config) -> None:
        self._config = config
        self._report: CheckAllReport | None = None

    @pytest.hookimpl(tryfirst=True)
    def pytest_collection_modifyitems(self, session: pytest.Session, items: list[pytest.Item]) -> None:
        """Add a test for each rule, before others choose among all tests."""
        folder = Layout.from_parent(session, name="yandrel", nodeid="yandrel", tests=self)
        items += folder.collect()

    def report(self) -> "CheckAllReport":
        """Return the check, made when it is first asked for."""
        if self._report is None:
            self._report = self._check()
        return self._report

    def findings_of(self, rule: str) -> list[tuple[str, "Finding"]]:
        """Return the findings of a rule, each with its application's folder below the top."""
        applications = self.report().applications
        return [(a.folder, found) for a in applications for found in a.report.findings if found.rule == rule]

    def why_off(self, rule: str) -> str:
        """Return why a rule is off in all applications; nothing where it judges one."""
        said = [dict(text.split(": ", 1) for text in a.report.off) for a in self.report().applications]
        reasons = [reasons.get(rule, "") for reasons in said]
        return reasons[0] if reasons and all(reasons) else ""

    def _check(self) -> "CheckAllReport":
        from yandrel.app.applications import check_all
        from yandrel.app.check import CheckRequest
        from yandrel.app.workspace import Workspace

        workspace = Workspace.open(start=self._config.rootpath)
        return check_all(workspace, CheckRequest(planning=0.0))


class Layout(pytest.Collector):
    """The collector of the rules' tests."""

    def __init__(self, *, tests: LayoutTests, **others: Any) -> None:
        super().__init__(**others)
        self._tests = tests

    def collect(self) -> list[pytest.Item]:
        """Return a test for each rule."""
        from yandrel.app.check import rule_texts

        return [RuleTest.from_parent(self, name=rule, tests=self._tests) for rule in rule_texts()]


class RuleTest(pytest.Item):
    """One rule."""

    def __init__(self, *, tests: LayoutTests, **others: Any) -> None:
        super().__init__(**others)
        self._tests = tests
        self.add_marker(pytest.mark.xdist_group("yandrel"))

    def runtest(self) -> None:
        """Fail where the rule has findings."""
        if why := self._tests.why_off(self.name):
            pytest.skip(f"off: {why}")
        found = self._tests.findings_of(self.name)
        if found:
            raise LayoutError(found)

    def repr_failure(self, excinfo: pytest.ExceptionInfo[BaseException], style: Any = None) -> Any:
        """Return the findings, or in one line what is wrong with the configuration."""
        from yandrel.errors import YandrelError

        if isinstance(excinfo.value, LayoutError):
            return "\n".join(_lines_of(excinfo.value.found))
        if isinstance(excinfo.value, YandrelError):
            return f"yandrel: {excinfo.value.one_line()}"
        return super().repr_failure(excinfo, style)

    def reportinfo(self) -> tuple[str, None, str]:
        """Return what stands in the report's heading."""
        return "yandrel.toml", None, f"yandrel {self.name}"


class LayoutError(Exception):
    """A rule has findings."""

    def __init__(self, found: list[tuple[str, "Finding"]]) -> None:
        super().__init__(f"{len(found)} findings")
        self.found = found


def _lines_of(found: list[tuple[str, "Finding"]]) -> Iterator[str]:
    """Yield the lines of findings: place, message, code, and what to do."""
    from yandrel.render.escape import escape_report

    for folder, given in found:
        finding = escape_report(given, True)
        unit = f"{folder}/{finding.unit}" if folder else finding.unit
        place = f"{unit}:{finding.line}" if finding.line else unit
        yield f"{place}: {finding.message}"
        if finding.code:
            yield f"    {finding.code}"
        if finding.mend:
            yield f"  fix: {finding.mend}"
    law = found[0][1].law
    if law:
        yield f"rule: {law}"
