"""idle-exception."""

from collections.abc import Iterable

from yandrel.layout.inforce import line_numbers
from yandrel.model.results import Finding
from yandrel.rules.protocol import Context


class IdleException:
    """An exception, a rule that is off, or an accepted finding is needed no more.

    What was once agreed on hides the next fault of the same kind.

    Bad, when nothing in `waxmoor/reports/` imports a repository any more:

        [[except]]
        rule = "wrong-way"
        from = "waxmoor/reports/**"
        why  = "the nightly export reads tables straight"

    Good: the exception is gone.
    """

    name = "idle-exception"
    needs_layout = True
    whole = True
    last = True

    def check(self, context: Context) -> Iterable[Finding]:
        layout = context.layout
        for number, exception in enumerate(layout.exceptions):
            if number in context.used_exceptions:
                continue
            spelled = f"{exception.rule}: {exception.source} -> {exception.target}"
            off = exception.rule in layout.off
            yield context.finding(
                self.name,
                layout.file_name,
                exception.line,
                f"{exception.rule} is off, so its exception does nothing"
                if off
                else f"no finding of {exception.rule} needs this exception",
                mend="take the exception out",
                detail=spelled,
                group="an exception that nothing needs",
            )
        lines = line_numbers(layout.raw.decode("utf-8", "replace")) if layout.off else {}
        for rule in layout.off:
            if rule != self.name and rule not in context.needed_off and not rule.startswith("shape."):
                yield context.finding(
                    self.name,
                    layout.file_name,
                    lines.get(("off", rule), 0),
                    f"{rule} is off, and would find nothing",
                    mend="take the line out: the rule can guard this",
                    detail=f"off: {rule}",
                    group="a rule that is off and would find nothing",
                )
