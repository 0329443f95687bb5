"""Layouts that come with Yandrel, as data. APP stands for the application's package."""

BUILTIN: dict[str, dict[str, tuple[str, ...]]] = {
    "role-first": {
        "entry": ("APP/app.py",),
        "route": ("APP/routes/{name}_routes.py", "APP/routes/**"),
        "middleware": ("APP/middleware/{name}.py", "APP/middleware/**"),
        "controller": ("APP/controllers/{name}_controller.py", "APP/controllers/**"),
        "schema": ("APP/schemas/{name}.py", "APP/schemas/**"),
        "service": ("APP/services/{name}_service.py", "APP/services/**"),
        "repository": ("APP/repositories/{name}_repository.py", "APP/repositories/**"),
        "model": ("APP/models/{name}.py", "APP/models/**"),
        "config": ("APP/config.py",),
        "test": ("tests/{home}/test_{unit}.py", "tests/**"),
    },
    "domain-first": {
        "entry": ("APP/app.py",),
        "config": ("APP/config.py",),
        "route": ("APP/{domain}/routes.py",),
        "controller": ("APP/{domain}/controller.py", "APP/{domain}/{name}_controller.py"),
        "schema": ("APP/{domain}/schemas.py",),
        "service": ("APP/{domain}/service.py", "APP/{domain}/{name}_service.py"),
        "repository": ("APP/{domain}/repository.py", "APP/{domain}/{name}_repository.py"),
        "model": ("APP/{domain}/models.py",),
        "middleware": ("APP/shared/middleware/{name}.py",),
        "test": ("tests/{home}/test_{unit}.py", "tests/**"),
    },
}
