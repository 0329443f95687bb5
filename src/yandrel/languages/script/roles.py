"""Role hints for JavaScript and TypeScript servers."""

from yandrel.model.evidence import Hint

METHODS = frozenset(["get", "post", "put", "patch", "delete", "all", "head", "options"])
"""What routers call their methods for those of HTTP."""
WITH_PATH = " with a path"
"""Follows the name of what is called with a URL's path and something that answers it."""


def _hints(role: str, kind: str, weight: int, patterns: str) -> tuple[Hint, ...]:
    return tuple(Hint(role, kind, pattern, weight) for pattern in patterns.split())


def _files(role: str, weight: int, words: str) -> tuple[Hint, ...]:
    """Return hints for files called by a word in any of the customary ways."""
    out: list[Hint] = []
    for word in words.split():
        for suffix in ("js", "ts", "mjs", "cjs"):
            patterns = [f"{word}.{suffix}", f"*.{word}.{suffix}", f"*-{word}.{suffix}", f"*_{word}.{suffix}"]
            patterns.append(f"?*{word.capitalize()}.{suffix}")
            out += [Hint(role, "file", pattern, weight) for pattern in patterns]
    return tuple(out)


HINTS: tuple[Hint, ...] = (
    *_files("test", 9, "test spec tests"),
    *_hints("test", "folder", 8, "test tests __tests__ spec specs e2e"),
    *_hints("test", "call", 4, "describe test it"),
    *_files("migration", 7, "migration"),
    *_hints("migration", "folder", 8, "migrations"),
    *_files("entry", 6, "server app main"),
    *_hints("entry", "folder", 3, "bin"),
    *_hints("entry", "call", 4, "app.listen server.listen NestFactory.create"),
    *_hints("entry", "value", 4, "express() fastify() Fastify() http.createServer() createServer()"),
    *_hints("entry", "value", 4, "Hapi.server() hapi.server()"),
    *_hints("entry", "value", 3, "*Koa()"),
    *_files("config", 6, "config configuration settings env"),
    *_hints("config", "folder", 5, "config configs"),
    *_files("store", 6, "database db datasource connection"),
    *_hints("store", "folder", 4, "database db"),
    *_files("route", 6, "route routes router routers"),
    *_hints("route", "folder", 5, "routes routers route"),
    *_hints("route", "value", 5, "*Router() *.Router()"),
    *_hints("route", "call", 3, "router.get router.post router.put router.delete router.patch router.use"),
    *(Hint("route", "call", f"*.{method}{WITH_PATH}", 4) for method in sorted(METHODS)),
    *_files("controller", 6, "controller controllers handler handlers"),
    *_hints("controller", "file", 6, "*.resolver.ts *.resolver.js"),
    *_hints("controller", "folder", 5, "controllers handlers controller resolvers"),
    *_hints("controller", "type", 5, "?*Controller ?*Handler"),
    *_hints("controller", "type", 2, "?*Resolver"),
    *_hints("controller", "mark", 6, "Controller RestController JsonController Resolver"),
    *_files("service", 6, "service services usecase usecases"),
    *_hints("service", "folder", 5, "services service usecases use-cases"),
    *_hints("service", "type", 5, "?*Service ?*UseCase"),
    *_hints("service", "base", 4, "*Service"),
    *_files("repository", 6, "repository repositories repo dao"),
    *_hints("repository", "folder", 5, "repositories repository repos daos"),
    *_hints("repository", "type", 5, "?*Repository ?*Dao ?*Store"),
    *_hints("repository", "base", 5, "*Repository"),
    *_files("model", 6, "model models entity entities"),
    *_hints("model", "folder", 5, "models model entities entity domain"),
    *_hints("model", "type", 4, "?*Model ?*Entity"),
    *_hints("model", "mark", 6, "Entity Table Schema"),
    *_hints("model", "base", 5, "Model *Model *Entity"),
    *_hints("model", "value", 5, "mongoose.model() mongoose.Schema() *mongoose.Schema() sequelize.define()"),
    *_files("schema", 6, "schema schemas dto dtos input payload serializer"),
    *_hints("schema", "folder", 5, "schemas dto dtos schema serializers"),
    *_hints("schema", "type", 5, "?*Dto ?*DTO ?*Schema ?*Input"),
    *_hints("schema", "value", 4, "z.object() Joi.object() yup.object()"),
    *_files("middleware", 6, "middleware middlewares guard interceptor"),
    *_hints("middleware", "folder", 5, "middleware middlewares guards interceptors"),
    *_hints("middleware", "type", 5, "?*Middleware ?*Guard ?*Interceptor"),
    *_hints("middleware", "type", 6, "asyncHandler errorHandler ?*ErrorHandler notFoundHandler catchAsync"),
    *_files("command", 5, "command commands"),
    *_hints("command", "folder", 5, "commands cli"),
    *_hints("command", "type", 4, "?*Command"),
    *_files("query", 5, "query queries"),
    *_hints("query", "folder", 5, "queries"),
    *_hints("query", "type", 4, "?*Query"),
    *_files("event", 5, "event events listener listeners subscriber"),
    *_hints("event", "folder", 5, "events listeners subscribers"),
    *_hints("event", "type", 4, "?*Event ?*Listener ?*Subscriber"),
    *_files("task", 5, "job jobs worker queue"),
    *_hints("task", "folder", 5, "jobs workers queues"),
    *_files("validator", 6, "validator validators validation"),
    *_hints("validator", "folder", 5, "validators validation"),
    *_hints("validator", "type", 5, "?*Validator"),
    *_files("helper", 5, "util utils helper helpers"),
    *_hints("helper", "folder", 4, "utils util helpers"),
    *_files("error", 6, "error errors exception exceptions"),
    *_hints("error", "folder", 5, "errors exceptions"),
    *_hints("error", "type", 4, "?*Error ?*Exception"),
    *_hints("error", "base", 3, "Error *Error *Exception"),
    *_files("module", 6, "module"),
    *_hints("module", "mark", 6, "Module"),
    *_hints("view", "folder", 5, "views templates"),
    *_hints("view", "file", 12, "*.vue *.svelte *.astro"),
)
