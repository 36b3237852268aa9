"""Reads the worked examples in cases/*.toml."""

import tomllib
from pathlib import Path
from typing import Any

import pytest

CASES = Path(__file__).parent / "cases"


def cases(name: str) -> list[Any]:
    """Every [[case]] of a file as a pytest parameter, named by what it calls and its inputs."""
    with (CASES / f"{name}.toml").open("rb") as file:
        found = tomllib.load(file)["case"]
    return [pytest.param(case, id=f"{case['call']} {case.get('in', '')}"[:90]) for case in found]


def close(got: object, wanted: object) -> bool:
    """Equal to the four decimals the examples are written with; lists and tables element by element."""
    if isinstance(wanted, dict):
        return isinstance(got, dict) and all(close(got.get(key), value) for key, value in wanted.items())
    if isinstance(wanted, list):
        same = isinstance(got, (list, tuple)) and len(got) == len(wanted)
        return same and all(close(a, b) for a, b in zip(got, wanted, strict=True))  # type: ignore[call-overload]
    if isinstance(wanted, float | int) and not isinstance(wanted, bool):
        return isinstance(got, float | int) and abs(got - wanted) <= 6e-5 * max(1.0, abs(wanted) / 1000)
    return got == wanted
