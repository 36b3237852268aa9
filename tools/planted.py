# ruff: noqa: E501
"""Forty faults planted by hand in functions that give notes, counts, totals or papers, and which of them are noticed.

The functions were drawn from 216 of that kind with the commit e138709f7a4a84184d1bb4528d52af981e6e3ab4 as the seed,
and the faults written, before any of them was run. Each is a text of a file and what stands in its place.
"""

import argparse
import os
import shutil
import subprocess
import sys
import tempfile
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
Fault = tuple[str, str, str]
FAULTS: tuple[Fault, ...] = (
    ("core/changes/backs/worked.py", "if more > 0.5:", "if more < 0.5:"),
    ("core/changes/bases/skirt/worked.py", "    if not blocks_of(skirt):\n        return (Note(", "    if blocks_of(skirt):\n        return (Note("),
    ("core/changes/doors/insert/worked.py", 'if self.change.place != "instead":\n            return ()', 'if self.change.place == "instead":\n            return ()'),
    ("core/changes/doors/insert_set.py", "line * 1.05,", "line,"),
    ("core/changes/patterning/steps.py", "HOLE_ML * pins + lost", "HOLE_ML * pins"),
    ("core/changes/splitting/join/worked.py", "if behind > LEVEL:", "if behind < LEVEL:"),
    ("core/changes/splitting/resize/worked.py", "and {len(names) - 6} more", "and {len(names) - 5} more"),
    ("core/changes/splitting/split/worked.py", "(lines[0], lines[2]) if taken", "(lines[0], lines[1]) if taken"),
    ("core/changes/tops/again/worked.py", '"thicker" if off > 0', '"thicker" if off < 0'),
    ("core/changes/tops/planks/worked.py", "spacing(self.long, min(50.0, self.long / 4), CLAMPS_APART)", "spacing(self.long, self.long / 4, CLAMPS_APART)"),
    ("core/changes/tops/sheet/worked.py", "(wide, deep, self.sheet.thickness)", "(deep, wide, self.sheet.thickness)"),
    ("core/changes/tops/sheet/worked.py", "long / 1000 * BAND_SPARE", "long / 1000"),
    ("core/changes/tops/tiles/worked.py", "GROUT_KG_L * GROUT_MORE * 1000", "GROUT_KG_L * 1000"),
    ("core/cutlist/rows.py", "if any(p.part.to_line for p in alike)", "if all(p.part.to_line for p in alike)"),
    ("core/edits/condition.py", 'words = " ".join(text.split())\n    if len(words) > MOST_SIGNS:\n        raise BadInputError("out_of_range", f"At most {MOST_SIGNS} signs; these are {len(words)}.", "note")\n    return _with_fault', 'words = text\n    if len(words) > MOST_SIGNS:\n        raise BadInputError("out_of_range", f"At most {MOST_SIGNS} signs; these are {len(words)}.", "note")\n    return _with_fault'),
    ("core/edits/cutting.py", "1 + wanted - len(planned)", "wanted - len(planned)"),
    ("core/edits/finish_supplies.py", "int(text) > MOST_CANS:", "int(text) >= MOST_CANS:"),
    ("core/edits/workshop.py", "if (row.low, row.high) != (RATES[row.task].low, RATES[row.task].high)", "if row.low != RATES[row.task].low"),
    ("core/geometry/paper_tiles.py", "laid.orientation, len(laid.across), len(laid.down))", "laid.orientation, len(laid.down), len(laid.across))"),
    ("core/limits.py", "    parts += sum(count.count for count in project.counts)\n", ""),
    ("core/schedule/day_plan.py", 'step.id.count("/") > 1', 'step.id.count("/") > 2'),
    ("files/calendar_ics.py", 'f"Dries: {what}", project_id, busy=False', 'f"Dries: {what}", project_id, busy=True'),
    ("files/calendar_ics.py", '_event("end", days.end, days.end,', '_event("end", days.now, days.now,'),
    ("files/outline_svg.py", "(float(p.x), -float(p.y))", "(float(p.x), float(p.y))"),
    ("files/outline_svg.py", 'r="{diameter / 2:.4f}"', 'r="{diameter:.4f}"'),
    ("files/pattern_pdf.py", '"landscape" if lies else "portrait"', '"portrait" if lies else "landscape"'),
    ("files/pdf_page.py", "self.add_page(orientation=first)", "self.add_page()"),
    ("files/pdf_page.py", "self.multi_cell(0, size * 0.46, text.translate(_NO_BREAK),", "self.multi_cell(0, size * 0.46, text,"),
    ("files/prices_csv.py", 'value = (row.get(column) or "").strip()\n    if not value:', 'value = row.get(column) or ""\n    if not value:'),
    ("files/prices_csv.py", "if not 0 < holds < 1_000_000:", "if not 0 <= holds < 1_000_000:"),
    ("files/prices_csv.py", "    if value <= 0:\n", "    if value < 0:\n"),
    ("files/prices_csv.py", '(row.get("grain") or "").strip().lower() == "yes"', '(row.get("grain") or "").strip() == "yes"'),
    ("files/template_pdf.py", 'f": row {row + 1} of {len(laid.down)}, column {col + 1} of {len(laid.across)}', 'f": row {col + 1} of {len(laid.down)}, column {row + 1} of {len(laid.across)}'),
    ("files/template_pdf.py", "(z1 - z - r, z1 - z + r)", "(z - r - z0, z + r - z0)"),
    ("files/template_pdf.py", "return min(found, key=lambda laid:", "return max(found, key=lambda laid:"),
    ("files/variants_pdf.py", "scale = min((width - BETWEEN) / wide, HIGHEST / high)", "scale = max((width - BETWEEN) / wide, HIGHEST / high)"),
    ("files/worksheet_pdf.py", '- {"square", "knife"}', '- {"square"}'),
    ("files/worksheet_pdf.py", "if any(not board.both_ways for board in boards)", "if any(board.both_ways for board in boards)"),
    ("files/worksheet_pdf.py", "page.text(x - wide / 2, y + 1.1, words)", "page.text(x, y + 1.1, words)"),
    ("files/worksheet_pdf.py", "str(k + 1),\n                step.what", "str(k),\n                step.what"),
)  # fmt: skip


def noticed(fault: Fault, desk: Path) -> str:
    """The first test that fails with it; nothing where all pass."""
    where, stands, instead = fault
    target = desk / "src/zygoform" / where
    whole = target.read_text()
    assert stands in whole, fault
    target.write_text(whole.replace(stands, instead, 1))
    room = Path("tests") / Path(where).parent
    near = [str(room)] if (ROOT / room).is_dir() and room.name != "core" else []
    env = os.environ | {
        "PYTHONPATH": str(desk / "src"),
        "QT_QPA_PLATFORM": "offscreen",
        "PYTHONDONTWRITEBYTECODE": "1",
    }
    plain = [sys.executable, "-m", "pytest", "-x", "-q", "-p", "no:cacheprovider", "-k", "not killed"]
    try:
        for tests in ([near] if near else []) + [["tests/core", "tests/files"], ["tests/app/test_paper.py"]]:
            done = subprocess.run([*plain, *tests], cwd=desk, env=env, capture_output=True, text=True, check=False)  # noqa: S603
            if done.returncode:
                return next((row for row in done.stdout.splitlines() if row.startswith("FAILED")), "FAILED")
        return ""
    finally:
        target.write_text(whole)


def main() -> None:
    """Plants one after the other; says which nobody noticed."""
    reader = argparse.ArgumentParser(description=__doc__)
    reader.add_argument("--first", type=int, default=0)
    reader.add_argument("--last", type=int, default=len(FAULTS))
    asked = reader.parse_args()
    found = 0
    with tempfile.TemporaryDirectory() as folder:
        for name in ("src", "tests", "docs", "tools"):
            shutil.copytree(ROOT / name, Path(folder) / name, ignore=shutil.ignore_patterns("__pycache__"))
        for name in ("pyproject.toml", "README.md"):
            shutil.copy(ROOT / name, Path(folder) / name)
        for k, fault in enumerate(FAULTS[asked.first : asked.last], asked.first):
            by = noticed(fault, Path(folder))
            found += bool(by)
            print(k, fault[0], by or "NOT NOTICED: " + repr(fault[2])[:80], flush=True)
    print(f"{found} of {asked.last - asked.first} noticed")


if __name__ == "__main__":
    main()
