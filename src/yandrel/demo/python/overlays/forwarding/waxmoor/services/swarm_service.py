# Forwards to waxmoor.services.hive_service: import from there.
from waxmoor.services.hive_service import HiveService  # noqa: F401
