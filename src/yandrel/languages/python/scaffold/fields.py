"""Fields as Python writes them: annotations, columns, and the ways in and out of JSON and tables."""

from dataclasses import dataclass

from yandrel.model.scaffold import Field

ANNOTATIONS = {
    "text": "str",
    "integer": "int",
    "float": "float",
    "decimal": "Decimal",
    "boolean": "bool",
    "date": "date",
    "datetime": "datetime",
}
COLUMNS = {
    "text": "TEXT",
    "integer": "INTEGER",
    "float": "REAL",
    "decimal": "TEXT",
    "boolean": "INTEGER",
    "date": "TEXT",
    "datetime": "TEXT",
}
READING = {
    "text": "str({})",
    "integer": "int({})",
    "float": "float({})",
    "decimal": "Decimal(str({}))",
    "boolean": "bool({})",
    "date": "date.fromisoformat({})",
    "datetime": "datetime.fromisoformat({})",
}
WRITING = {"decimal": "str({})", "date": "{}.isoformat()", "datetime": "{}.isoformat()"}
KEEPING = {**WRITING, "boolean": "int({})"}
DJANGO = {
    "text": "CharField(max_length=200{})",
    "integer": "IntegerField({})",
    "float": "FloatField({})",
    "decimal": "DecimalField(decimal_places=2, max_digits=12{})",
    "boolean": "BooleanField({})",
    "date": "DateField({})",
    "datetime": "DateTimeField({})",
}
SAMPLES = {
    "text": ('"first"', '"second"'),
    "integer": ("3", "4"),
    "float": ("1.5", "2.5"),
    "decimal": ('"12.50"', '"8.00"'),
    "boolean": ("True", "False"),
    "date": ('"2026-05-01"', '"2026-06-15"'),
    "datetime": ('"2026-05-01T08:30:00"', '"2026-06-15T09:00:00"'),
}


@dataclass(frozen=True)
class PythonField:
    """A field, and how it is spelled in each place."""

    field: Field

    @property
    def name(self) -> str:
        return self.field.name

    @property
    def optional(self) -> bool:
        return self.field.optional

    @property
    def annotation(self) -> str:
        return ANNOTATIONS[self.field.type] + (" | None" if self.optional else "")

    @property
    def sql(self) -> str:
        return COLUMNS[self.field.type]

    def _unless_none(self, text: str, value: str) -> str:
        return f"{text} if {value} is not None else None" if self.optional and text != value else text

    def from_json(self) -> str:
        if not self.optional:
            return READING[self.field.type].format(f'data["{self.name}"]')
        value = f'data.get("{self.name}")'
        inner = READING[self.field.type].format(f'data["{self.name}"]')
        return f"{inner} if {value} is not None else None"

    def to_json(self, owner: str) -> str:
        value = f"{owner}.{self.name}"
        return self._unless_none(WRITING.get(self.field.type, "{}").format(value), value)

    def from_row(self) -> str:
        value = f'row["{self.name}"]'
        plain = self.field.type in ("text", "integer", "float")
        text = value if plain else READING[self.field.type].replace("str({})", "{}").format(value)
        return self._unless_none(text, value)

    def to_column(self, owner: str) -> str:
        value = f"{owner}.{self.name}"
        return self._unless_none(KEEPING.get(self.field.type, "{}").format(value), value)

    def django(self) -> str:
        empty = "blank=True, null=True" if self.optional else ""
        pattern = DJANGO[self.field.type]
        lead = ", " if empty and not pattern.endswith("({})") else ""
        return "models." + pattern.format(lead + empty)

    def sample(self, position: int, zone: str = "") -> str:
        """Return a JSON value for tests; `position` is 0 or 1, `zone` what a time ends in."""
        text = SAMPLES[self.field.type][position]
        return text[:-1] + zone + '"' if self.field.type == "datetime" else text


def date_names(fields: list[PythonField]) -> str:
    """Return the import of what the annotations need from datetime, or nothing."""
    names = sorted({ANNOTATIONS[f.field.type] for f in fields} & {"date", "datetime"})
    return f"from datetime import {', '.join(names)}" if names else ""


def decimal_import(fields: list[PythonField]) -> str:
    return "from decimal import Decimal" if any(f.field.type == "decimal" for f in fields) else ""
