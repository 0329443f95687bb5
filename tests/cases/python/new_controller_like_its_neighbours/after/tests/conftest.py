import pytest

from shop.app import create_app


@pytest.fixture
def client():
    return create_app().test_client()


@pytest.fixture
def order(client):
    return client.get("/orders/1").get_json()
