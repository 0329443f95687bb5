"""crowded-folder."""

from collections import Counter
from collections.abc import Iterable

from yandrel.model.results import Finding
from yandrel.rules.protocol import Context


class CrowdedFolder:
    """A folder holds more units than `[limits] units_per_folder`.

    Bad: 43 services in one folder, with a limit of 30.

    Good: they stand in folders of their domains.
    """

    name = "crowded-folder"
    needs_layout = True
    whole = True
    last = False

    def check(self, context: Context) -> Iterable[Finding]:
        limit = context.layout.limits.get("units_per_folder")
        if limit is None:
            return
        folders: Counter[str] = Counter()
        for unit in context.picture.counted():
            folders[unit.rpartition("/")[0] + "/"] += 1
        for folder, count in sorted(folders.items()):
            if count > limit:
                yield context.finding(
                    self.name,
                    folder,
                    0,
                    f"holds {count} files, the limit is {limit}",
                    law=f"[limits] units_per_folder = {limit}",
                    mend=f"move files that belong together into folders below {folder}",
                )
