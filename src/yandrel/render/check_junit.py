"""Render a check as JUnit XML: a failing case for each finding, a passing one for each clean rule."""

from collections.abc import Iterable
from xml.etree import ElementTree

from yandrel.model.results import CheckReport, Finding
from yandrel.render.check_text import fix_text
from yandrel.render.escape import escape_controls


def render_junit(reports: Iterable[tuple[str, CheckReport]]) -> str:
    """Return one suite for each report; each comes with its application's folder below the top."""
    suites = ElementTree.Element("testsuites")
    for folder, report in reports:
        suites.append(_suite(folder, report))
    ElementTree.indent(suites)
    text = ElementTree.tostring(suites, encoding="unicode")
    return f'<?xml version="1.0" encoding="UTF-8"?>\n{text}\n'


def _suite(folder: str, report: CheckReport) -> ElementTree.Element:
    failing = {finding.rule for finding in report.findings}
    clean = [rule for rule in report.rules if rule not in failing]
    name = f"yandrel check {folder}" if folder else "yandrel check"
    suite = ElementTree.Element(
        "testsuite",
        name=_plain(name), tests=str(len(report.findings) + len(clean)),
        failures=str(len(report.findings)), errors="0", skipped="0",
    )  # fmt: skip
    prefix = f"{folder}/" if folder else ""
    for finding in report.findings:
        suite.append(_failing(finding, prefix))
    for rule in clean:
        ElementTree.SubElement(suite, "testcase", name=rule, classname=f"yandrel.{rule}")
    return suite


def _failing(finding: Finding, prefix: str) -> ElementTree.Element:
    """Return the case of one finding; its failure has the line of code and the fix."""
    place = f"{prefix}{finding.unit}:{finding.line}" if finding.line else prefix + finding.unit
    case = ElementTree.Element("testcase", name=_plain(place), classname=f"yandrel.{finding.rule}")
    failure = ElementTree.SubElement(case, "failure", message=_plain(finding.message), type=finding.rule)
    lines = [f"{place}: {finding.message}"]
    if finding.code:
        lines.append(f"    {finding.code}")
    if fix := fix_text(finding):
        lines.append(f"fix: {fix}")
    if finding.law:
        lines.append(f"rule: {finding.law}")
    failure.text = "\n".join(_plain(line) for line in lines)
    return case


def _plain(text: str) -> str:
    """Return a text without what XML cannot hold."""
    return escape_controls(text).encode("utf-8", "backslashreplace").decode("utf-8")
