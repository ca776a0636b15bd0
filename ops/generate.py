"""Writes what is derived from the sources: the rule book, the OpenAPI document, what the front end knows, the letters.

The front end's build makes its typed client from that document. With ``--check`` nothing is written; it fails when a
file is not what it would be.
"""

import json
import sys

from ops.front_end import fields_module, units_module, values_module
from ops.glyphs import GLYPHS, glyphs_module
from ops.postgres import ROOT
from ulbrek.api.app import create_app
from ulbrek.api.settings import Settings
from ulbrek.core.rulebook import ROOMS, Page, rule_book, term_unit

RULES = ROOT / "docs" / "rules.md"
FIELDS = ROOT / "web" / "src" / "api" / "fields.ts"
UNITS = ROOT / "web" / "src" / "units" / "table.ts"
VALUES = ROOT / "web" / "src" / "api" / "values.ts"
OPENAPI = ROOT / "web" / "openapi.json"


def main() -> int:
    """Writes or checks; the exit status."""
    checking = "--check" in sys.argv
    made = {
        RULES: rules_page(),
        OPENAPI: openapi_document(),
        FIELDS: fields_module(),
        UNITS: units_module(),
        VALUES: values_module(),
        GLYPHS: glyphs_module(),
    }
    stale = [path for path, text in made.items() if not path.exists() or path.read_text() != text]
    for path in stale:
        print(f"{path.relative_to(ROOT)} {'is out of date: run make generate' if checking else 'written'}")
        if not checking:
            path.parent.mkdir(parents=True, exist_ok=True)
            path.write_text(made[path])
    return 1 if stale and checking else 0


def rules_page() -> str:
    """The rule book as Markdown."""
    lines = ["# The rule book", "", "Made by `make generate` from the rules' own docstrings. Do not edit.", ""]
    pages = rule_book()
    for room in ROOMS:
        lines += [f"## {room}", ""]
        for page in (page for page in pages if page.room == room):
            lines += _rule(page)
    return "\n".join(lines).rstrip() + "\n"


def _rule(page: Page) -> list[str]:
    kind = f" ({page.severity})" if page.severity else ""
    lines = [f"### {page.title}{kind}", "", f"`{page.id}`", ""]
    if page.reason:
        lines += [page.reason, ""]
    if page.formula:
        lines += ["```", f"{page.id.rpartition('.')[2]} [{page.unit}] = {page.formula}", "```", ""]
        lines += [f"- `{term.name}`: {term.meaning} [{term_unit(term)}]" for term in page.terms]
        lines.append("")
    return [*lines, f"Source: {page.source}.", ""]


def openapi_document() -> str:
    """The API as OpenAPI."""
    app = create_app(Settings(database_url="postgresql://nowhere/none", log_format="console"))
    return json.dumps(app.openapi(), indent=2, sort_keys=True) + "\n"


if __name__ == "__main__":
    sys.exit(main())
