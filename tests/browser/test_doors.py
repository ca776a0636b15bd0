"""People and phones, under TLS by the shop's own authority, which the browser trusts as a phone would."""

import re
from collections.abc import Callable, Iterator
from ipaddress import ip_address
from pathlib import Path
from typing import Any
from uuid import uuid4

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Browser, BrowserContext, Page, Playwright, expect
from sqlalchemy import text

from ops.browser import DESK, PHONE, launched
from ops.postgres import Cluster, free_port
from tests.api.doors import PASSPHRASE, Doors
from tests.browser.conftest import PATIENCE_MS
from tests.browser.test_screens import AXE_TAGS
from tests.jobs import DEMO
from tests.served import serving
from tests.store.test_shops_apart import filled
from ulbrek.api.settings import Settings
from ulbrek.core.job.shop import Shop
from ulbrek.serving.authority import certificates
from ulbrek.store.database import Database

Open = Callable[..., Page]
SIZES: dict[str, Any] = {
    "desk": {"viewport": DESK},
    "phone": {"viewport": PHONE, "has_touch": True, "is_mobile": True},
}


@pytest.fixture(scope="module")
def doors(cluster: Cluster, settings: Settings, tmp_path_factory: pytest.TempPathFactory) -> Iterator[Doors]:
    """A shop that nobody owns yet, with a pour, served under TLS."""
    name, port = f"net_{uuid4().hex[:8]}", free_port()
    folder = tmp_path_factory.mktemp("authority")
    made = certificates(folder, [ip_address("127.0.0.1")], ["localhost"])
    cluster.ensure_database(name)
    database = Database(cluster.url(name))
    try:
        database.migrate()
        with database.work() as records:
            shop = records.shops.create(Shop.model_validate_json((DEMO / "shop.json").read_bytes()))
        mine = filled(database, shop)
        with database.work() as records:  # nobody has an account yet
            for table in ("passkey", "device", "invitation", "account"):
                records.session.execute(text(f"DELETE FROM {table}"))
        told = {
            "database_url": cluster.url(name), "sign_in": True, "authority": made.authority,
            "public_address": f"https://localhost:{port}",
        }  # fmt: skip
        served = settings.model_copy(update=told)
        with serving(served, port, made):
            yield Doors(database, served, mine, mine)
    finally:
        database.engine.dispose()
        cluster.drop_database(name)


@pytest.fixture(scope="module")
def trusting(doors: Doors, playwright: Playwright) -> Iterator[Browser]:
    assert doors.settings.authority is not None
    with launched(playwright, doors.settings.authority) as browser:
        yield browser


@pytest.fixture
def open_device(trusting: Browser, doors: Doors) -> Iterator[Open]:
    """Opens a page on a device of its own, which nobody has used yet; what it says as an error fails the test."""
    doors.forget_rates()
    contexts: list[BrowserContext] = []
    errors: list[str] = []

    def open_device(path: str, size: str = "desk", theme: str = "light") -> Page:
        context = trusting.new_context(base_url=doors.settings.public_address, accept_downloads=True, **SIZES[size])
        contexts.append(context)
        context.add_init_script(f"localStorage.getItem('theme') ?? localStorage.setItem('theme', '{theme}')")
        page = context.new_page()
        page.set_default_timeout(PATIENCE_MS)
        page.on("pageerror", lambda error: errors.append(str(error)))
        page.goto(path)
        return page

    yield open_device
    for context in contexts:
        context.close()
    assert errors == []


@pytest.fixture
def owner(open_device: Open, doors: Doors) -> Page:
    """An owner's laptop on the page of who may come in."""
    page = open_device("/join")
    come_in(page, doors.person(doors.mine.id, "owner", f"Lead {uuid4().hex[:4]}")[1])
    page.goto("/shop/doors")
    return page


def come_in(page: Page, code: str) -> None:
    """Types a code and joins."""
    page.get_by_label("Code").fill(code)
    page.get_by_role("button", name="Go on").click()
    page.get_by_role("button", name="Join").click()
    expect(page).to_have_title("Shop floor · Ulbrek")


def test_the_first_owner_lets_a_phone_in_and_out_again(open_device: Open, doors: Doors) -> None:
    with doors.database.work() as records:
        first = records.accounts(doors.mine.id).make_first().code
    laptop = open_device(f"/join#{first}")
    laptop.get_by_label("Your name, or your role in the shop").fill("Kiln lead")
    laptop.get_by_label("Passphrase").fill("password1234")
    laptop.get_by_role("button", name="Go in").click()
    expect(laptop.get_by_text("It is among those that are tried first.")).to_be_visible()
    expect(laptop.get_by_label("Your name, or your role in the shop")).to_have_value("Kiln lead")
    laptop.get_by_label("Passphrase").fill(PASSPHRASE)
    laptop.get_by_role("button", name="Go in").click()
    expect(laptop).to_have_title("Shop floor · Ulbrek")

    laptop.goto("/shop/doors")
    person = laptop.get_by_role("listitem", name="Studio lead", exact=True)
    person.get_by_role("button", name="Let in").click()
    laptop.get_by_role("radio", name="maker: plans jobs").check()
    laptop.get_by_role("button", name="Show the code").click()
    code = laptop.locator("[data-code]").get_attribute("data-code")
    phone = open_device(f"/join#{code}", "phone", "dark")  # as its camera reads it
    expect(phone.get_by_text("You come in as Studio lead, a maker.")).to_be_visible()
    phone.get_by_label("Name of this device").fill("Cracked phone")
    phone.get_by_role("button", name="Join").click()
    expect(phone).to_have_title("Shop floor · Ulbrek")
    expect(laptop.get_by_text("The device is in.")).to_be_visible()
    laptop.get_by_role("button", name="Close").first.click()

    device = person.get_by_role("listitem", name="Cracked phone")
    expect(device).to_contain_text("by a code")
    device.get_by_role("button", name="Sign out Cracked phone").click()
    expect(device).to_have_count(0)
    expect(phone.get_by_role("heading", name="Sign in")).to_be_visible()  # at once, and without a tap
    expect(laptop.get_by_role("region", name="Seen at the door")).to_contain_text("signed a device out")


def test_wrong_passphrases_are_slowed_and_the_right_one_leads_back_to_where_one_was(
    open_device: Open, doors: Doors
) -> None:
    login = f"Member {uuid4().hex[:4]}"
    phone = open_device("/join")
    come_in(phone, doors.person(doors.mine.id, "maker", login)[1])
    phone.goto("/you")
    phone.get_by_label("New passphrase").fill(PASSPHRASE)
    phone.get_by_role("button", name="Set passphrase").click()
    expect(phone.get_by_text("The passphrase is set.")).to_be_visible()
    phone.get_by_role("button", name="Sign out", exact=True).click()
    expect(phone.get_by_role("heading", name="Sign in")).to_be_visible()

    laptop = open_device("/stock")
    laptop.get_by_label("Name").fill(login)
    for _ in range(5):
        laptop.get_by_label("Passphrase").fill("not this one")
        with laptop.expect_response("**/api/sign-in"):
            laptop.get_by_role("button", name="Sign in").click()
    expect(laptop.get_by_role("alert")).to_contain_text("do not go together")
    laptop.get_by_label("Passphrase").fill(PASSPHRASE)
    laptop.get_by_role("button", name="Sign in").click()
    expect(laptop.get_by_role("alert")).to_contain_text("too often in a row")
    expect(laptop.get_by_label("Name")).to_have_value(login)
    doors.forget_rates()  # a minute has gone by
    laptop.get_by_role("button", name="Sign in").click()
    expect(laptop).to_have_title("Stock · Ulbrek")


def test_a_passkey_lets_in_without_a_word_typed(open_device: Open, doors: Doors) -> None:
    page = open_device("/join")
    devtools: Any = page.context.new_cdp_session(page)
    devtools.send("WebAuthn.enable")
    options = {
        "protocol": "ctap2", "transport": "internal", "hasResidentKey": True, "hasUserVerification": True,
        "isUserVerified": True, "automaticPresenceSimulation": True,
    }  # fmt: skip
    devtools.send("WebAuthn.addVirtualAuthenticator", {"options": options})
    come_in(page, doors.person(doors.mine.id, "maker", "Key holder")[1])
    page.goto("/you")
    page.get_by_role("button", name="Add a passkey").click()
    expect(page.get_by_text("Passkey 1")).to_be_visible()
    page.get_by_role("button", name="Sign out", exact=True).click()
    page.get_by_role("button", name="Use a passkey").click()
    expect(page).to_have_title("Shop floor · Ulbrek")
    page.goto("/you")
    page.get_by_role("button", name="Remove Passkey 1").click()
    expect(page.get_by_text("Passkey 1")).to_have_count(0)


def test_a_helper_sees_the_pour_that_they_are_asked_to_and_no_more(
    open_device: Open, doors: Doors, owner: Page
) -> None:
    name, pour = f"Helper {uuid4().hex[:4]}", doors.mine.pour
    phone = open_device("/join", "phone")
    come_in(phone, doors.person(doors.mine.id, "helper", name)[1])
    expect(phone.get_by_text("You are not asked to a pour yet.")).to_be_visible()
    expect(phone.get_by_role("link", name="Stock")).to_have_count(0)
    owner.goto(f"/pours/{pour.id}")
    with owner.expect_response("**/asked"):
        owner.get_by_role("checkbox", name=name).check()
    phone.goto(f"/pours/{pour.id}")
    expect(phone.get_by_role("button", name="Log a batch")).to_be_visible()
    for gone in ("Correct the time", "Undo batch 1", "Return to stock"):
        expect(phone.get_by_role("button", name=gone)).to_have_count(0)
    phone.goto(f"/jobs/{pour.job_id}/measure")
    expect(phone.get_by_text("To look at: makers and owners change jobs.")).to_be_visible()
    for gone in ("Undo", "Add", "Arrange"):
        expect(phone.get_by_role("button", name=gone, exact=True)).to_have_count(0)
    phone.locator("[data-dimension=Length]").first.click()
    phone.keyboard.type("700")
    phone.keyboard.press("Enter")
    expect(phone.get_by_role("alert").first).to_contain_text("Makers and owners change jobs.")


def test_a_link_shows_a_job_until_it_is_ended(open_device: Open, doors: Doors, owner: Page) -> None:
    owner.goto(f"/jobs/{doors.mine.pour.job_id}/measure")
    owner.get_by_role("button", name="Print").click()
    owner.get_by_role("menuitem", name="Share a link").click()
    owner.get_by_role("radio", name="plan and papers").click()
    owner.get_by_role("button", name="Make a link").click()
    link = owner.locator("[data-link]").get_attribute("data-link")
    assert link is not None
    somebody = open_device(link, "phone")
    expect(somebody.get_by_role("heading", name="Top", level=1)).to_be_visible()
    expect(somebody.get_by_text("To read only, until")).to_be_visible()
    with somebody.expect_download() as papers:
        somebody.get_by_role("button", name="Job pack, A4").click()
    assert Path(papers.value.path()).read_bytes().startswith(b"%PDF")
    somebody.goto("/")
    expect(somebody.get_by_role("heading", name="Sign in")).to_be_visible()  # a link is no way in
    listed = owner.get_by_role("listitem").filter(has_text="Plan and papers")
    listed.get_by_role("button", name="End the link of").click()
    expect(listed).to_have_count(0)
    again = open_device(link)
    expect(again.get_by_role("heading", name="This link shows nothing")).to_be_visible()


def test_somebody_elses_change_is_undone_only_when_that_is_meant(doors: Doors, owner: Page) -> None:
    job = doors.mine.shelf.job()
    maker, _ = doors.person(doors.mine.id, "maker", f"Maker {uuid4().hex[:4]}")
    changed = job.job.model_copy(update={"name": "Their name for it"})
    with doors.database.of_shop(doors.mine.id, maker).work() as records:
        records.jobs(doors.mine.id).edit(job.id, 1, changed, "Name")
    owner.goto(f"/jobs/{job.id}/measure")
    owner.get_by_role("button", name="Undo", exact=True).click()
    dialog = owner.get_by_role("dialog", name="Somebody else’s change")
    expect(dialog).to_contain_text("made the last change: Name.")
    dialog.get_by_role("button", name="Leave it").click()
    expect(owner).to_have_title("Their name for it · Ulbrek")
    owner.get_by_role("button", name="Undo", exact=True).click()
    dialog.get_by_role("button", name="Undo it for all that").click()
    expect(owner).to_have_title("Top · Ulbrek")
    owner.get_by_role("button", name="History").click()
    expect(owner.get_by_role("dialog", name="History")).to_contain_text("Maker")


@pytest.mark.parametrize(("size", "theme"), [("desk", "light"), ("phone", "dark")])
def test_axe_finds_nothing_at_the_doors(open_device: Open, doors: Doors, owner: Page, size: str, theme: str) -> None:
    code = doors.person(doors.mine.id, "helper", f"Axe {size}")[1]
    with doors.database.work() as records:
        first = records.accounts(doors.mine.id).make_first().code
        _, token = records.links(doors.mine.id).make(doors.mine.pour.job_id, "pack", 1, None)
    found: dict[str, Any] = {}

    def look(page: Page, what: str, ready: str) -> None:
        page.locator(ready).first.wait_for()
        violations = Axe().run(page, options=AXE_TAGS).response["violations"]
        found.update({f"{what}: {one['id']}": [node["html"] for node in one["nodes"]] for one in violations})

    for path, ready in {
        "/sign-in": "text=Type a code", f"/join#{first}": "text=Go in", f"/join#{code}": "text=Name of this device",
        f"/see#{token}": "text=Schedule", "/see#none": "text=shows nothing", "/trust": "text=Compare",
    }.items():  # fmt: skip
        look(open_device(path, size, theme), path[:5], ready)
    owner.set_viewport_size(SIZES[size]["viewport"])
    owner.evaluate("theme => localStorage.setItem('theme', theme)", theme)
    owner.goto("/you")
    look(owner, "you", "text=Your devices")
    owner.goto("/shop/doors")
    look(owner, "doors", "text=Seen at the door")
    owner.get_by_role("button", name=re.compile("^Let ")).first.click()
    look(owner, "role", "text=Show the code")
    owner.get_by_role("button", name="Show the code").click()
    look(owner, "code", "[data-code]")
    assert found == {}
