import pytest
from waxmoor.app import create_app


class Members:
    """A client that is signed in."""

    def __init__(self, client):
        self.client = client

    def __getattr__(self, method):
        def call(path, **data):
            json = data or None
            return getattr(self.client, method)(path, json=json, headers={"X-Key": "clover"})

        return call


@pytest.fixture
def client():
    return create_app().test_client()


@pytest.fixture
def member(client):
    return Members(client)


@pytest.fixture
def hive(member):
    return member.post("/hives", place="orchard").json["number"]
