"""The shop's hours: kept as a revision, and every job goes by them."""

from fastapi.testclient import TestClient

from tests.api.test_jobs import begin


def test_hours_are_kept_and_put_acts_off_to_the_shops_own_morning(api: TestClient) -> None:
    before = api.get("/api/shop").json()
    job = begin(api, cure={"poured_at": "2026-05-04T14:00:00Z"})

    def strip() -> tuple[str, bool]:
        acts = api.get(f"/api/jobs/{job['id']}").json()["plan"]["cure"]["acts"]
        return next((act["at"], act["moved"]) for act in acts if act["id"] == "strip")

    try:
        hours = {"zone": "Asia/Tokyo", "quiet_from": "20:00", "quiet_until": "08:30"}
        kept = api.put("/api/shop/hours", json=hours).json()
        assert kept == {**before, "hours": {"zone": "Asia/Tokyo", "quiet_from": "20:00:00", "quiet_until": "08:30:00"}}
        assert api.get("/api/shop").json() == kept
        # 32.3 h later it is seven in the morning in Tokyo: it waits until half past eight there
        assert strip() == ("2026-05-05T23:30:00Z", True)
        refused = api.put("/api/shop/hours", json={"zone": "Fennel/Row"})
        assert refused.status_code == 422
        assert refused.json()["problems"][0]["field"] == "/zone"
        assert api.get("/api/shop").json() == kept
    finally:
        api.put("/api/shop/hours", json=before["hours"])
    assert strip() == ("2026-05-05T22:18:00Z", False)
