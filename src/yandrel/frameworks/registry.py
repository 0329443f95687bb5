"""The framework families that Yandrel knows."""

from functools import cache

from yandrel.frameworks.protocol import Family


@cache
def load_families() -> tuple[Family, ...]:
    """Return all families, in the order in which they are asked."""
    from yandrel.frameworks import django, express, fastapi, fastify, flask, hapi, koa

    return (
        flask.FAMILY,
        fastapi.FAMILY,
        django.FAMILY,
        koa.FAMILY,
        fastify.FAMILY,
        hapi.FAMILY,
        express.FAMILY,
    )


def declaring_words() -> frozenset[str]:
    """Return what the families call the functions that declare or mount."""
    return frozenset().union(*(family.words for family in load_families()))
