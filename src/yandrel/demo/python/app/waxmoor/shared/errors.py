"""What can go wrong, in the words of the co-operative."""


class WaxmoorError(Exception):
    """Something that the caller can put right."""

    status = 400


class NotFoundError(WaxmoorError):
    """No such hive, inspection, harvest or keeper."""

    status = 404


class InvalidError(WaxmoorError):
    """What was handed in makes no sense."""

    status = 422
