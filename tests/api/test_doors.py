"""Coming in and going out: codes, passphrases, devices and links, and what does not let in."""

from datetime import timedelta
from typing import Any
from uuid import UUID, uuid4

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import text
from sqlalchemy.exc import DBAPIError

from tests.api.doors import PASSPHRASE, Doors
from tests.jobs import top_document
from ulbrek.api.access import passphrases
from ulbrek.api.access.limits import Limits, TooOftenError
from ulbrek.api.access.rules import PLANS
from ulbrek.files.problems import InvalidDocumentError
from ulbrek.store.accounts import LASTS, digest_of
from ulbrek.store.doors import IDLE
from ulbrek.store.members import Told


@pytest.fixture(autouse=True)
def _nobody_asked(doors: Doors) -> None:
    doors.forget_rates()


def run(doors: Doors, statement: str, **given: Any) -> None:
    with doors.database.work() as records:
        records.session.execute(text(statement), given)


def is_in(client: TestClient) -> bool:
    return client.get("/api/jobs").status_code == 200


def device_of(client: TestClient) -> str:
    return str(client.get("/api/me").json()["device_id"])


def signed_in(doors: Doors, login: str, passphrase: str = PASSPHRASE) -> tuple[TestClient, Any]:
    client = doors.client()
    body = {"login": login, "passphrase": passphrase, "device": "Laptop"}
    return client, client.post("/api/sign-in", json=body)


def with_passphrase(doors: Doors, role: Any = "maker") -> tuple[TestClient, str]:
    """Somebody who came in by a code and has set a passphrase: their phone, and what they sign in as."""
    client, login = doors.joined(doors.mine.id, role), f"Somebody {uuid4().hex[:6]}"
    assert client.put("/api/me/passphrase", json={"passphrase": PASSPHRASE, "login": login}).status_code == 204
    return client, login


def test_a_code_lets_one_device_in_once(doors: Doors) -> None:
    _, code = doors.person(doors.mine.id, "maker", "Bench member 2")
    phone = doors.client()
    told = phone.post("/api/invitation", json={"code": f" {code[:4].lower()} - {code[4:].lower()} "}).json()
    assert told == {"shop": "Fennel Row Pottery", "name": "Bench member 2", "role": "maker"}
    assert phone.post("/api/join", json={"code": code, "device": "Phone"}).status_code == 200
    assert is_in(phone)
    again = doors.client().post("/api/join", json={"code": code, "device": "Phone"})
    assert again.json()["problems"][0]["field"] == "/code"
    assert not is_in(doors.client())


def test_a_code_that_was_made_anew_or_is_too_old_lets_nobody_in(doors: Doors) -> None:
    member, code = doors.person(doors.mine.id, "maker")
    with doors.database.of_shop(doors.mine.id).work() as records:
        accounts = records.accounts(doors.mine.id)
        newer = accounts.make_code(accounts.let_in(member, "maker").id).code
    assert doors.client().post("/api/join", json={"code": code, "device": "Phone"}).status_code == 422
    run(doors, "UPDATE invitation SET ends_at = now() WHERE digest = :d", d=digest_of(newer))
    assert doors.client().post("/api/join", json={"code": newer, "device": "Phone"}).status_code == 422


def test_the_first_link_makes_the_owner_once(doors: Doors) -> None:
    with doors.database.of_shop(doors.theirs.id).work() as records:
        code = records.accounts(doors.theirs.id).make_first().code
    laptop = doors.client()
    assert laptop.post("/api/invitation", json={"code": code}).json()["name"] is None
    body = {"code": code, "device": "Laptop"}
    missing = laptop.post("/api/join", json=body).json()["problems"]
    assert {one["field"] for one in missing} == {"/name", "/login", "/passphrase"}
    weak = laptop.post("/api/join", json={**body, "name": "Lead", "login": "lead", "passphrase": "password123"})
    assert weak.json()["problems"][0]["field"] == "/passphrase"
    doors.forget_rates()
    told = {**body, "name": "Lead", "login": "lead", "passphrase": PASSPHRASE}
    assert laptop.post("/api/join", json=told).json() == {"role": "owner", "name": "Lead"}
    assert laptop.get("/api/accounts").status_code == 200
    assert doors.client().post("/api/join", json={**told, "login": "other"}).status_code == 422


@pytest.mark.parametrize(
    "weak", ["short", "a" * 201, "password1234", "fennel row pottery", "Kiln technician", "1234567890", "qwertyuiop"]
)
def test_what_would_be_guessed_is_no_passphrase(weak: str) -> None:
    with pytest.raises(InvalidDocumentError) as refused:
        passphrases.refuse_weak(weak, ("Fennel Row Pottery", "Kiln technician"))
    assert refused.value.problems[0].field == "/passphrase"


def test_no_kinds_of_letters_are_asked_for() -> None:
    passphrases.refuse_weak(PASSPHRASE, ("Fennel Row Pottery",))
    passphrases.refuse_weak("été où neige 雪 tombe", ())
    secret = passphrases.kept(PASSPHRASE)
    assert secret.startswith("$argon2id$v=19$m=65536,t=3,p=4$")
    assert passphrases.is_right(secret, PASSPHRASE)
    assert not passphrases.is_right(secret, PASSPHRASE + " ")
    assert not passphrases.is_right(None, "what nobody types")


def test_no_secret_is_kept_as_it_was_given(doors: Doors) -> None:
    client, login = with_passphrase(doors)
    token = client.cookies["__Host-ulbrek"]
    _, code = doors.person(doors.mine.id, "maker")
    with doors.database.work() as records:
        _, link = records.links(doors.mine.id).make(doors.mine.pour.job_id, "plan", 1, None)
        kept = ""
        for table in ("account", "device", "invitation", "share_link", "passkey", "security_event", "challenge"):
            rows = records.session.execute(text(f"SELECT row_to_json({table})::text FROM {table}")).scalars()
            kept += "\n".join(rows)
    assert login in kept
    for secret in (token, code, link, PASSPHRASE):
        assert secret not in kept


def test_a_device_shows_what_scripts_cannot_read_and_other_sites_cannot_send(doors: Doors) -> None:
    _, code = doors.person(doors.mine.id, "maker")
    answer = doors.client().post("/api/join", json={"code": code, "device": "Phone"})
    told = answer.headers["set-cookie"].lower()
    assert told.startswith("__host-ulbrek=")
    for part in ("httponly", "secure", "samesite=strict", "path=/"):
        assert part in told
    assert "domain" not in told


def test_a_change_that_no_page_of_its_own_asks_for_is_refused(doors: Doors) -> None:
    client = doors.joined(doors.mine.id, "owner")
    body = {"one_person_lifts_kg": 22}
    del client.headers["x-ulbrek"]
    assert client.put("/api/shop/lifts", json=body).status_code == 403
    assert client.put("/api/shop/lifts", json=body, headers={"origin": "https://other.example"}).status_code == 403
    for own in ({"origin": "https://127.0.0.1"}, {"sec-fetch-site": "same-origin"}, {"x-ulbrek": "1"}):
        assert client.put("/api/shop/lifts", json=body, headers=own).status_code == 200
    assert is_in(client)


def test_a_passphrase_lets_in_and_says_no_more_where_it_is_wrong(doors: Doors) -> None:
    _, login = with_passphrase(doors)
    right, answer = signed_in(doors, login.upper())
    assert answer.status_code == 200
    assert is_in(right)
    _, wrong = signed_in(doors, login, "not this one at all")
    _, unknown = signed_in(doors, "Nobody of that name")
    assert wrong.status_code == unknown.status_code == 403
    assert wrong.json() == unknown.json()


def test_whoever_guesses_is_slowed_by_name_and_by_address(doors: Doors) -> None:
    _, login = with_passphrase(doors)
    doors.forget_rates()
    for _ in range(5):  # each from an address of its own
        assert signed_in(doors, login, "not this one at all")[1].status_code == 403
    _, slowed = signed_in(doors, login)
    assert slowed.status_code == 429
    assert 1 <= int(slowed.headers["retry-after"]) <= 60
    doors.forget_rates()
    one = doors.client()
    for number in range(5):
        body = {"login": f"Name {number}", "passphrase": "x" * 12, "device": "Laptop"}
        assert one.post("/api/sign-in", json=body).status_code == 403
    assert one.post("/api/sign-in", json=body).status_code == 429
    tries = [one.post("/api/join", json={"code": f"AAAA-{n + 1000}", "device": "Phone"}).status_code for n in range(21)]
    assert tries == [422] * 20 + [429]  # nor are codes guessed
    owner = doors.asking("owner")
    kinds = [line["kind"] for line in owner.get("/api/security").json()]
    assert kinds.count("wrong-passphrase") >= 5
    assert "slowed" in kinds


def test_a_new_passphrase_takes_the_old_one_or_a_code_just_used(doors: Doors) -> None:
    phone, login = with_passphrase(doors)
    laptop, _ = signed_in(doors, login)
    other = "seven lanterns drift quietly"
    refused = laptop.put("/api/me/passphrase", json={"passphrase": other})
    assert refused.json()["problems"][0]["field"] == "/current"
    assert laptop.put("/api/me/passphrase", json={"passphrase": other, "current": PASSPHRASE}).status_code == 204
    assert is_in(laptop)
    assert not is_in(phone)  # other devices are out
    assert signed_in(doors, login)[1].status_code == 403
    assert signed_in(doors, login, other)[1].status_code == 200


def test_people_of_one_name_in_two_shops_sign_in_as_two(doors: Doors) -> None:
    logins = []
    for shop in (doors.mine.id, doors.theirs.id):
        doors.person(shop, "maker", "Same name")
        with doors.database.of_shop(shop).work() as records:
            logins += [one.login for one in records.accounts(shop).all() if one.name == "Same name"]
    assert logins == ["Same name", "Same name 2"]


def test_nobody_signs_in_under_somebody_elses_name(doors: Doors) -> None:
    _, login = with_passphrase(doors)
    other = doors.joined(doors.theirs.id, "maker")
    taken = other.put("/api/me/passphrase", json={"passphrase": PASSPHRASE, "login": login.lower()})
    assert taken.json()["problems"][0]["field"] == "/login"


def test_out_is_out_at_once(doors: Doors) -> None:
    owner = doors.asking("owner")

    def ended(how: str) -> None:
        client = doors.joined(doors.mine.id, "maker")
        me = client.get("/api/me").json()
        assert is_in(client)
        match how:
            case "by themselves":
                assert client.post("/api/sign-out").status_code == 204
            case "a device of theirs":
                assert client.post(f"/api/me/devices/{me['device_id']}/end").status_code == 200
            case "a device by an owner":
                assert owner.post(f"/api/devices/{me['device_id']}/end").status_code == 200
            case "shut out":
                assert owner.post(f"/api/accounts/{me['member_id']}/shut-out").status_code == 200
            case "gone":
                assert owner.post(f"/api/members/{me['member_id']}/archive").status_code == 204
            case "idle":
                seen = "UPDATE device SET seen_at = now() - CAST(:s AS interval) WHERE id = :d"
                run(doors, seen, s=IDLE + timedelta(minutes=1), d=me["device_id"])
            case "at its end":
                run(doors, "UPDATE device SET ends_at = now() WHERE id = :d", d=me["device_id"])
        assert not is_in(client), how

    for how in (
        "by themselves", "a device of theirs", "a device by an owner", "shut out", "gone", "idle", "at its end",
    ):  # fmt: skip
        doors.forget_rates()
        ended(how)
    assert timedelta(days=1) < IDLE < LASTS <= timedelta(days=90)


def test_everywhere_else_but_here(doors: Doors) -> None:
    phone, login = with_passphrase(doors)
    laptop, _ = signed_in(doors, login)
    left = laptop.post("/api/me/devices/end").json()
    assert [one["id"] for one in left] == [device_of(laptop)]
    assert (is_in(laptop), is_in(phone)) == (True, False)


def test_whoever_has_left_is_not_let_in_again(doors: Doors) -> None:
    owner, client = doors.asking("owner"), doors.joined(doors.mine.id, "maker")
    member = client.get("/api/me").json()["member_id"]
    owner.post(f"/api/members/{member}/archive")
    assert owner.post(f"/api/accounts/{member}/code", json={"role": "maker"}).status_code == 404
    assert owner.put(f"/api/accounts/{member}", json={"role": "helper"}).status_code == 404


def test_a_role_counts_from_the_next_request(doors: Doors) -> None:
    owner, client = doors.asking("owner"), doors.joined(doors.mine.id, "maker")
    member = client.get("/api/me").json()["member_id"]
    assert client.get("/api/stock").status_code == 200
    assert owner.put(f"/api/accounts/{member}", json={"role": "helper"}).status_code == 200
    assert client.get("/api/stock").status_code == 403


def test_a_shop_is_never_left_without_an_owner(doors: Doors) -> None:
    with doors.database.work() as records:
        shop = records.shops.create(records.shops.get(doors.mine.id).shop)
    owner = doors.joined(shop, "owner")
    me = owner.get("/api/me").json()["member_id"]
    for answer in (
        owner.put(f"/api/accounts/{me}", json={"role": "maker"}), owner.post(f"/api/accounts/{me}/shut-out"),
        owner.post(f"/api/members/{me}/archive"),
    ):  # fmt: skip
        assert answer.json()["problems"][0]["problem"] == "The shop has no other owner."
    doors.joined(shop, "owner")
    assert owner.put(f"/api/accounts/{me}", json={"role": "maker"}).status_code == 200


def test_a_link_shows_one_job_until_it_ends(doors: Doors) -> None:
    maker, job = doors.asking("maker"), doors.mine.pour.job_id
    made = maker.post(f"/api/jobs/{job}/links", json={"what": "plan", "days": 3}).json()
    token = made["address"].partition("/see#")[2]
    viewer = doors.client(authorization=f"Bearer {token}")
    shown = viewer.get("/api/shared").json()
    assert (shown["shop"], shown["what"], shown["job"]["name"]) == ("Fennel Row Pottery", "plan", "Top")
    assert viewer.get("/api/shared/pack").status_code == 403  # that one shows the plan alone
    assert viewer.get(f"/api/jobs/{job}").status_code == 401
    assert doors.asking("owner").get("/api/shared").status_code == 401
    (listed,) = [one for one in maker.get(f"/api/jobs/{job}/links").json() if one["id"] == made["link"]["id"]]
    assert listed["seen_at"]
    assert maker.post(f"/api/links/{made['link']['id']}/end").status_code == 204
    assert viewer.get("/api/shared").status_code == 401
    later = doors.viewer(doors.mine.id, job, "pack")
    assert later.get("/api/shared/pack").content.startswith(b"%PDF")
    run(doors, "UPDATE share_link SET ends_at = now()")
    assert later.get("/api/shared").status_code == 401


def test_the_security_log_says_who_and_from_where_and_is_not_changed(doors: Doors) -> None:
    owner = doors.asking("owner")
    member, _ = doors.person(doors.mine.id, "maker", "Watched")
    owner.post(f"/api/accounts/{member}/code", json={"role": "helper"})
    line = owner.get("/api/security").json()[0]
    assert (line["kind"], line["about"]) == ("code-made", "Watched: helper")
    assert line["address"].startswith("10.")
    with pytest.raises(DBAPIError, match="never changed"):
        run(doors, "UPDATE security_event SET who = 'nobody'")
    assert doors.asking("maker").get("/api/security").status_code == 403


def test_who_asks_for_what_is_not_theirs_is_written_down_once_a_minute(doors: Doors) -> None:
    helper = doors.joined(doors.mine.id, "helper")
    for _ in range(3):
        assert helper.get("/api/stock").status_code == 403
        assert helper.get(f"/api/pours/{doors.mine.pour.id}").status_code == 403
    name = helper.get("/api/me").json()["name"]
    lines = [one for one in doors.asking("owner").get("/api/security").json() if one["who"] == name]
    assert [one["about"] for one in lines if one["kind"] == "refused"] == [
        f"pour {doors.mine.pour.id}", "GET /api/stock",
    ]  # fmt: skip


def test_what_was_seen_at_the_doors_is_forgotten_in_the_end(doors: Doors) -> None:
    client = doors.joined(doors.mine.id, "maker")
    device = device_of(client)
    with doors.database.of_shop(doors.mine.id).work() as records:
        records.security(doors.mine.id).add("refused", "Long ago", "10.0.0.1")
        moved = (
            "INSERT INTO security_event SELECT gen_random_uuid(), shop_id, at - interval '401 days', kind, 'Older', "
        )
        records.session.execute(text(f"{moved} address, about FROM security_event WHERE who = 'Long ago'"))
    run(doors, "UPDATE device SET ended_at = now() - interval '31 days' WHERE id = :d", d=device)
    doors.joined(doors.mine.id, "maker")
    with doors.database.work() as records:
        count = (
            "SELECT (SELECT count(*) FROM security_event WHERE who = :w), (SELECT count(*) FROM device WHERE id = :d)"
        )
        for who, left in (("Older", 0), ("Long ago", 1)):
            assert records.session.execute(text(count), {"w": who, "d": device}).one() == (left, 0)


def test_answers_are_kept_by_nobody_on_the_way(doors: Doors) -> None:
    client = doors.joined(doors.mine.id, "maker")
    assert client.get("/api/stock").headers["cache-control"] == "no-store"
    assert client.post("/api/sign-out").headers["clear-site-data"] == '"cache"'


def test_what_is_counted_is_counted_over_all_workers(doors: Doors) -> None:
    first, second = (doors.app() for _ in range(2))
    job, client = {"job": top_document()}, doors.joined(doors.mine.id, "maker")
    cookie = {"cookie": f"__Host-ulbrek={client.cookies['__Host-ulbrek']}", "x-ulbrek": "1"}
    workers = [TestClient(app, base_url="https://127.0.0.1", headers=cookie) for app in (first, second)]
    account = UUID(client.get("/api/me").json()["device_id"])
    assert account
    with doors.database.work() as records:
        mine = records.accounts(doors.mine.id).device(account).account_id
    limits = Limits(doors.database)
    for _ in range(PLANS.amount - 2):
        limits.take(PLANS, str(mine))
    assert [one.post("/api/plan", json=job).status_code for one in workers] == [200, 200]
    assert {one.post("/api/plan", json=job).status_code for one in workers} == {429}
    assert doors.asking("owner").post("/api/plan", json=job).status_code == 200  # others are not held back


def test_who_is_let_out_on_one_machine_is_out_on_all(doors: Doors) -> None:
    client = doors.joined(doors.mine.id, "maker")
    shown = {"cookie": f"__Host-ulbrek={client.cookies['__Host-ulbrek']}"}
    other = TestClient(doors.app(), base_url="https://127.0.0.1", headers=shown)
    assert other.get("/api/stock").status_code == 200
    assert doors.asking("owner").post(f"/api/devices/{device_of(client)}/end").status_code == 200
    assert other.get("/api/stock").status_code == 401


def test_one_search_at_a_time_whatever_worker_is_asked(doors: Doors) -> None:
    limits, other = Limits(doors.database), Limits(doors.database)
    limits.claim("search/one", 60)
    with pytest.raises(TooOftenError):
        other.claim("search/one", 60)
    other.claim("search/two", 60)
    limits.over("search/one")
    other.claim("search/one", 60)
    run(doors, "UPDATE rate SET ends_at = now()")  # a worker that died holds nobody up for ever
    limits.claim("search/one", 60)


def test_of_two_devices_with_one_code_one_comes_in(doors: Doors) -> None:
    member, code = doors.person(doors.mine.id, "maker")
    with doors.database.work() as records:
        found = records.doors.invitation(code)
    assert found is not None
    used = []
    for _ in range(2):
        with doors.database.of_shop(doors.mine.id).work() as records:
            used.append(records.accounts(doors.mine.id).use_code(found.id))
    assert used == [True, False]
    assert member


def test_an_account_keeps_so_many_devices_and_no_more(doors: Doors) -> None:
    with doors.database.of_shop(doors.mine.id).work() as records:
        member = records.members(doors.mine.id).add(Told("Many phones", "mm")).id
        accounts = records.accounts(doors.mine.id)
        account = accounts.let_in(member, "maker").id
        for number in range(25):
            accounts.sign_in(account, f"Phone {number}", "code", "")
        kept = {one.name for one in accounts.devices(account)}
    assert len(kept) == 20
    assert "Phone 24" in kept
    assert "Phone 0" not in kept
