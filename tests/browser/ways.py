"""Ways to change a field: which control it has, and how it is worked by pointer and by keyboard."""

import re

from playwright.sync_api import Locator, Page

# Which control of which station changes a field: (station, what to open first, role, name, what is chosen or typed).
Way = tuple[str, str | None, str, str, str]

# Fields of a piece and its site that test_shapes changes.
IN_SHAPES = {
    "/pieces/outline",
    "/pieces/features",
    *(f"/pieces/{name}" for name in ("drawn", "grind", "taper", "run", "weight", "matches")),
    *(f"/pieces/taper/{name}" for name in ("towards", "thickness", "face")),
    *(f"/pieces/edge_profiles/{name}" for name in ("edge", "profile", "size", "made")),
    *(f"/pieces/edge_fits/{name}" for name in ("edge", "gap", "overhang")),
    *(f"/pieces/seams/{name}" for name in ("id", "side", "offset")),
    *(f"/pieces/weight/{name}" for name in ("mass_kg", "when", "by", "tolerance")),
    *(f"/pieces/run/{name}" for name in ("along", "run", "gap", "end_gap", "rows", "deep", "row_gap", "row_end")),
    *(f"/site/dimensions/{name}" for name in ("id", "name", "first", "again", "offset", "pieces")),
    *(f"/site/passages/{name}" for name in ("id", "name", "kind", "width", "height")),
    "/site/drift",
}


def of_field(page: Page, pointer: str) -> Locator:
    """Where a field of the job is changed, by its place in the document, whichever item of a list it is of."""
    within, _, last = pointer.rpartition("/")
    return page.locator(f'[data-field^="{within}"][data-field$="/{last}"]')


def control(page: Page, role: str, name: str, pointer: str = "") -> Locator:
    """The control that a way speaks of: by its field where it is one of a document, by its name where it is not."""
    named = of_field(page, pointer) if pointer else None
    if named is not None and named.count() == 1:
        kind = role.rpartition(" ")[2]
        if kind in ("select", "textbox", "length"):
            return named.get_by_role({"select": "combobox", "textbox": "textbox", "length": "button"}[kind]).first  # type: ignore[arg-type]
    scope: Page | Locator = page
    if role.startswith("region:"):
        region, _, role = role.removeprefix("region:").rpartition(" ")
        scope = page.get_by_role("region", name=region)
    if role == "select":
        return scope.get_by_role("combobox", name=name, exact=True)
    if role == "moment":
        return scope.get_by_label(name, exact=True)
    if role == "length":
        return scope.get_by_role("button", name=re.compile(rf"^{re.escape(name)} [\d−]"))
    return scope.get_by_role(role, name=name, exact=True)  # type: ignore[arg-type]


def change(page: Page, way: Way, keys: bool, pointer: str = "") -> None:
    _, _, role, name, value = way
    wanted = control(page, role, name, pointer)
    if role.endswith(("textbox",)):
        wanted.focus() if keys else wanted.click()
        page.keyboard.press("ControlOrMeta+a")
        page.keyboard.type(value)
        page.keyboard.press("Enter")
    elif role == "moment":
        wanted.fill(value)
        wanted.press("Enter")
    elif "select" in role:
        if value:
            wanted.select_option(value)
    elif role.endswith("checkbox"):
        wanted.press("Space") if keys else wanted.click()
    else:
        if keys:
            wanted.focus()
            page.keyboard.press("Enter" if role != "radio" else "Space")
        else:
            wanted.click()
        if role.endswith("length"):
            page.keyboard.press("ControlOrMeta+a")
            page.keyboard.type(value)
            page.keyboard.press("Enter")
