"""Writes the tables of docs/ that follow from the code: `python tools/write_tables.py`."""

import inspect
from pathlib import Path

from zygoform.core.calculations import calculations

DOCS = Path(__file__).parents[1] / "docs"
_HEAD = """# The workshop's calculations

Each is a plain function that can be called and checked alone; `tests/cases/*.toml` hold its worked examples. This
page is written by `python tools/write_tables.py` from `core/calculations.py`.
"""


def calculations_table() -> str:
    """Each calculation: its name, what it takes, where it is, and the formula its docstring gives."""
    lines = [_HEAD]
    for section, functions in calculations().items():
        lines += [f"## {section}\n", "| name | takes | function | what it does |", "|---|---|---|---|"]
        for name, function in functions.items():
            takes = ", ".join(inspect.signature(function).parameters)
            words = (inspect.getdoc(function) or "").split("\n\n")[0].replace("\n", " ").replace("|", "\\|")
            where = f"{function.__module__.removeprefix('zygoform.')}.{function.__name__}"
            lines.append(f"| `{name}` | {takes} | `{where}` | {words} |")
        lines.append("")
    return "\n".join(lines)


if __name__ == "__main__":
    (DOCS / "calculations.md").write_text(calculations_table(), encoding="utf-8")
