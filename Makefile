# Everything this project does, by name. `make` alone lists it.
PY := .venv/bin/python
NPM := npm --prefix web --no-fund --no-audit --loglevel=error
CORE_FILES := $(shell find northspan -name '*.py' -o -name '*.csv')
WEB_FILES := $(shell find web/src web/index.html web/*.json web/*.ts web/*.mjs -type f 2>/dev/null)

.DEFAULT_GOAL := help
.PHONY: help demo test core quick slow attack check web spec bench lock bom ratio screenshots clean chromium

help: ## List what can be made
	@grep -hE '^[a-z]+:.*## ' $(MAKEFILE_LIST) | sed -E 's/^([a-z]+):.*## /\1\t/' | expand -t 14

demo: .venv/run.stamp web/dist/built.stamp ## Start North Span with the demo property (PORT, NORTHSPAN_DATA)
	@$(PY) -m northspan demo
	@exec $(PY) -m northspan serve

test: .venv/dev.stamp web/dist/built.stamp chromium ## Run every test and check; the last line counts them
	@$(PY) -m tests.run --side-by-side tests

core: .venv/dev.stamp ## Run the tests of the trade's rules and arithmetic alone
	@$(PY) -m tests.run --side-by-side tests.core tests.test_structure

quick: .venv/dev.stamp ## Run of the core what is quick: all but properties and made-up questions
	@QUICK=1 $(PY) -m tests.run --side-by-side tests.core tests.test_structure

slow: .venv/dev.stamp ## Measure anew which tests of the core make quick leaves out
	@$(PY) -m tests.run --measure tests.core tests.test_structure

attack: .venv/dev.stamp ## Run every test with every made-up case, which takes long
	@ATTACK=1 $(PY) -m tests.run --side-by-side tests

check: .venv/dev.stamp web/node_modules/installed.stamp ## Run only the checks: format, lint, types, spec and types in step
	@$(PY) -m tests.run --side-by-side tests.test_checks.Program tests.test_checks.FrontEnd

web: web/dist/built.stamp ## Build the front end

spec: .venv/run.stamp web/node_modules/installed.stamp ## Write openapi.json and the client's types anew
	$(PY) -m northspan spec > openapi.json.new && mv openapi.json.new openapi.json
	$(NPM) run --silent types

bench: .venv/dev.stamp web/dist/built.stamp chromium ## Measure, and write docs/benchmarks.md
	@$(PY) -m tests.bench

screenshots: .venv/dev.stamp web/dist/built.stamp chromium ## Take the pictures in docs/screenshots anew
	@$(PY) -m tests.screenshots

ratio: ## Show which share of the code is tests
	@t=$$(git ls-files 'tests/*.py' 'web/tests/*' | xargs cat | grep -cv '^\s*$$'); \
	c=$$(git ls-files 'northspan/*.py' 'web/src/*' | grep -vE '\.(svg|png)$$|schema\.d\.ts' | xargs cat | grep -cv '^\s*$$'); \
	echo "tests $$t lines, code $$c lines, tests are $$((100 * t / c)) % of the code"

COMPILE := .venv/lock/bin/pip-compile --quiet --generate-hashes --allow-unsafe --no-strip-extras --no-header --no-annotate \
 --no-emit-index-url --no-emit-trusted-host --no-emit-find-links --no-emit-options

lock: ## Resolve the requirements anew and write the lock files, each file of each package with its hash
	rm -rf .venv/lock && python3 -m venv .venv/lock && .venv/lock/bin/pip install -q pip-tools
	rm -f requirements.lock requirements-dev.lock
	$(COMPILE) -o requirements.lock requirements.in
	$(COMPILE) -c requirements.lock -o requirements-dev.lock requirements.in requirements-dev.in
	sed -i '1i # Made by make lock: what the program needs to run.' requirements.lock
	sed -i '1i # Made by make lock: what testing, checking and measuring need, with the rest.' requirements-dev.lock
	rm -rf .venv/lock

bom: web/node_modules/installed.stamp ## Write the bill of materials of the program and of its pages (CycloneDX), by kept tools
	rm -rf .venv/bom && python3 -m venv .venv/bom && .venv/bom/bin/pip install -q cyclonedx-bom
	.venv/bom/bin/cyclonedx-py requirements requirements.lock --of JSON -o bom-program.json
	cd web && npm sbom --package-lock-only --omit dev --sbom-format cyclonedx > ../bom-pages.json
	rm -rf .venv/bom

clean: ## Remove what was made; data stays
	rm -rf .venv web/node_modules web/dist .mypy_cache .ruff_cache .hypothesis

.venv/bin/python:
	@python3 -m venv .venv || { echo "python3 cannot make a virtual environment; on Debian: apt-get install python3-venv"; exit 1; }

.venv/run.stamp: requirements.lock | .venv/bin/python
	@echo "Installing Python packages"
	@.venv/bin/pip install -q --disable-pip-version-check --require-hashes -r requirements.lock
	@touch $@

.venv/dev.stamp: requirements-dev.lock .venv/run.stamp
	@.venv/bin/pip install -q --disable-pip-version-check --require-hashes -r requirements-dev.lock
	@touch $@

web/node_modules/installed.stamp: web/package-lock.json web/package.json
	@echo "Installing front-end packages"
	@$(NPM) ci
	@touch $@

web/dist/built.stamp: web/node_modules/installed.stamp $(WEB_FILES)
	@echo "Building the front end"
	@$(NPM) run --silent build
	@touch $@

chromium:
	@command -v chromium >/dev/null || { echo "Installing Chromium"; \
	 sudo=$$(command -v sudo || true); $$sudo apt-get update -qq && $$sudo apt-get install -y -qq --no-install-recommends chromium >/dev/null; }
