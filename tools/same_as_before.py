"""Whether what a project comes to is the same before and after the code was moved about.

    python tools/same_as_before.py draw DIR          200 random projects and both demos, by the code of before
    python tools/same_as_before.py note DIR OUT      what each of them comes to, by the code of now
    python tools/same_as_before.py compare OUT OUT   what differs, project by project

The files are drawn once and opened by both: that every file of before opens is seen on the way.
"""

import hashlib
import io
import json
import sys
from collections.abc import Callable
from pathlib import Path

from hypothesis import HealthCheck, given, seed, settings
from hypothesis import strategies as st
from msgspec import to_builtins
from pypdf import PdfReader
from tests.strategies import planned

from zygoform.core.edits.finishing import take_stack
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Form
from zygoform.core.plan.plan import Plan, compile_plan
from zygoform.core.project import Project
from zygoform.files.cutlist_csv import by_part_csv, by_setting_csv
from zygoform.files.demo import demo_project, set_demo
from zygoform.files.marks_pdf import marks
from zygoform.files.pattern_pdf import maps
from zygoform.files.project_json import SUFFIX, read_project, write_project
from zygoform.files.shopping_pdf import shopping_list
from zygoform.files.template_pdf import templates
from zygoform.files.worksheet_pdf import work_sheet

MANY, SEED = 200, 27
_PAPERS: dict[str, Callable[[Project, Plan], bytes]] = {
    "work sheet": work_sheet, "shopping": shopping_list, "marks": marks, "templates": templates, "maps": maps,
}  # fmt: skip
_STACKS = ("", "paint_primed", "stain_clear", "oil")


def draw(folder: Path) -> None:
    """Writes the projects: random pieces with random changes, three of four with a finish."""
    folder.mkdir(parents=True, exist_ok=True)
    found: list[Project] = [demo_project(), set_demo()]

    @seed(SEED)
    @settings(max_examples=MANY, database=None, deadline=None, suppress_health_check=list(HealthCheck))
    @given(planned(), st.sampled_from(_STACKS))
    def collect(project: Project, stack: str) -> None:
        try:
            found.append(take_stack(project, "p1/body", stack).project if stack else project)
        except BadInputError:
            found.append(project)

    collect()
    for k, project in enumerate(found):
        write_project(folder / f"{k:03}{SUFFIX}", project)
    sys.stdout.write(f"{len(found)} projects in {folder}\n")


def note(folder: Path) -> dict[str, dict[str, str]]:
    """For each file what it comes to, each stage and paper as a digest."""
    return {path.name: _digests(read_project(path)) for path in sorted(folder.glob(f"*{SUFFIX}"))}


def _digests(project: Project) -> dict[str, str]:
    try:
        plan = compile_plan(project)
    except BadInputError as refused:
        return {"refused": refused.message}
    if plan is None:
        return {}
    stages: dict[str, object] = {
        "form": [_boards(form) for form in (plan.found, plan.planned)],
        "failures": plan.failures,
        "layouts": plan.layouts,
        "rolls": plan.cut.rolls,
        "purchase": plan.purchase,
        "steps": plan.work.steps,
        "findings": plan.findings,
        "cautions": plan.cautions,
        "zones": [(zone.id, zone.state, zone.zone.area, zone.layers) for zone in plan.finish.zones],
        "by part": by_part_csv(plan),
        "by setting": by_setting_csv(plan),
    }
    said = {name: _digest(_plain(value)) for name, value in stages.items()}
    return said | {name: _digest(_text(make(project, plan))) for name, make in _PAPERS.items()}


def _plain(value: object) -> str:
    """Sets in one order, whatever the seed of hashes is."""
    return json.dumps(to_builtins(value, enc_hook=str, order="sorted"), default=str)


def _boards(form: Form) -> list[tuple[object, ...]]:
    return [(board.id, board.name, board.role, board.solid.box) for body in form.bodies for board in body.boards]


def _text(pdf: bytes) -> str:
    """Its words page by page: the bytes hold the time it was made."""
    return "\f".join(page.extract_text() for page in PdfReader(io.BytesIO(pdf)).pages)


def _digest(text: str) -> str:
    return hashlib.sha256(text.encode()).hexdigest()[:16]


def compare(before: Path, after: Path) -> int:
    """Prints what differs; how many projects do."""
    was, now = (json.loads(path.read_text("utf-8")) for path in (before, after))
    count = 0
    for name in sorted(was.keys() | now.keys()):
        one, other = was.get(name, {}), now.get(name, {})
        other_ones = [what for what in sorted(one.keys() | other.keys()) if one.get(what) != other.get(what)]
        if other_ones:
            count += 1
            sys.stdout.write(f"{name}: {', '.join(other_ones)}\n")
    sys.stdout.write(f"{count} of {len(was)} differ\n")
    return count


def main() -> int:
    """What is asked for on the command line."""
    what, *paths = sys.argv[1], *map(Path, sys.argv[2:])
    if what == "draw":
        draw(paths[0])
    elif what == "note":
        paths[1].write_text(json.dumps(note(paths[0]), indent=1), "utf-8")
    else:
        return min(compare(*paths), 1)
    return 0


if __name__ == "__main__":
    sys.exit(main())
