from unittest.mock import patch


def test_a_hive_is_added_and_shown(member):
    made = member.post("/hives", place="heath", frames=9)
    assert made.status_code == 201
    assert member.get(f"/hives/{made.json['number']}").json["place"] == "heath"


def test_hives_are_listed_and_counted(member, hive):
    assert [row["number"] for row in member.get("/hives").json] == [hive]
    assert member.get("/hives/count").json == {"hives": 1}


def test_a_hive_moves(member, hive):
    assert member.put(f"/hives/{hive}", place="meadow").json["place"] == "meadow"


def test_a_hive_is_given_up(member, hive):
    assert member.delete(f"/hives/{hive}").status_code == 204
    assert member.get(f"/hives/{hive}").status_code == 404


def test_a_hive_stands_somewhere(member):
    assert member.post("/hives", frames=3).status_code == 422


def test_strangers_only_look(client):
    assert client.post("/hives", json={"place": "heath"}).status_code == 401
    assert client.get("/hives").status_code == 200


def test_the_service_is_asked(member):
    with patch("waxmoor.controllers.hive_controller.HiveService") as service:
        service.return_value.list_hives.return_value = []
        assert member.get("/hives").json == []
    service.return_value.list_hives.assert_called_once()


def test_a_strong_hive():
    from waxmoor.models.hive import Hive

    assert Hive(1, "heath", 8).is_strong()
    assert not Hive(1, "heath", 7).is_strong()
