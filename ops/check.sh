#!/usr/bin/env bash
# Format, lint, strict types on both sides, import contracts, generated files up to date.
set -euo pipefail
cd "$(dirname "$0")/.."
.venv/bin/ruff format --check .
.venv/bin/ruff check .
.venv/bin/mypy
.venv/bin/lint-imports --no-logo 2>/dev/null || .venv/bin/lint-imports
.venv/bin/deptry ulbrek tests bench ops --no-ansi
.venv/bin/python -m ops.generate --check
(cd web && npx biome check . && npx tsc --noEmit && npx knip)
