"""What changes is told to those that follow, of their shop alone, and as far as it is theirs to see."""

import asyncio
import json
from collections.abc import AsyncGenerator, Callable
from datetime import UTC, datetime
from uuid import UUID, uuid4

from sqlalchemy import text

from tests.api.doors import Doors
from tests.store.test_shops_apart import TABLES
from ulbrek.api.access.asker import Asker, AskerRole
from ulbrek.api.handlers.changes import stream_of
from ulbrek.api.live import MOST_OF_ONE, Live
from ulbrek.store.entries import Entry
from ulbrek.store.log import Observation

PAGE = str(uuid4())
# What no screen shows: counts of tries, what passes by within a minute, and what is kept to be quick.
UNTOLD = {"batch_share", "cavity", "sensor", "passkey", "security_event", "invitation", "outlook", "weather_day"}
Heard = list[tuple[str, str, str]]


def heard_by(doors: Doors, followers: list[Asker], happens: Callable[[], None], last: str = "log") -> list[Heard]:
    """What each of some followers is told of something that happens, until its last part is."""

    async def heard(stream: AsyncGenerator[Heard], into: Heard, ready: asyncio.Event) -> None:
        async for told in stream:
            ready.set()
            into.extend(told)
            if any(what == last for what, _, _ in told):
                return

    async def all_of_it() -> list[Heard]:
        live = Live(doors.settings.database_url)
        into: list[Heard] = [[] for _ in followers]
        readies = [asyncio.Event() for _ in followers]
        async with asyncio.timeout(20), asyncio.TaskGroup() as tasks:
            listening = [
                tasks.create_task(heard(_read(live, follower), into[at], readies[at]))
                for at, follower in enumerate(followers)
            ]
            for ready in readies:
                await ready.wait()
            await asyncio.to_thread(happens)
            await asyncio.wait(listening, timeout=3)
            for one in listening:
                one.cancel()
        await live.close()
        return into

    return asyncio.run(all_of_it())


async def _read(live: Live, follower: Asker, since_s: float = 0) -> AsyncGenerator[Heard]:
    assert follower.shop_id is not None
    async for event in stream_of(live, follower, follower.shop_id, since_s):
        told = json.loads(event.data) if event.data else {}
        yield [(told["what"], told["key"], told["page"])] if told else [("again", "", "")]
    yield [("ended", "", "")]


def _follower(role: AskerRole, shop: UUID, device: UUID | None = None) -> Asker:
    return Asker(role, shop, device_id=device)


def _note(doors: Doors) -> None:
    with doors.database.of_shop(doors.mine.id).work() as records:
        seen = Observation("note", "Swept", pour_id=doors.mine.pour.id)
        records.log(doors.mine.id).add(seen, Entry(datetime.now(UTC)))


def test_those_that_follow_are_told_of_their_own_shop_and_helpers_of_their_work(doors: Doors) -> None:
    mine = doors.mine

    def happens() -> None:
        with doors.database.of_shop(mine.id).from_page(PAGE).work() as records:
            records.stock(mine.id).move(mine.lot, "counted", 3, Entry(datetime.now(UTC)))
            records.stock(mine.id).move(mine.lot, "counted", 4, Entry(datetime.now(UTC)))
        _note(doors)

    followers = [_follower("maker", mine.id), _follower("helper", mine.id), _follower("owner", doors.theirs.id)]
    maker, helper, stranger = heard_by(doors, followers, happens)
    assert maker == [("again", "", ""), ("stock", str(mine.id), PAGE), ("log", str(mine.pour.id), "")]
    assert helper == [("again", "", ""), ("log", str(mine.pour.id), "")]
    assert stranger == [("again", "", "")]


def test_a_device_that_is_signed_out_is_told_nothing_more(doors: Doors) -> None:
    member, _ = doors.person(doors.mine.id, "maker")
    with doors.database.of_shop(doors.mine.id).work() as records:
        accounts = records.accounts(doors.mine.id)
        account = next(one for one in accounts.all() if one.member_id == member)
        device, _ = accounts.sign_in(account.id, "Phone", "code", "127.0.0.1")

    def happens() -> None:
        with doors.database.of_shop(doors.mine.id).work() as records:
            records.accounts(doors.mine.id).end_device(device)
        _note(doors)

    out, still = heard_by(
        doors, [_follower("maker", doors.mine.id, device), _follower("maker", doors.mine.id)], happens
    )
    assert out == [("again", "", ""), ("ended", "", "")]
    assert still[-1][0] == "log"


def test_a_page_is_told_what_changed_after_it_looked_and_before_it_followed(doors: Doors) -> None:
    follower = _follower("maker", doors.mine.id)

    async def what_those_hear_first_who_looked(before: float, long_before: float) -> tuple[Heard, Heard, Heard]:
        live = Live(doors.settings.database_url)
        async with asyncio.timeout(20):
            first = _read(live, follower)
            assert await anext(first) == [("again", "", "")]
            await asyncio.sleep(before)
            await asyncio.to_thread(_note, doors)
            told = await anext(first)
            streams = [_read(live, follower, since) for since in (before, long_before)]
            late, later = [await anext(stream) for stream in streams]
            for stream in (first, *streams):
                await stream.aclose()
        await live.close()
        return told, late, later

    told, late, later = asyncio.run(what_those_hear_first_who_looked(0.5, 1000))
    assert told == late == [("log", str(doors.mine.pour.id), "")]
    assert later == [("again", "", "")]


def test_what_was_missed_while_the_database_was_gone_is_looked_at_again(doors: Doors) -> None:
    def happens() -> None:
        with doors.database.engine.connect() as connection:
            connection.execute(text("RESET ROLE"))
            ended = connection.execute(
                text("SELECT count(pg_terminate_backend(pid)) FROM pg_stat_activity WHERE query LIKE 'LISTEN%'")
            )
            assert ended.scalar_one() >= 1
            connection.rollback()

    [follower] = heard_by(doors, [_follower("owner", doors.mine.id)], happens)
    assert follower == [("again", "", ""), ("again", "", "")]


def test_one_person_s_pages_do_not_keep_others_from_following(doors: Doors) -> None:
    async def opened() -> tuple[bool, bool]:
        live = Live(doors.settings.database_url)
        pages = [live.follow(doors.mine.id, "one", 1000, 60) for _ in range(MOST_OF_ONE)]
        async with asyncio.timeout(20):
            for page in pages:
                assert await anext(page) is None
        found = live.is_full("one"), live.is_full("another")
        for page in pages:
            await page.aclose()
        assert not live.is_full("one")
        await live.close()
        return found

    assert asyncio.run(opened()) == (True, False)


def test_every_table_that_a_screen_shows_tells(doors: Doors) -> None:
    with doors.database.engine.connect() as connection:
        tells = set(
            connection.execute(text("SELECT tgrelid::regclass::text FROM pg_trigger WHERE tgname = 'tell'")).scalars()
        )
    assert set(TABLES) - tells == UNTOLD
