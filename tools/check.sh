#!/usr/bin/env bash
# Types, and all tests: offscreen but those that need a real window, which go on beside them; two cores.
set -euo pipefail
cd "$(dirname "$0")/.."
# Many tests start processes: what is imported is compiled once, wherever this runs.
export PYTHONDONTWRITEBYTECODE=''
said=$(mktemp -d)
trap 'rm -rf "$said"' EXIT
# A real window waits now and then: nobody else does meanwhile.
{
  QT_QPA_PLATFORM=xcb .venv/bin/python -m pytest -q -n 1 -m window tests/app &&
    .venv/bin/mypy
} >"$said/window and types" 2>&1 &
beside=$!
found=0
QT_QPA_PLATFORM=offscreen .venv/bin/python -m pytest -q -n 2 --dist worksteal -m "not window" "$@" || found=1
wait "$beside" || found=1
cat "$said/window and types"
exit "$found"
