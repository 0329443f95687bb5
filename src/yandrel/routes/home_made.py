"""Route tables that an application has written for itself, without a framework."""

from __future__ import annotations

from collections.abc import Callable
from typing import TYPE_CHECKING

from yandrel.model.routes import Route

if TYPE_CHECKING:
    from yandrel.routes.evaluator import Evaluator


def find_tables(run: Evaluator, domain: Callable[[str], str]) -> list[Route]:
    """Return the routes of lists and maps that hold methods, paths and handlers."""
    return []
