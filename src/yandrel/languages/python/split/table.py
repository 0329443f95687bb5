"""The table of routes after a split, read from the new texts: an answer to compare with the old one."""

from collections.abc import Mapping

from yandrel.languages.python import grammar as g
from yandrel.languages.python.scaffold.mounting import find_mounts
from yandrel.languages.python.split.routing import AppObject, find_handlers
from yandrel.model.split import RouteMark


def table_after(
    texts: Mapping[str, bytes], entry: bytes, routers: Mapping[str, str]
) -> list[tuple[str, RouteMark]]:
    """Return each handler with each of its routes, in the order in which they are mounted.

    `texts` are the units that hold handlers, `routers` the routers' names by group.
    """
    found: dict[str, list[tuple[str, RouteMark]]] = {}
    for source in texts.values():
        root = g.parse(source).root_node
        for name in routers.values():
            app = AppObject(name, "", root, None)
            handlers, _ = find_handlers(root, source, [app])
            for handler in handlers:
                found.setdefault(name, []).extend((handler.name, m.route) for m in handler.marks)
    out = []
    for mount in find_mounts(entry):
        for handler_name, route in found.get(mount.group, ()):
            path = mount.prefix + route.path
            out.append((handler_name, RouteMark(route.methods, path, route.line)))
    return out
