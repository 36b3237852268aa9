#!/usr/bin/env bash
# All tests offscreen, then the interface tests once more in a real window on a virtual screen.
set -euo pipefail
cd "$(dirname "$0")/.."
QT_QPA_PLATFORM=offscreen .venv/bin/python -m pytest -q "$@"
QT_QPA_PLATFORM=xcb xvfb-run -a -s '-screen 0 1400x900x24' .venv/bin/python -m pytest -q tests/app -k "not killed"
