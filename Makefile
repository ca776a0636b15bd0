# The few commands. `make demo` and `make test` install what they need.
SHELL := /bin/bash
PYTHON := .venv/bin/python
.PHONY: demo start lan dev stop reset-demo test check fmt screens bench generate lock

demo: ## everything with demo data; prints the address
	@ops/setup.sh demo && exec $(PYTHON) -m ops.demo run

start: ## a shop of your own, empty at first; prints the address
	@ops/setup.sh demo && exec $(PYTHON) -m ops.demo start

lan: ## the demo for phones in the same network: sign-in, over TLS; prints what lets its owner in
	@ops/setup.sh demo && exec $(PYTHON) -m ops.demo lan

dev: ## the demo, reloading as the sources change
	@ops/setup.sh test && exec $(PYTHON) -m ops.demo dev

stop: ## stop what runs
	@ops/setup.sh demo && exec $(PYTHON) -m ops.demo stop

reset-demo: ## back to the demo data
	@ops/setup.sh demo && exec $(PYTHON) -m ops.demo reset

test: ## all tests
	@ops/setup.sh test && exec env PYTEST_DISABLE_PLUGIN_AUTOLOAD=1 $(PYTHON) -m pytest -p xdist -n auto $(ARGS)

check: ## format, lint, strict types, import contracts, generated files
	@ops/setup.sh test && ops/check.sh

fmt: ## put the sources into their format
	@ops/setup.sh test && .venv/bin/ruff check --fix -q . ; .venv/bin/ruff format -q . && cd web && npx biome check --write .

generate: ## docs/rules.md, the OpenAPI document and, from it, the typed client
	@ops/setup.sh test && $(PYTHON) -m ops.generate && cd web && npm run --silent types

screens: ## docs/screenshots/ from the demo data
	@ops/setup.sh test && exec $(PYTHON) -m ops.screens

bench: ## plan(), API and browser timings
	@ops/setup.sh test && exec $(PYTHON) -m bench

lock: ## pin the dependencies anew
	@uv() { .venv/bin/uv pip compile -q --generate-hashes --no-header --no-annotate "$$@"; } && \
	uv pyproject.toml --extra install -o requirements.lock && \
	uv pyproject.toml --extra install --extra dev -o requirements-dev.lock && \
	echo uv | uv - -o requirements-uv.lock && \
	folder=$$(mktemp -d) && cp web/package.json web/.npmrc $$folder && \
	(cd $$folder && npm install --package-lock-only --loglevel=error) && cp $$folder/package-lock.json web/
