"""Where each group of routes is mounted."""

from waxmoor.routes.harvest_routes import harvests
from waxmoor.routes.hive_routes import hives
from waxmoor.routes.inspection_routes import inspections
from waxmoor.routes.keeper_routes import keepers


def mount_routes(app):
    app.register_blueprint(hives, url_prefix="/hives")
    app.register_blueprint(inspections)
    app.register_blueprint(harvests, url_prefix="/harvests")
    app.register_blueprint(keepers, url_prefix="/keepers")
