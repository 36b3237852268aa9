# The two commands of the README are `make demo` and `make test`; the rest serves the developers.
BIN := .venv/bin

.PHONY: demo test check setup bench screenshots tables words fuzz mutants
demo: setup
	@$(BIN)/zygoform --demo

test: setup check

setup:
	@tools/setup.sh

check:
	$(BIN)/ruff format --check .
	$(BIN)/ruff check .
	$(BIN)/lint-imports
	tools/check.sh

bench: setup
	@$(BIN)/python -m bench

screenshots: setup
	@QT_QPA_PLATFORM=offscreen $(BIN)/zygoform shots docs/screenshots

# What is written from the code: the schema of a project, the tables of changes and of sums.
tables: setup
	@$(BIN)/python -m zygoform.files.schema docs/project.schema.json
	@$(BIN)/python tools/write_tables.py

# Every text a user sees, with its place.
words: setup
	@$(BIN)/python tools/words.py

# Killed fifty times at work, 10,000 spoiled files and lines of devices, another look 200 times while papers are written,
# everything pressed for ten minutes, all that is drawn at random oftener, and what holds the window timed.
fuzz: setup
	QT_QPA_PLATFORM=offscreen ZYGOFORM_QUIET=1 ZYGOFORM_KILLS=50 $(BIN)/python -m pytest -q tests/app/test_nothing_lost.py tests/app/test_at_the_bench.py -k killed
	ZYGOFORM_FUZZ=10000 $(BIN)/python -m pytest -q tests/files tests/devices tests/core
	QT_QPA_PLATFORM=offscreen ZYGOFORM_FUZZ=10000 $(BIN)/python -m pytest -q tests/app/test_made_anew.py tests/app/test_looks.py tests/app/test_monkey.py
	QT_QPA_PLATFORM=offscreen ZYGOFORM_QUIET=1 $(BIN)/python -m pytest -q tests/app -k "not for_long"
	QT_QPA_PLATFORM=offscreen ZYGOFORM_QUIET=1 ZYGOFORM_MONKEY=600 $(BIN)/python -m pytest -q tests/app/test_monkey.py -k for_long

# A seeded hundred small breaks of core and files, and which of them no test notices; about an hour.
mutants: setup
	$(BIN)/python tools/mutants.py
