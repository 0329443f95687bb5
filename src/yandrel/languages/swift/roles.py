"""Role hints for Swift servers: bases, names, folders."""

from yandrel.model.evidence import Hint


def _hints(role: str, kind: str, weight: int, patterns: str) -> tuple[Hint, ...]:
    return tuple(Hint(role, kind, pattern, weight) for pattern in patterns.split())


HINTS: tuple[Hint, ...] = (
    *_hints("test", "file", 9, "*Tests.swift *Test.swift *Spec.swift"),
    *_hints("test", "folder", 8, "Tests *Tests"),
    *_hints("test", "base", 6, "XCTestCase"),
    *_hints("entry", "file", 7, "main.swift entrypoint.swift App.swift Application.swift configure.swift"),
    *_hints("entry", "mark", 7, "main"),
    *_hints("config", "file", 6, "*Configuration.swift *Config.swift *Settings.swift"),
    *_hints("config", "folder", 5, "Configuration Config"),
    *_hints("route", "file", 6, "routes.swift *Routes.swift *Router.swift"),
    *_hints("route", "folder", 5, "Routes Routing"),
    *_hints("controller", "file", 6, "*Controller.swift *Handler.swift"),
    *_hints("controller", "folder", 5, "Controllers Handlers"),
    *_hints("controller", "type", 5, "?*Controller"),
    *_hints("controller", "base", 5, "RouteCollection *Controller"),
    *_hints("service", "file", 6, "*Service.swift *UseCase.swift"),
    *_hints("service", "folder", 5, "Services UseCases"),
    *_hints("service", "type", 5, "?*Service ?*UseCase"),
    *_hints("repository", "file", 6, "*Repository.swift *Store.swift"),
    *_hints("repository", "folder", 5, "Repositories Persistence"),
    *_hints("repository", "type", 5, "?*Repository ?*Store"),
    *_hints("repository", "base", 6, "*Repository"),
    *_hints("model", "folder", 5, "Models Entities Domain"),
    *_hints("model", "base", 5, "Model"),
    *_hints("schema", "file", 6, "*DTO.swift *Request.swift *Response.swift"),
    *_hints("schema", "folder", 5, "DTOs Schemas"),
    *_hints("middleware", "file", 6, "*Middleware.swift"),
    *_hints("middleware", "folder", 5, "Middleware Middlewares"),
    *_hints("middleware", "type", 5, "?*Middleware"),
    *_hints("migration", "folder", 7, "Migrations"),
    *_hints("migration", "base", 7, "Migration AsyncMigration"),
    *_hints("validator", "file", 6, "*Validator.swift"),
    *_hints("validator", "folder", 5, "Validators Validation"),
    *_hints("validator", "type", 5, "?*Validator"),
    *_hints("helper", "file", 5, "*Helper.swift *Helpers.swift *Extensions.swift *+*.swift"),
    *_hints("helper", "folder", 4, "Helpers Extensions Utilities Utils"),
    *_hints("error", "file", 6, "*Error.swift *Errors.swift"),
    *_hints("error", "folder", 5, "Errors"),
    *_hints("error", "base", 4, "Error"),
)
