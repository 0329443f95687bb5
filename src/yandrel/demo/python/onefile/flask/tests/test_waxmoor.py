import pytest

from waxmoor import app, in_season, init_db


@pytest.fixture
def client(tmp_path):
    app.config["DATABASE"] = str(tmp_path / "test.sqlite3")
    init_db(app.config["DATABASE"])
    return app.test_client()


def add_hive(client, place="heath"):
    return client.post("/hives", json={"place": place}, headers={"X-Key": "smoker"})


def test_hives_are_added_and_shown(client):
    added = add_hive(client)
    assert added.status_code == 201
    assert client.get(added.headers["Location"]).get_json() == {"number": 1, "place": "heath", "frames": 10}
    assert len(client.get("/hives").get_json()) == 1


def test_the_front_page_leads_on(client):
    add_hive(client, "orchard")
    page = client.get("/").get_data(as_text=True)
    assert '<a href="/hives/1">orchard</a>' in page
    assert 'href="/harvests/total"' in page
    assert client.get("/about").headers["Location"] == "/"


def test_only_keepers_change_anything(client):
    assert client.post("/hives", json={"place": "heath"}).status_code == 401
    assert client.get("/hives/7").status_code == 404


def harvest(client, **changes):
    data = {"hive": 1, "weight": 12.5, "grade": "amber", "taken_on": "2026-06-20", **changes}
    return client.post("/harvests", json=data, headers={"X-Key": "smoker"})


def test_harvests_are_weighed(client):
    assert harvest(client).status_code == 201
    assert harvest(client, weight=7.5).status_code == 201
    assert client.get("/harvests/total").get_json() == {"total": 20.0}
    assert [row["weight"] for row in client.get("/harvests").get_json()] == [12.5, 7.5]


def test_what_cannot_be_harvested(client):
    assert harvest(client, taken_on="2026-01-20").get_json() == {"error": "no honey is taken out of season"}
    assert harvest(client, grade="pink").status_code == 400


def test_the_season():
    from datetime import date

    assert in_season(date(2026, 5, 1))
    assert not in_season(date(2026, 12, 1))
