#!/usr/bin/env bash
# All tests offscreen, then the interface tests once more in real windows; a worker for each of two cores.
set -euo pipefail
cd "$(dirname "$0")/.."
workers=(-n 2 --dist worksteal --maxprocesses 2)
QT_QPA_PLATFORM=offscreen .venv/bin/python -m pytest -q "${workers[@]}" "$@"
QT_QPA_PLATFORM=xcb .venv/bin/python -m pytest -q "${workers[@]}" tests/app -k "not killed"
