"""Home: the place that the layout gives a unit or a definition."""

from yandrel.languages.registry import first_written_alike
from yandrel.layout.patterns import Pattern, compile_pattern
from yandrel.model.words import snake
from yandrel.survey.concepts import concept_words
from yandrel.survey.picture import Picture


def find_home(picture: Picture, unit: str, role: str, definition: str = "") -> str:
    """Return the path that the role's first home for the language gives; nothing where a value lacks."""
    known = picture.layout.roles.get(role)
    chosen = first_written_alike([home.text for home in known.homes], unit) if known is not None else None
    if known is None or chosen is None:
        return ""
    return fill_home(picture, known.homes[chosen], unit, role, definition)


def find_home_in(picture: Picture, unit: str, role: str, domain: str) -> str:
    """Return the path that the role's first home with a domain gives a unit there; nothing where none has."""
    known = picture.layout.roles.get(role)
    values = {**values_of(picture, unit, role), "domain": domain}
    for home in known.homes if known is not None else ():
        if "domain" in home.placeholders() and home.is_fillable():
            try:
                return home.fill(values)
            except KeyError:
                continue
    return ""


def fill_home(picture: Picture, home: Pattern, unit: str, role: str, definition: str = "") -> str:
    """Return the path that one home gives a unit; nothing where a value lacks."""
    try:
        return home.fill(values_of(picture, unit, role, definition))
    except KeyError:
        return ""


def values_of(picture: Picture, unit: str, role: str, definition: str = "") -> dict[str, str]:
    """Return what the placeholders of a home stand for."""
    stem = unit.rpartition("/")[2].rpartition(".")[0]
    reading = picture.readings.get(unit)
    values = dict(reading.values) if reading is not None else {}
    named = definition or _leading_type(picture, unit, role) or stem
    name = _without_role_words(named, role, picture) or "_".join(concept_words(stem)) or snake(stem)
    values["name"] = name
    values["unit"] = stem
    domain = picture.domain(unit)
    if domain:
        values["domain"] = domain
    return values


def _leading_type(picture: Picture, unit: str, role: str) -> str:
    reading = picture.readings.get(unit)
    names = [name for name, found in reading.definition_roles if found == role] if reading else []
    return names[0] if len(names) == 1 else ""


def _without_role_words(name: str, role: str, picture: Picture) -> str:
    shape = picture.layout.shapes.get(role)
    if shape is not None and shape.type:
        values = compile_pattern(shape.type).match(name)
        if values and "name" in values:
            return values["name"]
    return "_".join(concept_words(name))
