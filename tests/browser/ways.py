"""Ways to change a field: which control it has, and how it is worked by pointer and by keyboard."""

import re

from playwright.sync_api import Locator, Page

# Which control of which station changes a field: (station, what to open first, role, name, what is chosen or typed).
Way = tuple[str, str | None, str, str, str]

# Fields of a piece and its site that test_shapes changes.
IN_SHAPES = {
    "/pieces/outline",
    "/pieces/features",
    *(f"/pieces/{name}" for name in ("drawn", "grind", "taper", "run", "matches")),
    *(f"/pieces/taper/{name}" for name in ("towards", "thickness", "face")),
    *(f"/pieces/edge_profiles/{name}" for name in ("edge", "profile", "size", "made")),
    *(f"/pieces/edge_fits/{name}" for name in ("edge", "gap", "overhang")),
    *(f"/pieces/seams/{name}" for name in ("id", "side", "offset")),
    *(f"/pieces/run/{name}" for name in ("along", "run", "gap", "end_gap")),
    *(f"/site/dimensions/{name}" for name in ("id", "name", "first", "again", "offset", "pieces")),
    *(f"/site/passages/{name}" for name in ("id", "name", "kind", "width", "height")),
    "/site/drift",
}


def control(page: Page, role: str, name: str) -> Locator:
    """The control that a way speaks of."""
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


def change(page: Page, way: Way, keys: bool) -> None:
    _, _, role, name, value = way
    wanted = control(page, role, name)
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
