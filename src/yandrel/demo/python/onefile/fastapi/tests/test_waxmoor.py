import pytest
from fastapi.testclient import TestClient

from waxmoor import HARVESTS, HIVES, app


@pytest.fixture
def client():
    HIVES.clear()
    HARVESTS.clear()
    return TestClient(app)


def test_hives(client):
    assert client.post("/hives", json={"place": "heath"}).json() == {"number": 1, "place": "heath", "frames": 10}
    client.post("/hives", json={"place": "orchard", "frames": 12})
    assert client.get("/hives/strongest").json()["place"] == "orchard"
    assert client.get("/hives/1").json()["place"] == "heath"
    assert client.get("/hives/7").status_code == 404
    assert client.get("/").json() == {"name": "Waxmoor", "hives": 2}


def test_harvests(client):
    harvest = {"hive": 1, "weight": 12.5, "taken_on": "2026-06-20"}
    assert client.post("/harvests", json=harvest).status_code == 201
    assert client.get("/harvests/total").json() == {"total": 12.5}
    winter = client.post("/harvests", json={**harvest, "taken_on": "2026-01-20"})
    assert winter.status_code == 400
    assert winter.json() == {"error": "no honey is taken out of season"}


def test_health(client):
    assert client.get("/health").json() == {"ok": True}
