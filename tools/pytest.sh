#!/usr/bin/env bash
# All tests offscreen but those that need a real window, which follow in one; a worker for each of two cores.
set -euo pipefail
cd "$(dirname "$0")/.."
workers=(-n 2 --dist worksteal --maxprocesses 2)
QT_QPA_PLATFORM=offscreen .venv/bin/python -m pytest -q "${workers[@]}" -m "not window" "$@"
QT_QPA_PLATFORM=xcb .venv/bin/python -m pytest -q "${workers[@]}" -m window tests/app
