"""Reading and writing one table."""

from waxmoor.database import current_store
from waxmoor.shared.errors import NotFoundError


class BaseRepository:
    """A table of records of one model."""

    table = ""
    model = None

    def add(self, **values):
        store = current_store()
        record = self.model(number=store.next_number(self.table), **values)
        store.table(self.table)[record.number] = record
        return record

    def get(self, number):
        try:
            return current_store().table(self.table)[number]
        except KeyError:
            raise NotFoundError(f"no {self.table[:-1]} {number}") from None

    def all(self):
        return list(current_store().table(self.table).values())

    def remove(self, number):
        self.get(number)
        del current_store().table(self.table)[number]

    def count(self):
        return len(current_store().table(self.table))
