"""The work that is done apart: whole pieces of it, each a function that a process can find."""

from collections.abc import Sequence
from datetime import datetime
from functools import lru_cache
from pathlib import Path
from typing import Literal
from zoneinfo import ZoneInfo

from manifold3d import Manifold

from ulbrek.api.cut_search import CutTask, look
from ulbrek.core.base.finding import Change
from ulbrek.core.base.sentence import fill
from ulbrek.core.base.units import Units
from ulbrek.core.buying.shopping import ShoppingList
from ulbrek.core.cure.inputs import Hours
from ulbrek.core.cure.window import PourStart
from ulbrek.core.days.days import Days
from ulbrek.core.job.job import Job
from ulbrek.core.job.shop import Shop
from ulbrek.core.kit.climate.conditions import Conditions
from ulbrek.core.kit.geometry.mesh import mesh_of, upright_section
from ulbrek.core.kit.nesting.panels import Panel, SheetStock
from ulbrek.core.kit.nesting.sheets import Prefer
from ulbrek.core.measure.inputs.piece import Piece
from ulbrek.core.measure.kept_in import Kept, kept_at
from ulbrek.core.measure.shape import shape_of
from ulbrek.core.measure.weighing import CannotSolveError
from ulbrek.core.plan.plan import plan, pour_windows, to_cut
from ulbrek.core.plan.result import Plan
from ulbrek.core.pour.sheet import RunSheet
from ulbrek.core.records.record import Record
from ulbrek.core.solve.goal import Goal, solve
from ulbrek.files.board_drawings import write_boards_csv, write_boards_dxf, write_boards_xlsx
from ulbrek.files.casting_story import Story, story_page
from ulbrek.files.drawing_in import Drawing, read_drawing
from ulbrek.files.drawing_out import write_dxf, write_svg
from ulbrek.files.drawn_lines import Unit
from ulbrek.files.estimate_file import Priced, PriceSheet, price_sheet
from ulbrek.files.form_solid import write_glb
from ulbrek.files.logger import Choices, LoggerReadings, read_logger
from ulbrek.files.pack import Paper, days_sheet, job_pack, pour_sheet
from ulbrek.files.pack.labels import label_pages
from ulbrek.files.pack.templates import template_pages
from ulbrek.files.photo import CleanPhoto, clean_photo
from ulbrek.files.shopping_file import shopping_page
from ulbrek.files.solid_file import write_3mf, write_stl
from ulbrek.files.steel_list import write_steel_csv, write_steel_dxf

BoardFormat = Literal["dxf", "csv", "xlsx"]
SteelFormat = Literal["dxf", "csv"]
PieceFormat = Literal["stl", "3mf", "dxf", "svg"]
Ring = list[float]


def plan_job(job: Job, shop: Shop, record: Record, known: Conditions) -> Plan:
    """The plan of a job."""
    return plan(job, shop, record, known=known)


def windows(jobs: Sequence[Job], shop: Shop, known: Conditions, now: datetime) -> tuple[PourStart, ...]:
    """Each hour of the coming week as a start for some jobs."""
    return pour_windows(jobs, shop, known, now)


def logger_file(path: str, choices: Choices, zone: str) -> LoggerReadings:
    """What a logger's file holds."""
    return read_logger(Path(path), choices, ZoneInfo(zone))


def days_pages(
    found: Days, begins: Sequence[datetime], hours: Hours, shop_name: str, units: Units, paper: Paper
) -> bytes:
    """The sheet of some days."""
    return days_sheet(found, begins, hours, shop_name=shop_name, units=units, paper=paper)


def panels_to_cut(job: Job, shop: Shop, sheet: str) -> tuple[list[Panel], SheetStock, Prefer] | None:
    """What is cut from one kind of sheet."""
    return to_cut(job, shop, sheet)


def search_cuts(task: CutTask, told: Path) -> None:
    """Better and better cut plans, told line by line."""
    look(task, told)


def pack(job: Job, shop: Shop, record: Record, known: Conditions, units: Units, paper: Paper) -> bytes:
    """A job's pack as a PDF."""
    return job_pack(job, plan(job, shop, record, known=known), shop_name=shop.name, units=units, paper=paper)


def day(sheet: RunSheet, name: str, shop_name: str, units: Units, paper: Paper) -> bytes:
    """The run sheet of a pour as a PDF."""
    return pour_sheet(sheet, name=name, shop_name=shop_name, units=units, paper=paper)


def story(told: Story, hours: Hours, units: Units, paper: Paper) -> bytes:
    """The story of a casting as a PDF."""
    return story_page(told, hours, units, paper)


def templates(job: Job, shop: Shop, units: Units, paper: Paper) -> bytes:
    """Full-size templates as a PDF."""
    return template_pages(job, plan(job, shop), units=units, paper=paper)


def labels(job: Job, shop: Shop, address: str, units: Units, paper: Paper) -> bytes:
    """A label for each board, as a PDF."""
    return label_pages(job, plan(job, shop), address=address, units=units, paper=paper)


def steel(job: Job, shop: Shop, form: SteelFormat) -> str | bytes:
    """The steel of a job as a drawing or a list."""
    planned = plan(job, shop)
    return write_steel_dxf(planned) if form == "dxf" else write_steel_csv(planned)


def boards(job: Job, shop: Shop, form: BoardFormat) -> str | bytes:
    """The boards of a job as a drawing, a list or a workbook."""
    planned = plan(job, shop)
    match form:
        case "dxf":
            return write_boards_dxf(planned)
        case "csv":
            return write_boards_csv(planned)
        case "xlsx":
            return write_boards_xlsx(planned)


def form_solid(job: Job, shop: Shop, piece_id: str) -> tuple[str, bytes] | None:
    """The name of a piece and its form in the round; None where the job has no such piece."""
    planned = next((one for one in plan(job, shop).pieces if one.id == piece_id), None)
    return None if planned is None else (planned.name, write_glb(planned.form))


def solid(piece: Piece) -> bytes:
    """A finished piece as binary STL."""
    return write_stl(shape_of(piece).finished)


@lru_cache(maxsize=8)
def _mesh(piece: Piece) -> Manifold:
    """The mesh of a piece; one that is cut through is cut through again a moment later."""
    return mesh_of(shape_of(piece).solid)


def section(piece: Piece, along: Literal["x", "y"], at_mm: float) -> tuple[list[Ring], float, float, list[Kept]]:
    """The rings of a piece cut through upright, between what heights it is, and what stays in it."""
    shape = shape_of(piece)
    rings = upright_section(_mesh(piece), along, at_mm)
    flat = [[round(value, 3) for point in ring for value in point] for ring in rings]
    kept = list(kept_at(shape, along, at_mm))
    return flat, shape.solid.heights[0], shape.solid.heights[-1], kept


def piece_file(piece: Piece, form: PieceFormat) -> str | bytes:
    """A piece as a file."""
    shape = shape_of(piece)
    match form:
        case "stl":
            return write_stl(shape.finished)
        case "3mf":
            return write_3mf(shape.finished, piece.name)
        case "dxf":
            return write_dxf(shape)
        case "svg":
            return write_svg(shape)


def drawing(content: bytes, name: str, unit: Unit | None) -> Drawing:
    """The closed lines of a drawing."""
    return read_drawing(content, name, unit)


def photo(content: bytes) -> CleanPhoto:
    """A photo made fit to be kept."""
    return clean_photo(content)


def solved(job: Job, shop: Shop, goal: Goal, units: Units) -> Change:
    """The change that reaches a goal.

    Raises:
        CannotSolveError: when none does, in the reader's units
    """
    try:
        return solve(job, shop, goal)
    except CannotSolveError as error:
        raise CannotSolveError(fill(str(error), {}, units)) from error


def price_paper(which: PriceSheet, of: Priced, units: Units, paper: Paper) -> bytes:
    """An estimate or a receipt as a PDF."""
    return price_sheet(which, of, units, paper)


def shopping_paper(found: ShoppingList, title: str, shop_name: str, units: Units, paper: Paper) -> bytes:
    """A shopping list as a PDF."""
    return shopping_page(found, title=title, shop_name=shop_name, units=units, paper=paper)
