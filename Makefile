SHELL := /bin/bash
PYTHON ?= python3
VENV := .venv
BIN := $(VENV)/bin
export PIP_DISABLE_PIP_VERSION_CHECK := 1
DEMO_DATA := $(CURDIR)/var/demo
PORT ?= 8000

# The parts of `make test`, in the order in which they run.
PARTS := lint test-core test-golden test-server test-web test-e2e

.PHONY: setup setup-tests browser web demo demo-reset serve dev test test-quick $(PARTS) lint-python lint-web \
  format schema bench attack calibrate pace mutate plain-words shots bench-exchange

## setup: what the product runs on: .venv with the command `bucephal`, and web/node_modules
setup: $(VENV)/.done web/node_modules/.done

$(VENV)/.done: requirements/base.txt core/pyproject.toml
	test -x $(BIN)/python || $(PYTHON) -m venv $(VENV)
	$(BIN)/pip install --quiet --require-hashes -r requirements/base.txt
	$(BIN)/pip install --quiet --no-deps --no-build-isolation -e core
	touch $@

## setup-tests: what tests, linters and benchmarks need on top
setup-tests: setup $(VENV)/.done-tests

$(VENV)/.done-tests: $(VENV)/.done requirements/dev.txt requirements/reference.txt
	$(BIN)/pip install --quiet --require-hashes -r requirements/dev.txt
	$(BIN)/pip install --quiet --require-hashes -r requirements/reference.txt
	touch $@

web/node_modules/.done: web/package.json web/package-lock.json
	cd web && npm ci --no-audit --no-fund --loglevel=error
	touch $@

## browser: Debian's Chromium with its driver, nginx and openssl, for the journeys
browser:
	@if ! (command -v chromium && command -v chromedriver && command -v openssl) >/dev/null || ! test -x /usr/sbin/nginx; then \
	  SUDO=$$([ "$$(id -u)" = 0 ] || echo sudo); \
	  $$SUDO apt-get update -qq && \
	  $$SUDO apt-get install -y -qq --no-install-recommends chromium chromium-driver nginx-light openssl; \
	fi

## web: the built web application in web/dist
web: setup web/dist/.done
web/dist/.done: web/node_modules/.done $(shell find web/src web/public -type f 2>/dev/null) web/index.html web/vite.config.ts
	cd web && npm run --silent build
	touch $@

## demo: builds the invented yard once and serves it
demo: setup web
	@BUCEPHAL_DATA=$(DEMO_DATA) $(BIN)/python demo/load.py
	@BUCEPHAL_DATA=$(DEMO_DATA) BUCEPHAL_PORT=$(PORT) $(BIN)/python demo/serve.py

## demo-reset: the same from the beginning
demo-reset: setup web
	@BUCEPHAL_DATA=$(DEMO_DATA) $(BIN)/python demo/load.py --reset
	@BUCEPHAL_DATA=$(DEMO_DATA) BUCEPHAL_PORT=$(PORT) $(BIN)/python demo/serve.py

## serve: a yard on its own machine, for the phones in its network (docs/run.md); its data in var/yard
serve: setup web
	@$(BIN)/python server/deploy/local_network.py

## dev: server and web with reloading, on the demo data (web on http://localhost:5173)
dev: setup
	@BUCEPHAL_DATA=$(DEMO_DATA) $(BIN)/python demo/load.py
	@trap 'kill 0' EXIT; \
	  (cd server && BUCEPHAL_DATA=$(DEMO_DATA) BUCEPHAL_DEBUG=1 ../$(BIN)/python manage.py runserver 8000) & \
	  (cd web && npm run dev) & wait

## test: everything; the time of each part at the end
test: setup-tests browser web
	@$(BIN)/python tools/run_parts.py $(PARTS)

test-core: setup-tests
	$(BIN)/pytest -q -n 2 --dist worksteal core/tests --ignore core/tests/golden

# Under three hash seeds, side by side: no choice of the planner may hang on the order of a set.
test-golden: setup-tests
	$(BIN)/python tools/under_hash_seeds.py 1 2 3

test-server: setup-tests
	$(BIN)/pytest -q -n 2 --dist worksteal server demo tools

test-web: setup web
	cd web && npm test --silent && npm run --silent size

test-e2e: setup-tests web browser
	$(BIN)/pytest -q -n 3 --dist worksteal e2e

## test-quick: between commits: lint of what changed, tests of its rooms and of those above (SINCE=main for more)
test-quick: setup-tests
	@$(BIN)/python tools/quick_tests.py --since $(or $(SINCE),HEAD)

## lint: linters, types, floors, generated files fresh
lint: setup-tests
	@$(MAKE) --no-print-directory --jobs 2 --output-sync=target lint-python lint-web

lint-python: setup-tests
	$(BIN)/ruff check .
	$(BIN)/ruff format --check .
	cd core && ../$(BIN)/lint-imports --config ../.importlinter
	cd server && ../$(BIN)/lint-imports --config ../.importlinter-server
	$(BIN)/mypy core/bucephal core/tests server demo tools e2e
	$(BIN)/python tools/dead_code.py

lint-web: setup-tests
	$(BIN)/python tools/generate.py --check
	cd web && npm run --silent check

format: setup-tests
	$(BIN)/ruff check --fix-only .
	$(BIN)/ruff format .
	cd web && npm run --silent format

## schema: OpenAPI, TypeScript types, record schema, coach vectors from the core
schema: setup-tests
	$(BIN)/python tools/generate.py

## bench: speed figures, each with its limit and a baseline of the same run; pages of a file of a million asks
bench: setup-tests web
	$(BIN)/python tools/bench.py
	$(BIN)/python tools/bench_taps.py

## bench-exchange: a million asks archived, put back on an empty machine, and taken out of both
bench-exchange: setup-tests
	$(BIN)/python tools/bench_exchange.py

## attack: a hundred thousand asks through power cuts, full disks, locks and fifty devices; what was kept
attack: setup-tests web browser
	$(BIN)/python tools/attack.py

## calibrate: the response model put to the test on virtual horses; writes docs/calibration.md
calibrate: setup-tests
	$(BIN)/python tools/calibrate.py

## pace: how fast and how safely the planner goes, on virtual horses; writes docs/pace.md (ten minutes)
pace: setup-tests
	$(BIN)/python tools/pace.py

## mutate: small changes of the core, and whether a test notices; a sample, room by room
mutate: setup-tests
	$(BIN)/pip install --quiet --require-hashes -r requirements/mutate.txt
	$(BIN)/python tools/mutate.py

## plain-words: the demo on 24 days of every kind: does any page say what must never be said? (twenty minutes)
plain-words: setup-tests
	$(BIN)/python tools/plain_words.py

## shots: the pictures of docs/screenshots from the demo data
shots: setup-tests web browser
	$(BIN)/python tools/shots.py
