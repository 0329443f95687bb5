class BaseController:
    """What all controllers share."""
