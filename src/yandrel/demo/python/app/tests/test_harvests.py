import pytest
from waxmoor.models.weight_validator import WeightValidator
from waxmoor.shared.errors import InvalidError


def test_a_harvest_is_weighed_and_graded(member, hive):
    made = member.post("/harvests", hive=hive, day="2026-07-01", weight=21_000)
    assert made.status_code == 201
    assert made.json["grade"] == "golden"
    assert made.json["shown"] == "21.0 kg"
    assert member.get(f"/harvests/{made.json['number']}").json == made.json


def test_harvests_are_listed_and_summed_up(member, hive):
    member.post("/harvests", hive=hive, day="2026-07-01", weight=9_000)
    member.post("/harvests", hive=hive, day="2026-08-01", weight=1_000)
    assert [row["grade"] for row in member.get("/harvests").json] == ["amber", "clear"]
    assert member.get("/harvests/totals").json == {"season 2026": 10_000}


def test_a_harvest_is_cancelled(member, hive):
    number = member.post("/harvests", hive=hive, day="2026-07-01", weight=5).json["number"]
    assert member.delete(f"/harvests/{number}").status_code == 204
    assert member.get("/harvests").json == []


def test_a_harvest_has_a_weight(member, hive):
    assert member.post("/harvests", hive=hive, day="2026-07-01", weight=0).status_code == 422


@pytest.mark.parametrize("weight", [0, -5, 60_001, "much"])
def test_weights_that_cannot_be(weight):
    with pytest.raises(InvalidError):
        WeightValidator().check(weight)
