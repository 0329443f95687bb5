"""The route table: programs evaluated as far as they are constant, joined along mounts."""
