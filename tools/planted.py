# ruff: noqa: E501
"""Forty faults planted by hand in functions that give notes, counts, totals or papers, and which of them are noticed.

A second list: the functions were drawn from the 176 that the first had left, with the commit
6f1882921272de5b8a1413fd0fd7ac928574bd97 as the seed, and the faults written, before any of them was run. Each is a text of a file and what stands in its place.
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
    ("core/changes/bases/legs/worked.py", "(found.foot_w, found.foot_d)", "(found.foot_d, found.foot_w)"),
    ("core/changes/doors/cutout/worked.py", "(figures.cut_w, figures.cut_h, line_of", "(figures.cut_h, figures.cut_w, line_of"),
    ("core/changes/doors/flap/worked.py", 'tuple(fixes) if self.change.hinge != "front" else ()', "tuple(fixes)"),
    ("core/changes/doors/insert_set.py", "spare = 2 * self.change.spare if self.what in ROLLED else 0.0\n        for light", "spare = self.change.spare if self.what in ROLLED else 0.0\n        for light"),
    ("core/changes/doors/off/worked.py", "Message(text, (min(self.gaps),))", "Message(text, (max(self.gaps),))"),
    ("core/changes/facing/transfer/worked.py", "if columns * rows > 1:\n            text", "if columns > 1:\n            text"),
    ("core/changes/patterning/steps.py", "key=lambda row: (row[1], row[0]))\n    angles", "key=lambda row: row[0])\n    angles"),
    ("core/changes/patterning/steps.py", "notes = [*_buying(pattern, parts), *_cutting(pattern, parts), *_laying(pattern, work)]", "notes = [*_buying(pattern, parts), *_laying(pattern, work), *_cutting(pattern, parts)]"),
    ("core/changes/pulls/ground.py", "and {len(names) - 3} more", "and {len(names)} more"),
    ("core/changes/tops/tiles/worked.py", 'if not self.ground.is_square:\n            text = "The body', 'if self.ground.is_square:\n            text = "The body'),
    ("core/changes/walls/brackets/worked.py", "Message(words, (span, end, Fine", "Message(words, (end, span, Fine"),
    ("core/cutlist/rows.py", "any(p.short for p in alike),\n", "all(p.short for p in alike),\n"),
    ("core/cutting/solvers/packing.py", "else min(stock.limit, high // price)", "else min(stock.limit, low // price)"),
    ("core/edits/workshop.py", '.removesuffix("min").replace(",", ".")', '.replace(",", ".")'),
    ("core/finish/finish_plan.py", "if need.kind in GRITS or not need.amount:", "if not need.amount:"),
    ("core/form/piece.py", "if taken is not None and taken.value and usual:\n            return taken.value / usual", "if taken is not None and taken.value and usual:\n            return usual / taken.value"),
    ("core/geometry/mitres.py", '{"out": 1, "in": -1, "square": 0}', '{"out": 1, "in": 1, "square": 0}'),
    ("core/measure/reading.py", "sum(reading.value for reading in real) / len(real)", "sum(reading.value for reading in real) / len(readings)"),
    ("core/money/purchase.py", 'more = shop.spare_screws if group == "Screws" else 0', "more = shop.spare_screws"),
    ("core/patterns/strip.py", "while first + k * pitch < high - slack:", "while first + k * pitch < high + slack:"),
    ("core/plan/compared.py", '("Sheets", [f"{x.sheets}" for x in totals])', '("Sheets", [f"{x.boards}" for x in totals])'),
    ("core/why/buying.py", "spare = row.count - len(mine)", "spare = row.count - len(boards)"),
    ("core/why/buying.py", "groups[row.group] = groups.get(row.group, 0.0) + float(row.total)", "groups[row.group] = float(row.total)"),
    ("files/day_sheets_pdf.py", "work = sum(end - begin for own in here for begin, end in own.pieces if first <= begin < last)", "work = sum(end - begin for own in here for begin, end in own.pieces)"),
    ("files/day_sheets_pdf.py", "if own.dry > own.end:\n        yield", "if own.dry >= own.end:\n        yield"),
    ("files/import_csv.py", "if not -80 <= angle <= 80", "if not 0 <= angle <= 80"),
    ("files/labels_pdf.py", "page.text(x + 4, y + 14 + 4.6 * k, short(page, line, width - 8))", "page.text(x + 4, y + 14 + 4.6 * k, line)"),
    ("files/leftover_csv.py", "line.count - used[line.id])\n", "line.count)\n"),
    ("files/outline_dxf.py", "for one in entity.multi_insert() if entity.mcount > 1 else (entity,):", "for one in (entity,):"),
    ("files/outline_dxf.py", "return closed_lines(lines)", "return closed_lines(lines[:-1]) if len(lines) > 1 else closed_lines(lines)"),
    ("files/outline_svg.py", "radius = max(abs(float(curve.rx)), abs(float(curve.ry)), FLAT)", "radius = max(abs(float(curve.rx)), FLAT)"),
    ("files/outline_svg.py", "if len(above) > DEEPEST_ELEMENT:", "if len(above) > 10 * DEEPEST_ELEMENT:"),
    ("files/outline_svg.py", "ppi=25.4", "ppi=96"),
    ("files/pdf_page.py", "return height if isinstance(height, float) else 4.4", "return 4.4"),
    ("files/pdf_page.py", 'self.cell(0, 6, f"{self._title}, page {self.page_no()} of {{nb}}", align="R")', 'self.cell(0, 6, f"{self._title}, page {self.page_no()}", align="R")'),
    ("files/pdf_page.py", "if self.get_y() + height > self.h - 18:", "if self.get_y() + height > self.h:"),
    ("files/prices_csv.py", "return own if own.timber else structs", "return own if own.timber or own.packs else structs"),
    ("files/worksheet_pdf.py", "in_unit(caution.text, plan.shop.unit.system)", "caution.text"),
    ("files/worksheet_pdf.py", 'seen = "on its edge" if outline.seen == "edge" else "on its face"', 'seen = "on its face" if outline.seen == "edge" else "on its edge"'),
    ("files/worksheet_pdf.py", 'f"{tape.value:g}°" if tape.angle else show(tape.value)', "show(tape.value)"),
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
