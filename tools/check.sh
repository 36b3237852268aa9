#!/usr/bin/env bash
# Types, and all tests: offscreen but those that need a real window, which follow in one; two cores.
set -euo pipefail
cd "$(dirname "$0")/.."
# Many tests start processes: what is imported is compiled once, wherever this runs.
export PYTHONDONTWRITEBYTECODE=''
said=$(mktemp)
trap 'rm -f "$said"' EXIT
QT_QPA_PLATFORM=offscreen .venv/bin/python -m pytest -q -n 2 --dist worksteal -m "not window" "$@"
# A real window waits now and then: types are looked at meanwhile.
.venv/bin/mypy >"$said" 2>&1 &
types=$!
QT_QPA_PLATFORM=xcb .venv/bin/python -m pytest -q -n 3 --dist worksteal -m window tests/app
wait "$types" || {
  cat "$said"
  exit 1
}
cat "$said"
