from datetime import date

from waxmoor.services.inspection_service import InspectionService


def test_inspections_of_a_hive(member, hive):
    made = member.post(f"/hives/{hive}/inspections", day="2026-05-02", mites=3, queen_seen=True)
    assert made.status_code == 201
    assert member.get(f"/hives/{hive}/inspections").json == [made.json]


def test_no_inspection_without_a_hive(member):
    assert member.post("/hives/7/inspections", day="2026-05-02").status_code == 404


def test_mites_are_counted_from_nought(member, hive):
    assert member.post(f"/hives/{hive}/inspections", day="2026-05-02", mites=-1).status_code == 422


def test_many_mites_are_warned_of(member, hive):
    member.post(f"/hives/{hive}/inspections", day="2026-05-02", mites=21)
    member.post(f"/hives/{hive}/inspections", day="2026-05-20", mites=2)
    assert [row["mites"] for row in member.get("/inspections/warnings").json] == [21]


def test_an_inspection_is_due_in_season(client, member, hive):
    member.post(f"/hives/{hive}/inspections", day="2026-05-02")
    with client.application.app_context():
        service = InspectionService()
        assert service.is_due(hive, date(2026, 5, 20))
        assert not service.is_due(hive, date(2026, 5, 10))
        assert not service.is_due(hive, date(2026, 1, 20))
