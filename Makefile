# The two commands of the README are `make demo` and `make test`; the rest serves the developers.
BIN := .venv/bin

.PHONY: demo test check setup bench screenshots fuzz mutants
demo: setup
	@$(BIN)/zygoform --demo

test: setup check

setup:
	@tools/setup.sh

check:
	$(BIN)/ruff format --check .
	$(BIN)/ruff check .
	$(BIN)/mypy
	$(BIN)/lint-imports
	tools/pytest.sh

bench: setup
	@$(BIN)/python -m bench

screenshots: setup
	@QT_QPA_PLATFORM=offscreen $(BIN)/zygoform shots docs/screenshots

# Killed fifty times at work, and 10,000 spoiled files and lines of devices; `make test` does a tenth of each.
fuzz: setup
	QT_QPA_PLATFORM=offscreen ZYGOFORM_KILLS=50 $(BIN)/python -m pytest -q tests/app/test_nothing_lost.py -k killed
	ZYGOFORM_FUZZ=10000 $(BIN)/python -m pytest -q tests/files/test_fuzz.py tests/devices

# A seeded hundred small breaks of core and files, and which of them no test notices; about an hour.
mutants: setup
	$(BIN)/python tools/mutants.py
