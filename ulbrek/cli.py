"""``ulbrek``: the core from a command line, without a server."""

import json
import os
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from pathlib import Path
from typing import TYPE_CHECKING, Any, Literal, NoReturn
from uuid import UUID

import click
from pydantic import TypeAdapter, ValidationError

from ulbrek import __version__
from ulbrek.core.base.finding import Finding
from ulbrek.core.base.sentence import fill
from ulbrek.core.base.units import Units
from ulbrek.core.base.units.quantity import NBSP, write_quantity, write_range
from ulbrek.core.job.shop import Shop
from ulbrek.core.plan.plan import plan
from ulbrek.core.plan.result import Plan
from ulbrek.files.job_file import JobFile, read_job_file, write_job_file
from ulbrek.files.problems import InvalidDocumentError, problems_in

if TYPE_CHECKING:
    from ulbrek.store.database import Database

JobPath = click.Path(exists=True, dir_okay=False, path_type=Path)


@click.group()
@click.version_option(__version__, message="%(version)s")
def main() -> None:
    """Plan small concrete castings."""


@main.command("plan")
@click.argument("file", type=JobPath)
@click.option("--shop", "shop_file", type=JobPath, help="Plan in this shop instead of the file's own.")
@click.option("--json", "as_json", is_flag=True, help="The whole plan as JSON.")
@click.option("--units", type=click.Choice(["in", "mm"]), default="mm", show_default=True)
def plan_command(file: Path, shop_file: Path | None, as_json: bool, units: Units) -> None:
    """Plan the job in FILE. A plan with findings is still a plan: it exits 0."""
    read = _read(file)
    shop = _read_shop(shop_file) if shop_file else read.shop_snapshot
    planned = plan(read.job, shop)
    if as_json:
        click.echo(TypeAdapter(Plan).dump_json(planned, indent=2).decode())
    else:
        click.echo("\n".join(_summary(read, planned, units)))


@main.command("schema")
def schema_command() -> None:
    """Print the JSON schema of a job file."""
    click.echo(json.dumps(JobFile.model_json_schema(), indent=2))


@main.command("export")
@click.argument("file", type=JobPath)
@click.option("--shop", "shop_file", type=JobPath, help="Put this shop into the file, or plan in it.")
@click.option("--as", "kind", type=click.Choice(["json", "pdf", "ics"]), default="json", show_default=True)
@click.option("--output", type=click.Path(dir_okay=False, path_type=Path), help="A file instead of standard output.")
@click.option("--units", type=click.Choice(["in", "mm"]), default="mm", show_default=True)
@click.option("--paper", type=click.Choice(["a4", "letter"]), default="a4", show_default=True)
def export_command(
    file: Path, shop_file: Path | None, kind: str, output: Path | None, units: Units, paper: Literal["a4", "letter"]
) -> None:
    """Write FILE as a job file of the newest version, as a job pack (pdf) or as a calendar (ics)."""
    read = _read(file)
    shop = _read_shop(shop_file) if shop_file else read.shop_snapshot
    if kind == "pdf":
        from ulbrek.files.pack import job_pack  # noqa: PLC0415 - Typst is loaded when it is needed

        content = job_pack(read.job, plan(read.job, shop), shop_name=shop.name, units=units, paper=paper)
    elif kind == "ics":
        from ulbrek.files.calendar_file import write_calendar  # noqa: PLC0415

        stamp = datetime.fromtimestamp(file.stat().st_mtime, UTC)
        content = write_calendar(read.job.name, file.stem, plan(read.job, shop), stamp)
    else:
        content = write_job_file(read.job, shop).encode()
    if output:
        output.write_bytes(content)
    else:
        sys.stdout.buffer.write(content)


@main.command("migrate")
def migrate_command() -> None:
    """Bring the tables of DATABASE_URL up and make the shop where there is none."""
    with _database() as database:
        database.prepare()


@main.group("shop")
def shop_group() -> None:
    """The shops in DATABASE_URL."""


@shop_group.command("create")
@click.argument("name")
@click.option("--currency", help="What it pays in, such as EUR.")
def create_shop_command(name: str, currency: str | None) -> None:
    """Make a shop called NAME beside those that are there, and print its id."""
    told = {"name": name, "begun": False, **({"currency": currency} if currency else {})}
    try:
        shop = Shop.model_validate(told)
    except ValidationError as error:
        _refuse(Path(name), InvalidDocumentError(problems_in(error)))
    with _database() as database, database.work() as records:
        click.echo(records.shops.create(shop))


@shop_group.command("list")
def list_shops_command() -> None:
    """Print the id and the name of each shop, the oldest first."""
    with _database() as database, database.work() as records:
        for one in records.shops.all():
            click.echo(f"{one.id}  {one.shop.name}")


@main.command("serve")
@click.option("--lan", is_flag=True, help="On the shop's network, with a certificate of an authority of its own.")
@click.option("--host", help="The address that is listened on.")
@click.option("--port", type=click.IntRange(1, 65_535), default=8443, show_default=True)
@click.option("--workers", type=click.IntRange(1, 64), default=2, show_default=True)
@click.option("--certificate", type=click.Path(path_type=Path), help="A certificate of your own, with its chain (PEM).")
@click.option("--key", type=click.Path(path_type=Path), help="Its key (PEM).")
@click.option("--behind", multiple=True, help="The address of a proxy, whose word on who asks is believed.")
@click.option("--public-address", help="Under which it is asked, such as https://shop.example.")
@click.option("--plain-http", is_flag=True, help="Serve a network without TLS: everybody in it reads along.")
@click.option(
    "--data", type=click.Path(file_okay=False, path_type=Path), default=Path.home() / ".local" / "share" / "ulbrek",
    help="The folder that the authority is kept in.",
)  # fmt: skip
def serve_command(**asked: Any) -> None:  # noqa: ANN401 - each as its option says
    """Serve what DATABASE_URL holds, with sign-in, until it is told to stop."""
    from ulbrek.serving.serve import CannotServeError, Serving, serve  # noqa: PLC0415

    url = os.environ.get("DATABASE_URL")
    if not url:
        raise click.ClickException("DATABASE_URL is not set: say which PostgreSQL to use.")
    try:
        serve(Serving(database_url=url, **asked), click.echo)
    except CannotServeError as error:
        raise click.ClickException(str(error)) from error


@main.group("people")
def people_group() -> None:
    """Who may come in."""


@people_group.command("list")
@click.option("--shop", "shop_id", type=click.UUID, help="Which shop, where there are several.")
def list_people_command(shop_id: UUID | None) -> None:
    """Print who may come in: what they sign in as, what they may do, on how many devices they are."""
    with _database() as database:
        shop_id = _which(database, shop_id)
        with database.of_shop(shop_id).work() as records:
            accounts = records.accounts(shop_id)
            for one in accounts.all():
                click.echo(f"{one.login}  {one.role}  {len(accounts.devices(one.id))} devices")


@people_group.command("code")
@click.argument("login")
def code_command(login: str) -> None:
    """Print a code that lets whoever signs in as LOGIN in once, within five minutes: who forgot their passphrase."""
    with _database() as database:
        with database.work() as records:
            known = records.doors.login(login)
        if known is None:
            raise click.ClickException(f"Nobody signs in as “{login}”. `ulbrek people list` prints who does.")
        with database.of_shop(known.shop_id).work() as records:
            code = records.accounts(known.shop_id).make_code(known.account_id).code
            records.security(known.shop_id).add("code-made", "The command line", "", known.name)
    click.echo(f"{code[:4]}-{code[4:]}  at /join, within five minutes")


@people_group.command("owner")
@click.option("--shop", "shop_id", type=click.UUID, help="Which shop, where there are several.")
def owner_command(shop_id: UUID | None) -> None:
    """Print what makes an owner, once, within a day: where all owners are gone, or a backup was restored."""
    with _database() as database:
        shop_id = _which(database, shop_id)
        with database.of_shop(shop_id).work() as records:
            code = records.accounts(shop_id).make_first().code
            records.security(shop_id).add("code-made", "The command line", "", "A new owner")
    click.echo(f"/join#{code}")


@main.command("backup")
@click.argument("file", type=click.Path(dir_okay=False, path_type=Path), required=False)
@click.option("--shop", "shop_id", type=click.UUID, help="Which shop, where there are several.")
@click.option("--into", type=click.Path(file_okay=False, path_type=Path), help="A folder instead: named by the time.")
@click.option("--keep", type=click.IntRange(1, 10_000), default=14, show_default=True, help="How many stay there.")
@click.option("--check", is_flag=True, help="Restore it once, into a database that is made for that and dropped.")
def backup_command(file: Path | None, shop_id: UUID | None, into: Path | None, keep: int, check: bool) -> None:
    """Write all records of a shop in DATABASE_URL into FILE, or into a folder where the oldest make room."""
    from ulbrek.store.backup_folder import backup_into, backup_to, check_backup  # noqa: PLC0415

    if (file is None) == (into is None):
        raise click.UsageError("Give either a FILE or --into a folder.")
    with _database() as database:
        shop_id = _which(database, shop_id)
        if into is not None:
            file = backup_into(database, shop_id, into, keep)
            told = "Written"
        elif file is not None:
            counts = backup_to(database, shop_id, file)
            told = f"{sum(counts.values())} rows of {len(counts)} tables"
        assert file is not None  # noqa: S101 - one of the two was given
        if check:
            try:
                told = f"{sum(check_backup(database, file).values())} rows restored and read once"
            except InvalidDocumentError as error:
                _refuse(file, error)
    click.echo(f"{told} in {file}" if not check else f"{told}: {file}")


def _which(database: "Database", shop_id: UUID | None) -> UUID:
    """The shop that is meant: the only one, or the one that was named."""
    with database.work() as records:
        there = [one.id for one in records.shops.all()]
    if shop_id is None and len(there) == 1:
        return there[0]
    if shop_id not in there or shop_id is None:
        told = "There are several shops" if shop_id is None and there else "There is no such shop"
        raise click.ClickException(f"{told}. `ulbrek shop list` prints them; name one with --shop.")
    return shop_id


@main.command("restore")
@click.argument("file", type=JobPath)
def restore_command(file: Path) -> None:
    """Read the backup in FILE into DATABASE_URL, which must hold no records; all of it or nothing."""
    from ulbrek.store.backup import read_backup  # noqa: PLC0415

    with _database() as database, file.open("rb") as kept:
        try:
            counts = read_backup(database, kept)
        except InvalidDocumentError as error:
            _refuse(file, error)
    click.echo(f"{sum(counts.values())} rows of {len(counts)} tables restored")


@contextmanager
def _database() -> Iterator["Database"]:
    """The database that DATABASE_URL names; its connections are closed at the end."""
    from ulbrek.api.settings import Settings  # noqa: PLC0415
    from ulbrek.store.database import Database  # noqa: PLC0415
    from ulbrek.store.errors import NotReadyError  # noqa: PLC0415

    database = Database(Settings().database_url)
    try:
        yield database
    except NotReadyError as error:
        raise click.ClickException(str(error)) from error
    finally:
        database.engine.dispose()


def _read(file: Path) -> JobFile:
    try:
        return read_job_file(file.read_bytes())
    except InvalidDocumentError as error:
        _refuse(file, error)


def _read_shop(file: Path) -> Shop:
    try:
        return Shop.model_validate_json(file.read_bytes())
    except ValidationError as error:
        _refuse(file, InvalidDocumentError(problems_in(error)))


def _refuse(file: Path, error: InvalidDocumentError) -> NoReturn:
    for problem in error.problems:
        click.echo(f"{file}: {problem.field or 'the file'}: {problem.problem} {problem.remedy}", err=True)
    sys.exit(2)


def _summary(read: JobFile, planned: Plan, units: Units) -> list[str]:
    lines = [read.job.name]
    for piece, design in zip(planned.pieces, read.job.pieces, strict=True):
        measured, handled = piece.measure, piece.handling
        size = " × ".join(
            write_quantity(side, "mm", units) for side in (measured.length_mm, measured.width_mm, design.thickness.mm)
        )
        low, high = handled.mass.low or 0.0, handled.mass.high or 0.0
        weighs = write_range(low, high, "kg", units)
        people = write_quantity(handled.people_needed.value, "people", units) if handled.by_hand else "cart or hoist"
        lines += [
            f"  {piece.name}, {piece.count} of {size}",
            f"    volume      {write_quantity(measured.volume.value, 'l', units)}",
            f"    weight      {weighs}{' with steel' if piece.steel.mass else ', fresh'}",
            *(
                f"    diagonal    {write_quantity(tape.length.value, 'tape', units)}"
                for tape in measured.tape_checks[:1]
            ),
            f"    to carry    {people}",
            f"    steel       {piece.steel.school}"
            + (f", {len(piece.steel.bars)} × {piece.steel.bar_name}" if piece.steel.bars else ""),
        ]
    mixed = planned.mix
    lines += [
        f"  {write_quantity(mixed.bags.value, 'charges' if mixed.scratch else 'bags', units)} of {mixed.bag_name}, "
        f"{write_quantity(mixed.batches.value, 'batches', units)} in the {mixed.container_name}",
        f"    water       start {write_quantity(mixed.water_start.value, 'water', units)} a bag, "
        f"limit {write_quantity(mixed.water_most_l, 'water', units)}",
    ]
    cut = planned.cutting
    lines.append(
        f"  {', '.join(f'{len(kind.bought)} {kind.sheet_name}' for kind in cut.kinds) or 'no boards'}, "
        f"{write_quantity(cut.screws.value, 'screws', units)}, "
        f"{write_quantity(cut.cartridges.value, 'cartridges', units)} of sealant"
    )
    lines += [f"    after {write_quantity(act.due_h, 'h', units):9} {act.name}" for act in planned.cure.acts]
    for found in planned.findings:
        finding = found.finding
        title, remedy = (_said(text, finding, units) for text in (finding.title, finding.remedy))
        lines.append(f"  {finding.severity}: {title}. {remedy}")
    return [line.replace(NBSP, " ") for line in lines]


def _said(template: str, found: Finding, units: Units) -> str:
    return fill(template, found.values, units)


if __name__ == "__main__":
    main()
