"""Role hints for Go servers: file names, folders, names of types and functions."""

from yandrel.model.evidence import TAKES, Hint


def _hints(role: str, kind: str, weight: int, patterns: str) -> tuple[Hint, ...]:
    return tuple(Hint(role, kind, pattern, weight) for pattern in patterns.split())


HINTS: tuple[Hint, ...] = (
    *_hints("test", "file", 20, "*_test.go"),
    *_hints("test", "folder", 8, "test tests testdata testutil"),
    *_hints("entry", "file", 7, "main.go"),
    *_hints("entry", "folder", 4, "cmd"),
    *_hints("config", "file", 6, "config.go settings.go *_config.go"),
    *_hints("config", "folder", 5, "config settings"),
    *_hints("route", "file", 6, "routes.go router.go *_routes.go *_router.go"),
    *_hints("route", "folder", 5, "routes router routing"),
    *_hints("route", "type", 5, "?*Router ?*Routes"),
    *_hints("controller", "file", 6, "handler.go handlers.go controller.go *_handler.go *_controller.go"),
    *_hints("controller", "folder", 5, "handlers handler controllers controller"),
    *_hints("controller", "parent", 4, "web api rest"),
    *_hints("controller", "type", 5, "?*Handler ?*Controller"),
    Hint("controller", "mark", TAKES + "*", 5),
    *_hints("service", "file", 6, "service.go services.go *_service.go usecase.go *_usecase.go"),
    *_hints("service", "folder", 5, "services service usecase usecases application"),
    *_hints("service", "type", 5, "?*Service ?*UseCase"),
    *_hints(
        "repository", "file", 6, "repository.go store.go storage.go *_repository.go *_store.go *_repo.go"
    ),
    *_hints("repository", "folder", 5, "repositories repository store stores storage persistence repo"),
    *_hints("repository", "type", 5, "?*Repository ?*Store ?*Repo"),
    *_hints("model", "file", 5, "model.go models.go entity.go *_model.go"),
    *_hints("model", "folder", 5, "models model entities entity domain"),
    *_hints("schema", "file", 6, "dto.go *_dto.go request.go response.go *_request.go *_response.go"),
    *_hints("schema", "folder", 5, "dto schema schemas"),
    *_hints("schema", "type", 4, "?*Request ?*Response ?*DTO"),
    *_hints("middleware", "file", 6, "middleware.go *_middleware.go"),
    *_hints("middleware", "folder", 6, "middleware middlewares"),
    *_hints("middleware", "type", 5, "?*Middleware"),
    *_hints("command", "folder", 5, "commands command"),
    *_hints("query", "folder", 5, "queries query"),
    *_hints("event", "file", 5, "event.go events.go *_event.go"),
    *_hints("event", "folder", 5, "events event"),
    *_hints("task", "file", 5, "worker.go job.go *_worker.go *_job.go"),
    *_hints("task", "folder", 5, "jobs tasks workers worker"),
    *_hints("validator", "file", 6, "validator.go validators.go *_validator.go validation.go"),
    *_hints("validator", "folder", 5, "validators validator validation"),
    *_hints("validator", "type", 5, "?*Validator"),
    *_hints("helper", "file", 5, "util.go utils.go helpers.go helper.go *_utils.go"),
    *_hints("helper", "folder", 4, "util utils helper helpers"),
    *_hints("error", "file", 6, "errors.go error.go *_errors.go"),
    *_hints("error", "folder", 5, "errors apperrors faults"),
    *_hints("error", "type", 4, "?*Error"),
    *_hints("migration", "folder", 7, "migrations migration"),
)
