"""Render findings as SARIF 2.1.0, which reviews of changes show on the lines that they are about."""

import json
from collections import Counter
from collections.abc import Iterable, Iterator, Mapping
from typing import Any
from urllib.parse import quote

from yandrel.model.identity import identity_of
from yandrel.model.results import CheckReport, Finding, Suppressed
from yandrel.render.check_text import fix_text

SCHEMA = "https://docs.oasis-open.org/sarif/sarif/v2.1.0/os/schemas/sarif-schema-2.1.0.json"
FINGERPRINT = "finding/v1"
BASE = "ROOT"


def render_sarif(reports: Iterable[tuple[str, CheckReport]], rules: Mapping[str, str], version: str) -> str:
    """Return one run for each report.

    Each report comes with its application's folder below the top, `rules` are the texts of the rules by
    name, `version` is Yandrel's own. Source: SARIF 2.1.0, OASIS standard.
    """
    runs = [_run(folder, report, rules, version) for folder, report in reports]
    return (
        json.dumps({"$schema": SCHEMA, "version": "2.1.0", "runs": runs}, indent=2, ensure_ascii=True) + "\n"
    )


def _run(folder: str, report: CheckReport, rules: Mapping[str, str], version: str) -> dict[str, Any]:
    names = list(dict.fromkeys([*report.rules, *(finding.rule for finding, _ in _all(report))]))
    prints = Fingerprints()
    prefix = f"{folder}/" if folder else ""
    run: dict[str, Any] = {
        "tool": {
            "driver": {
                "name": "Yandrel",
                "semanticVersion": version,
                "rules": [_rule(name, rules.get(name, "")) for name in names],
            }
        },
        "originalUriBaseIds": {BASE: {"description": {"text": "the folder that Yandrel was run in"}}},
        "columnKind": "unicodeCodePoints",
        "results": [
            _result(
                finding, suppressed, names.index(finding.rule), prefix, prints.of(finding), report.against
            )
            for finding, suppressed in _all(report)
        ],
    }
    if folder:
        run["automationDetails"] = {"id": f"{folder}/"}
    return run


def _all(report: CheckReport) -> Iterator[tuple[Finding, Suppressed | None]]:
    for finding in report.findings:
        yield finding, None
    for suppressed in report.suppressed:
        yield suppressed.finding, suppressed


def _rule(name: str, text: str) -> dict[str, Any]:
    """Return a rule: its first sentence, its whole text, and what to read about it."""
    first = text.partition("\n")[0]
    out: dict[str, Any] = {"id": name, "defaultConfiguration": {"level": "error"}}
    if first:
        out["shortDescription"] = {"text": first}
        out["help"] = {"text": text, "markdown": text}
    return out


def _result(
    finding: Finding, suppressed: Suppressed | None, rule: int, prefix: str, fingerprint: str, against: str
) -> dict[str, Any]:
    location: dict[str, Any] = {"artifactLocation": {"uri": quote(prefix + finding.unit), "uriBaseId": BASE}}
    if not finding.unit.endswith("/"):
        location["region"] = {"startLine": finding.line or 1}
        if finding.code and finding.line:
            location["region"]["snippet"] = {"text": finding.code}
    out: dict[str, Any] = {
        "ruleId": finding.rule,
        "ruleIndex": rule,
        "level": "error",
        "message": {"text": _message(finding)},
        "locations": [{"physicalLocation": location}],
        "partialFingerprints": {FINGERPRINT: fingerprint},
        "suppressions": [],
    }
    if suppressed is not None:
        out["suppressions"] = [_suppression(suppressed)]
    if against:
        out["baselineState"] = "new" if suppressed is None else "unchanged"
    return out


def _suppression(suppressed: Suppressed) -> dict[str, str]:
    """Return why a finding does not count: both lists are files beside the code."""
    why = suppressed.why or "was there when the rules were adopted"
    return {"kind": "external", "status": "accepted", "justification": why}


def _message(finding: Finding) -> str:
    """Return what is wrong, and the command or the decision that ends it."""
    parts = [f"{finding.message}."]
    if fix := fix_text(finding):
        parts.append(f"Fix: {fix}.")
    if finding.law:
        parts.append(f"Rule: {finding.law}.")
    return " ".join(parts)


class Fingerprints:
    """Digests of findings that do not depend on paths; findings that say the same are counted."""

    def __init__(self) -> None:
        self._seen: Counter[str] = Counter()

    def of(self, finding: Finding) -> str:
        """Return the digest of the next finding."""
        digest = identity_of(finding)
        self._seen[digest] += 1
        return f"{digest}:{self._seen[digest]}"
