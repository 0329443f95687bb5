def test_a_keeper_joins(member):
    made = member.post("/keepers", name=" Odile ", village="Waxmoor")
    assert made.json["name"] == "Odile"
    assert member.get(f"/keepers/{made.json['number']}").json == made.json
    assert member.get("/keepers").json == [made.json]


def test_a_keeper_has_a_name(member):
    assert member.post("/keepers", name=" ").status_code == 422


def test_hives_of_a_keeper(member):
    number = member.post("/keepers", name="Odile").json["number"]
    member.post("/hives", place="heath", keeper=number)
    member.post("/hives", place="meadow")
    found = member.get(f"/keepers/keepers/{number}/hives").json
    assert [row["place"] for row in found] == ["heath"]
