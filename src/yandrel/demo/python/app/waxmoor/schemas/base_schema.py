"""From records to what goes over the wire."""


class BaseSchema:
    """Turns a record into plain values."""

    fields = ()

    def dump(self, record):
        row = record.as_row()
        return {name: self.plain(row[name]) for name in ("number", *self.fields)}

    def plain(self, value):
        return value.isoformat() if hasattr(value, "isoformat") else value

    def dump_many(self, records):
        return [self.dump(record) for record in records]
