"""The house rules: contracts that bite, characters the font has, no mention of what must not stand here."""

import ast
import importlib.metadata
import re
import subprocess
import sys
import tomllib
from collections.abc import Iterable
from functools import cache
from pathlib import Path

from zygoform.core.calculations import calculations

ROOT = Path(__file__).parents[1]
SRC = ROOT / "src" / "zygoform"
CORE = SRC / "core"

BREACHES = {
    "rooms": ("core/shop.py", "import zygoform.files.atomic"),
    "core": ("core/geometry/plane.py", "import zygoform.core.form.form"),
    "app": ("app/canvas/paint.py", "import zygoform.app.widgets.fields"),
    "stages": ("app/stages/cut/rack.py", "import zygoform.app.stages.buy.row"),
    "kinds": ("core/changes/bases/skirt/worked.py", "import zygoform.core.changes.tops.planks.worked"),
    "entries": ("core/changes/bases/skirt/entries.py", "import zygoform.core.changes.tops.planks.entries"),
    "pieces": ("core/form/kinds/table.py", "import zygoform.core.form.kinds.case_piece"),
    "rules": ("core/findings/rules/readings.py", "import zygoform.core.findings.rules.joined"),
    "cutting": ("core/cutting/nest.py", "import zygoform.core.form.form"),
    "qt": ("core/money/purchase.py", "import PySide6"),
    "pure": ("core/plan/plan.py", "import random"),
}


def test_a_planted_breach_of_each_contract_is_found(tmp_path: Path) -> None:
    """All at once, and each is told of under its own contract."""
    import shutil

    copy = tmp_path / "src"
    shutil.copytree(SRC, copy / "zygoform", ignore=shutil.ignore_patterns("__pycache__"))
    shutil.copy(ROOT / "pyproject.toml", tmp_path)
    for place, line in BREACHES.values():
        file = copy / "zygoform" / place
        file.write_text(f"{file.read_text()}\n\ndef planted_{file.stem}() -> None:\n    {line}\n")
    lint = Path(sys.executable).with_name("lint-imports")
    done = subprocess.run(
        [lint, "--no-cache"],
        cwd=tmp_path,
        env={"PYTHONPATH": str(copy), "PATH": "/usr/bin:/bin", "PYTHONSAFEPATH": "1"},
        capture_output=True,
        text=True,
        check=False,
    )
    contracts = tomllib.loads((ROOT / "pyproject.toml").read_text())["tool"]["importlinter"]["contracts"]
    names = {contract["id"]: contract["name"] for contract in contracts}
    assert set(BREACHES) == set(names)
    sections = re.split(r"^(.+)\n-+\n", done.stdout.split("Broken contracts", 1)[1], flags=re.MULTILINE)
    told = dict(zip(sections[1::2], sections[2::2], strict=True))
    for contract, (place, line) in BREACHES.items():
        module = "zygoform." + place.removesuffix(".py").replace("/", ".")
        assert re.search(rf"{module} ->\s+{line.split()[1]}\b", told[names[contract]]), contract


def test_every_folder_is_a_package_with_a_map() -> None:
    for folder in {path.parent for path in SRC.rglob("*.py")}:
        init = folder / "__init__.py"
        assert init.exists(), folder
        text = init.read_text()
        (only,) = ast.parse(text).body
        assert isinstance(only, ast.Expr), f"{folder}: a map and nothing else"
        named = set(re.findall(r"^\s*([a-z_]+\.py)", text, re.MULTILINE))
        there = {path.name for path in folder.glob("*.py")} - {"__init__.py"}
        assert named <= there | {p.name for p in folder.rglob("*.py")}, f"{folder}: {named - there}"
        assert there <= named, f"{folder} does not mention {there - named}"


def circles(imports: dict[str, set[str]]) -> set[str]:
    """What is left when files that know no other, and those nobody knows, are taken off again and again."""
    left = set(imports)
    while True:
        known = {other for name in left for other in imports[name]}
        gone = {name for name in left if not imports[name] & left or name not in known}
        if not gone:
            return left
        left -= gone


def test_no_files_of_the_core_are_in_a_circle() -> None:
    """Imports within functions, and for types only, count."""
    imports = dict[str, set[str]]()
    modules = {".".join(path.relative_to(SRC.parent).with_suffix("").parts): path for path in CORE.rglob("*.py")}
    for name, path in modules.items():
        named = [node for node in ast.walk(parsed(path)) if isinstance(node, ast.ImportFrom)]
        imports[name] = {str(node.module) for node in named} & set(modules)
    assert circles(imports) == set()
    low, high = "zygoform.core.geometry.plane", "zygoform.core.plan.plan"
    assert {low, high} <= circles(imports | {low: {*imports[low], high}})


def test_nothing_of_the_core_is_imported_for_its_types_alone() -> None:
    """But what every plan names and only a finish loads."""
    found = {
        path.relative_to(CORE).as_posix() for path in CORE.rglob("*.py") if "TYPE_CHECKING" in path.read_text()
    }
    assert found == {"finish/finish_plan.py"}


def test_nobody_but_one_module_cuts_an_id_apart() -> None:
    """What is no id may be: fractions that are typed, the schema's own paths, names of files."""
    cuts = re.compile(r"""\.(r?split|r?partition)\(f?["'](/|~|\{HALF)""")
    allowed = {"core/ids.py", "core/measure/parse.py", "files/schema.py", "files/names.py"}
    found = {str(path.relative_to(SRC)) for path in SRC.rglob("*.py") if cuts.search(path.read_text())}
    assert found <= allowed


@cache
def parsed(path: Path) -> ast.Module:
    return ast.parse(path.read_text())


def names_of(tree: ast.Module, *, private: bool = False) -> set[str]:
    """What a module offers under a public name: classes, functions, constants, types."""
    found = set[str]()
    for node in tree.body:
        if isinstance(node, ast.ClassDef | ast.FunctionDef):
            found.add(node.name)
        elif isinstance(node, ast.Assign | ast.AnnAssign):
            targets = node.targets if isinstance(node, ast.Assign) else [node.target]
            found |= {n.id for target in targets for n in ast.walk(target) if isinstance(n, ast.Name)}
    return {name for name in found if name.startswith("_") == private}


def with_two_meanings(files: dict[str, ast.Module]) -> dict[str, list[str]]:
    """Public names with a meaning in more than one module; a `judge`, `worked`, `main` always mean the same."""
    where: dict[str, list[str]] = {}
    for path, tree in files.items():
        for name in names_of(tree) - {"judge", "main", "worked"}:
            where.setdefault(name, []).append(path)
    return {name: paths for name, paths in where.items() if len(paths) > 1}


WORLDLY = ("changes", "coats", "condition", "findings", "finish", "form", "goods", "schedule", "statics")
"""Rooms of core whose figures speak of wood, goods and work; those of the others are amounts and tolerances."""
UNITS = re.compile(
    r"\b(mm[²³]?|ml|m²|g|kg|lb|litres?|hours?|minutes?|degrees|shares?|times|percent|inch(es)?|MPa|N|prices?|s²)\b"
    r"|%|°C|_(mm|ml|kg)(_|\b)",
    re.IGNORECASE,
)


def _constants(path: Path) -> Iterable[tuple[str, ast.expr, str]]:
    """Every module constant with a figure in it: its name, its value, the words below it."""
    body = ast.parse(path.read_text()).body
    for node, after in zip(body, [*body[1:], ast.Pass()], strict=True):
        target = node.targets[0] if isinstance(node, ast.Assign) else getattr(node, "target", None)
        names = [own.id for own in ast.walk(target) if isinstance(own, ast.Name)] if target is not None else []
        value = getattr(node, "value", None)
        if value is None or not any(name.strip("_").isupper() for name in names):
            continue
        # Nothing and one say no more than themselves.
        if any(
            isinstance(n, ast.Constant) and type(n.value) in (int, float) and n.value not in (0, 1)
            for n in ast.walk(value)
        ):
            words = (
                after.value.value if isinstance(after, ast.Expr) and isinstance(after.value, ast.Constant) else ""
            )
            yield names[0], value, str(words)


def _without_source(path: Path, tags: set[str]) -> list[str]:
    lacking = list[str]()
    for name, value, words in _constants(path):
        own = set(re.findall(r"\[(\w+)\]", words))
        if len(own) != 1 or not own <= tags:
            lacking.append(f"{path.name}: {name} says not where it comes from")
        measured = any(isinstance(n, ast.Constant) and isinstance(n.value, float) for n in ast.walk(value))
        if measured and not own & {"drawn", "choice", "geometry"} and not UNITS.search(f"{name} {words}"):
            lacking.append(f"{path.name}: {name} says not in what it is counted")
    return lacking


def test_every_figure_of_the_trade_says_where_it_comes_from(tmp_path: Path) -> None:
    tags = set(re.findall(r"^\| `\[(\w+)\]`", (ROOT / "docs/sources.md").read_text(), re.MULTILINE))
    files = [path for room in WORLDLY for path in sorted((CORE / room).rglob("*.py"))]
    assert [said for path in files for said in _without_source(path, tags)] == []
    used = {tag for path in files for *_, words in _constants(path) for tag in re.findall(r"\[(\w+)\]", words)}
    assert used == tags
    formulas = (own for group in calculations().values() for own in group.items())
    for name, formula in formulas:
        words = f"{formula.__doc__} {sys.modules[formula.__module__].__doc__}"
        assert set(re.findall(r"\[(\w+)\]", words)) & tags, f"{name} says not where it comes from"
        assert UNITS.search(words) or "unit" in words, f"{name} says not in what it is counted"
    planted = tmp_path / "planted.py"
    planted.write_text('LEAST_GAP = 3.0\n"""So far apart. [practice]"""\nMOST = 4\n')
    assert len(_without_source(planted, tags)) == 2


def test_no_public_name_has_two_meanings() -> None:
    files = {str(path): parsed(path) for path in SRC.rglob("*.py")}
    assert with_two_meanings(files) == {}
    planted = files | {"elsewhere.py": ast.parse("class Board: ...\nTAPE_MM, kerf = 1, 2\n")}
    assert set(with_two_meanings(planted)) == {"Board", "TAPE_MM"}


def repeated(files: dict[str, set[str]], most: int = 2) -> dict[tuple[str, str], list[str]]:
    """Private names in more than two modules of a room (a folder of core, a screen), by room and name."""
    where: dict[tuple[str, str], list[str]] = {}
    for path, names in files.items():
        parts = Path(path).parts
        room = "/".join(parts[:2] if parts[0] == "core" else parts[:-1])
        for name in names:
            where.setdefault((room, name), []).append(path)
    return {key: paths for key, paths in where.items() if len(paths) > most}


def test_no_private_name_is_repeated_all_over_a_room() -> None:
    files = {
        str(path.relative_to(SRC)): names_of(parsed(path), private=True)
        for path in SRC.rglob("*.py")
        if path.parent != CORE
    }
    assert repeated(files) == {}
    planted = {f"core/edits/{name}.py": {"_with", f"_{name}"} for name in ("one", "two", "three")}
    assert set(repeated(planted)) == {("core/edits", "_with")}


def used_in(trees: Iterable[ast.Module]) -> set[str]:
    """Names that are read anywhere, or named in a table of what is loaded when it is wanted (`module:name`)."""
    found = set[str]()
    for tree in trees:
        for node in ast.walk(tree):
            if isinstance(node, ast.Name) and isinstance(node.ctx, ast.Load):
                found.add(node.id)
            elif isinstance(node, ast.Attribute):
                found.add(node.attr)
            elif isinstance(node, ast.Constant) and isinstance(node.value, str):
                found.update(re.findall(r"(?::|^)(\w+)$", node.value))
    return found


def test_nothing_is_built_that_only_tests_call() -> None:
    """What the table of calculations names stands for the page of sums, and is told in docs/calculations.md."""
    files = [*SRC.rglob("*.py"), *(ROOT / "tools").rglob("*.py")]
    used = used_in(parsed(path) for path in files)
    spare = {str(path): names_of(parsed(path)) - used for path in SRC.rglob("*.py")}
    assert {path: names for path, names in spare.items() if names} == {}
    planted = ast.parse("def lonely(): ...\nROW = 'tops.planks:wanted'\nprint(seen)")
    assert names_of(planted) - used_in([planted]) == {"lonely", "ROW"}
    assert used_in([planted]) == {"wanted", "print", "seen"}


def test_every_character_shown_is_in_the_font() -> None:
    from fontTools.ttLib import TTFont

    font = TTFont(SRC / "data" / "fonts" / "NationalPark_400Regular.ttf")
    known = set(font.getBestCmap())
    texts = [path.read_text() for path in SRC.rglob("*.py")] + [(SRC / "data" / "prices.csv").read_text()]
    # Signs that are only read, never shown.
    read_only = set("′″⁄⅛⅜⅝⅞\u202f\u2009\u00a0−²")
    missing = {c for text in texts for c in text if ord(c) > 126} - {chr(c) for c in known} - read_only
    assert not missing, missing


def test_every_text_is_listed_with_its_place() -> None:
    from tools.words import texts

    code = 'def f(n):\n    """A doc string."""\n    g("Take it", "p1/front/o1", f"{n} boards to cut", key="name")\n'
    assert list(texts(code)) == [(3, "Take it"), (3, "… boards to cut")]


# What the glossary replaced, whole texts and parts of texts.
FORMER = {
    "Taken", "Take this one", "Away", "Take over", "Same as", "Verdict", "Together", "Hands on",
    "Draw it", "On already", "Laid over", "Nothing loud",
}  # fmt: skip
FORMER_PARTS = (
    "o shorter plan", "All of it:", "over and dry", "ake a stack", "hat lies there", "Thinned, %",
    "irst time with", "lay wanted", "ept free", "oint long", "Rails, uprights", "tands: out", "here you stand",
    "hat is behind it", "ow to tell", " fault here:", "hat I have", "orth keeping", "nown only by doing",
    "our fan", "ial of the gun", "n the order of a shop", "r go on with", " to mind", "oint at a line",
    "o many brackets", "oom for:", "ast edit", "is the longest that goes", "nothing takes its place",
    "find what carries", "its upper side",
)  # fmt: skip


def test_no_text_goes_back_to_a_name_that_was_replaced() -> None:
    from tools.words import all_texts

    said = [(f"{name}:{line}", " ".join(text.split())) for name, line, text in all_texts()]
    said += [("answers.md", line.strip()) for line in (SRC / "data" / "answers.md").read_text().splitlines()]
    found = [(at, text) for at, text in said if text in FORMER or any(part in text for part in FORMER_PARTS)]
    assert not found


def test_files_and_functions_stay_livable() -> None:
    for path in SRC.rglob("*.py"):
        text = path.read_text()
        assert text.count("\n") <= 500, path
        for node in ast.walk(parsed(path)):
            if isinstance(node, ast.FunctionDef):
                assert (node.end_lineno or 0) - node.lineno <= 60, f"{path}: {node.name}"


def test_the_program_starts_nothing_heavy_before_it_is_asked() -> None:
    code = "import sys, zygoform.__main__; sys.exit('PySide6' in sys.modules or 'msgspec' in sys.modules)"
    assert subprocess.run([sys.executable, "-c", code], check=False).returncode == 0


def test_what_others_made_is_listed_as_it_is_pinned() -> None:
    """Name, version, licence and notice of every package; the licence is the one it says itself."""
    listed = {}
    for line in (ROOT / "THIRD_PARTY.md").read_text().splitlines():
        cells = [cell.strip() for cell in line.strip("|").split("|")]
        if len(cells) >= 4 and re.fullmatch(r"[0-9.]+", cells[1]):
            listed[cells[0], cells[1]] = cells[2:4]
    pinned = set()
    for name in ("requirements.txt", "requirements-dev.txt"):
        pinned |= set(re.findall(r"^([\w.-]+)==(\S+)", (ROOT / name).read_text(), re.MULTILINE))
    assert set(listed) == pinned
    for (name, version), (licence, notice) in listed.items():
        assert notice.startswith("Copyright"), name
        assert importlib.metadata.version(name) == version
        said = importlib.metadata.metadata(name).json.get("license_expression")
        assert licence == said or (said is None and licence), name
    assert (SRC / "data" / "fonts" / "OFL.txt").is_file()
