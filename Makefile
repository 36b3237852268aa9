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

# Killed fifty times at work, 10,000 spoiled files and lines of devices, another look 200 times while papers are written,
# everything pressed for ten minutes; `make test` does a tenth of it.
fuzz: setup
	QT_QPA_PLATFORM=offscreen ZYGOFORM_KILLS=50 $(BIN)/python -m pytest -q tests/app/test_nothing_lost.py -k killed
	ZYGOFORM_FUZZ=10000 $(BIN)/python -m pytest -q tests/files/test_fuzz.py tests/devices
	QT_QPA_PLATFORM=offscreen ZYGOFORM_FUZZ=10000 $(BIN)/python -m pytest -q -o faulthandler_timeout=900 tests/app/test_made_anew.py
	QT_QPA_PLATFORM=offscreen ZYGOFORM_QUIET=1 $(BIN)/python -m pytest -q tests/app
	QT_QPA_PLATFORM=offscreen ZYGOFORM_MONKEY=600 $(BIN)/python -m pytest -q -o faulthandler_timeout=900 tests/app/test_monkey.py -k long

# A seeded hundred small breaks of core and files, and which of them no test notices; about an hour.
mutants: setup
	$(BIN)/python tools/mutants.py
