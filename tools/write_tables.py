"""Writes the tables of docs/ that follow from the code: `python tools/write_tables.py`."""

import inspect
from pathlib import Path

from zygoform.core.calculations import calculations
from zygoform.core.changes.registry import CHANGE_KINDS, ChangeKind
from zygoform.core.edits.fronts import hold
from zygoform.core.edits.pieces import copy_piece, new_piece
from zygoform.core.edits.planning import add_change
from zygoform.core.form.registry import PIECE_KINDS, Target
from zygoform.core.plan.plan import compile_plan
from zygoform.files.demo import fresh_project

DOCS = Path(__file__).parents[1] / "docs"
_CALCULATIONS = """# The workshop's calculations

Each is a plain function that can be called and checked alone; `tests/cases/*.toml` hold its worked examples. This
page is written by `python tools/write_tables.py` from `core/calculations.py`.
"""
_CHANGES = """# Which change goes on which kind of piece

Written by `python tools/write_tables.py` from the registries: a change that is offered on a kind of piece, as it is
begun; else why it is not.

"""
_SIZES = {
    "flat_panel": ("1000 mm", "900 mm", "30 mm"),
    "wall_shelf": ("1200 mm", "300 mm", "200 mm"),
}
_USUAL = ("1000 mm", "900 mm", "450 mm")


def calculations_table() -> str:
    """Each calculation: its name, what it takes, where it is, and the formula its docstring gives."""
    lines = [_CALCULATIONS]
    for section, functions in calculations().items():
        lines += [f"## {section}\n", "| name | takes | function | what it does |", "|---|---|---|---|"]
        for name, function in functions.items():
            takes = ", ".join(inspect.signature(function).parameters)
            words = (inspect.getdoc(function) or "").split("\n\n")[0].replace("\n", " ").replace("|", "\\|")
            where = f"{function.__module__.removeprefix('zygoform.')}.{function.__name__}"
            lines.append(f"| `{name}` | {takes} | `{where}` | {words} |")
        lines.append("")
    return "\n".join(lines)


def changes_table() -> str:
    """Kinds of piece by kinds of change; where one does not go, the reason the program gives."""
    kinds = [row for row in CHANGE_KINDS.values() if row.begins]
    lines = [_CHANGES + "| | " + " | ".join(row.title for row in kinds) + " |", "|---" * (len(kinds) + 1) + "|"]
    for kind, row in PIECE_KINDS.items():
        lines.append(f"| **{row.title}** | " + " | ".join(_cell(kind, change) for change in kinds) + " |")
    return "\n".join(lines) + "\n"


def _cell(kind: str, change: ChangeKind) -> str:
    sizes = dict(zip(("width", "height", "depth"), _SIZES.get(kind, _USUAL), strict=True))
    project = new_piece(fresh_project(), "Piece", sizes, kind).project
    # As most of them are found, with a drawer in it.
    project = hold(project, "p1/opening/o1", "drawer").project if kind == "case" else project
    project = copy_piece(project, "p1").project if change.of_set else project
    project = add_change(project, change.kind, "p1/body/main").project
    plan = compile_plan(project)
    assert plan is not None
    body = plan.found.bodies[0]
    offered = change.takes(Target("body", body.id, body))
    if not plan.failures:
        return "yes" if offered else "— nothing on it that this takes the place of"
    return "— " + plan.failures[0].message.words(lambda mm: f"{mm:g} mm")


if __name__ == "__main__":
    (DOCS / "calculations.md").write_text(calculations_table(), encoding="utf-8")
    (DOCS / "changes.md").write_text(changes_table(), encoding="utf-8")
