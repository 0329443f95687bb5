"""Recognize a finding after its file has moved: by its rule, its target and its code, without paths."""

import hashlib

from yandrel.model.results import Finding


def identity_of(finding: Finding) -> str:
    """Return a digest that stays the same when lines shift and when files move or are renamed.

    Different findings may have the same one, where they say the same.
    """
    name = finding.target.rpartition(":")[2] if ":" in finding.target else _stem(finding.target)
    said = [finding.rule, name, " ".join(finding.code.split()) or _stem(finding.unit)]
    return hashlib.sha256("\0".join(said).encode("utf-8", "replace")).hexdigest()[:32]


def _stem(path: str) -> str:
    return path.rstrip("/").rpartition("/")[2].partition(".")[0]
