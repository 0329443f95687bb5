import pytest

from waxmoor import HARVESTS, HIVES


@pytest.fixture
def client():
    from django.test import Client

    HIVES.clear()
    HARVESTS.clear()
    return Client()


def send(client, path, data):
    return client.post(path, data, content_type="application/json")


def test_hives(client):
    assert send(client, "/hives/", {"place": "heath"}).status_code == 201
    assert client.get("/hives/").json() == [{"number": 1, "place": "heath"}]
    assert client.get("/hives/1/").json()["place"] == "heath"
    assert client.get("/hives/2/").status_code == 404
    assert client.get("/").json() == {"hives": 1, "harvests": 0}


def test_harvests(client):
    harvest = {"hive": 1, "weight": 12.5, "taken_on": "2026-06-20"}
    assert send(client, "/harvests/", harvest).status_code == 201
    assert client.get("/harvests/total/").json() == {"total": 12.5}
    assert send(client, "/harvests/", {**harvest, "taken_on": "2026-01-20"}).status_code == 400
    assert send(client, "/harvests/", {"hive": 1}).status_code == 400
