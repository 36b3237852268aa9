#!/usr/bin/env bash
# Sets up everything the app and its checks need; safe to run again, and then needs no network.
set -euo pipefail
cd "$(dirname "$0")/.."

# Qt's system libraries and a virtual screen for the tests, as Debian names them.
libraries=(libgl1 libegl1 libxkbcommon0 libdbus-1-3 libfontconfig1 libglib2.0-0 libxkbcommon-x11-0
  libxcb-cursor0 libxcb-icccm4 libxcb-image0 libxcb-keysyms1 libxcb-randr0 libxcb-render-util0
  libxcb-shape0 libxcb-xinerama0 libxcb-xfixes0 libxcb-xkb1 python3-venv xvfb xauth)

missing=()
if command -v dpkg-query >/dev/null; then
  for name in "${libraries[@]}"; do
    # Newer releases renamed some (libglib2.0-0t64): "provides" counts too.
    dpkg-query -W -f '${Status}' "$name" 2>/dev/null | grep -q 'ok installed' ||
      dpkg-query -W -f '${Status} ${Provides}\n' 2>/dev/null | grep -q "ok installed.*\b$name\b" ||
      missing+=("$name")
  done
fi
# Where Python brings venv itself, Debian's package is not needed.
if python3 -c 'import ensurepip, venv' 2>/dev/null; then
  missing=("${missing[@]/python3-venv/}")
fi
read -r -a missing <<<"${missing[*]:-}"
if [ "${#missing[@]}" -gt 0 ]; then
  if [ "$(id -u)" -eq 0 ]; then
    apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq "${missing[@]}" >/dev/null
  else
    echo "These system libraries are missing. Install them with:" >&2
    echo "  sudo apt-get update && sudo apt-get install -y ${missing[*]}" >&2
    exit 1
  fi
fi

python3 -c 'import sys; sys.exit(sys.version_info < (3, 11))' || {
  echo "Python 3.11 or newer is needed; this is $(python3 --version 2>&1)." >&2
  exit 1
}
[ -x .venv/bin/python ] || python3 -m venv .venv
# Packages change only when their lists or the project file do: the stamp spares the network otherwise.
stamp=.venv/.packages
now=$(cat requirements.txt requirements-dev.txt pyproject.toml | sha256sum)
if [ "$(cat "$stamp" 2>/dev/null)" != "$now" ]; then
  # The lists name all that is needed, each at one version: two halves of them at a time, a core for each.
  export PYTHONDONTWRITEBYTECODE=''
  sed -e '/^#/d' -e '/^-r/d' -e '/^$/d' requirements.txt requirements-dev.txt |
    xargs -P 2 -n 24 .venv/bin/python -m pip install -q --disable-pip-version-check --no-compile --no-deps
  .venv/bin/python -m pip install -q --disable-pip-version-check --no-deps --no-build-isolation -e .
  printf '%s\n' "$now" >"$stamp"
fi
# The first start is then as quick as the next.
PYTHONDONTWRITEBYTECODE='' .venv/bin/python -m compileall -q -j 2 src
