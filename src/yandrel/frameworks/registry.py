"""The framework families that Yandrel knows."""

from functools import cache

from yandrel.frameworks.protocol import Family


@cache
def _classes() -> tuple[type[Family], ...]:
    from yandrel.frameworks import (
        aspnet,
        django,
        express,
        fastapi,
        fastify,
        flask,
        go_http,
        hapi,
        jaxrs,
        koa,
        ktor,
        nest,
        php,
        spring,
        symfony,
        vapor,
    )

    return (
        flask.FlaskFamily,
        fastapi.FastApiFamily,
        django.DjangoFamily,
        nest.NestFamily,
        koa.KoaFamily,
        fastify.FastifyFamily,
        hapi.HapiFamily,
        express.ExpressFamily,
        php.PhpFamily,
        symfony.SymfonyFamily,
        spring.SpringFamily,
        jaxrs.JaxRsFamily,
        ktor.KtorFamily,
        aspnet.AspNetFamily,
        go_http.GoFamily,
        vapor.VaporFamily,
    )


def make_families() -> tuple[Family, ...]:
    """Return one of each family, for one reading: some keep what they learn. They are asked in this order."""
    return tuple(family() for family in _classes())


def names_of_first_match() -> frozenset[str]:
    """Return the names of the families in which the first route that matches answers."""
    return frozenset(family.name for family in _classes() if family.first_match)


def declaring_words() -> frozenset[str]:
    """Return what the families call the functions that declare or mount."""
    return frozenset().union(*(family.words for family in _classes()))
