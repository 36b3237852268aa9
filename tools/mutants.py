"""Breaks the code on purpose, one small change at a time, and counts how many of them the tests notice.

`make mutants` draws a seeded sample of a hundred from core and files. Every mutant runs in a copy of its own:
first the tests of the room it is in, then the rest of core and files, then two of the interface's that go all the
way through; the first failure counts. Survivors are listed with their line.
"""

import argparse
import ast
import compileall
import os
import random
import shutil
import subprocess
import sys
import tempfile
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from pathlib import Path
from queue import Queue

ROOT = Path(__file__).resolve().parent.parent
ROOMS = ("src/zygoform/core", "src/zygoform/files")
STORY = ("tests/app/test_story.py", "tests/app/test_screens.py")
LONGEST = 1800
"""Seconds after which a run counts as noticed: the mutant hangs. All tests of core and files take a fifth of it."""

_COMPARE: dict[type[ast.cmpop], type[ast.cmpop]] = {
    ast.Lt: ast.LtE, ast.LtE: ast.Lt, ast.Gt: ast.GtE, ast.GtE: ast.Gt, ast.Eq: ast.NotEq, ast.NotEq: ast.Eq,
    ast.Is: ast.IsNot, ast.IsNot: ast.Is, ast.In: ast.NotIn, ast.NotIn: ast.In,
}  # fmt: skip
_COUNT: dict[type[ast.operator], type[ast.operator]] = {
    ast.Add: ast.Sub, ast.Sub: ast.Add, ast.Mult: ast.Div, ast.Div: ast.Mult,
    ast.FloorDiv: ast.Mult, ast.Mod: ast.Mult,
}  # fmt: skip


@dataclass(frozen=True)
class Mutant:
    """One change of one line."""

    path: Path
    line: int
    column: int
    what: str


def sites(path: Path) -> Iterator[tuple[ast.AST, int, int, str]]:
    """Every place of a module where something can be broken; words, types and docstrings are left alone."""
    for node in ast.walk(ast.parse(path.read_text())):
        if isinstance(node, (ast.FunctionDef, ast.AsyncFunctionDef)):
            for inner in (part for statement in node.body for part in ast.walk(statement)):
                what = _what(inner)
                if what:
                    yield inner, inner.lineno, inner.col_offset, what  # type: ignore[attr-defined]


def _what(node: ast.AST) -> str:
    if isinstance(node, ast.Compare) and len(node.ops) == 1 and type(node.ops[0]) in _COMPARE:
        return "compare"
    if isinstance(node, ast.BinOp) and type(node.op) in _COUNT and not _is_words(node):
        return "reckon"
    if isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.Not):
        return "not"
    if isinstance(node, ast.Constant) and type(node.value) in (int, float):
        return "figure"
    kinds = {ast.BoolOp: "and or", ast.If: "if", ast.IfExp: "if"}
    return next((words for kind, words in kinds.items() if isinstance(node, kind)), "")


def _is_words(node: ast.BinOp) -> bool:
    return any(isinstance(side, (ast.JoinedStr, ast.Constant)) and isinstance(getattr(side, "value", ""), str)
               for side in (node.left, node.right))  # fmt: skip


class _Break(ast.NodeTransformer):
    """Breaks the one node that stands at a place."""

    def __init__(self, mutant: Mutant) -> None:
        self.mutant, self.done = mutant, False

    def visit(self, node: ast.AST) -> ast.AST:
        place = getattr(node, "lineno", 0), getattr(node, "col_offset", -1)
        wanted = place == (self.mutant.line, self.mutant.column) and _what(node) == self.mutant.what
        if wanted and not self.done:
            self.done = True
            return _broken(node)
        return super().generic_visit(node)


def _broken(node: ast.AST) -> ast.AST:
    if isinstance(node, ast.Compare):
        node.ops = [_COMPARE[type(node.ops[0])]()]
    elif isinstance(node, ast.BinOp):
        node.op = _COUNT[type(node.op)]()
    elif isinstance(node, ast.BoolOp):
        node.op = ast.Or() if isinstance(node.op, ast.And) else ast.And()
    elif isinstance(node, ast.UnaryOp):
        return node.operand
    elif isinstance(node, ast.Constant):
        return ast.copy_location(ast.Constant(node.value + 1), node)  # type: ignore[operator]
    elif isinstance(node, (ast.If, ast.IfExp)):
        node.test = ast.copy_location(ast.UnaryOp(ast.Not(), node.test), node.test)
    return node


def draw(count: int, seed: int) -> list[Mutant]:
    """A sample from all places, each as likely as any other."""
    every = [
        Mutant(path.relative_to(ROOT), line, column, what)
        for room in ROOMS
        for path in sorted((ROOT / room).rglob("*.py"))
        for _, line, column, what in dict.fromkeys((None, *site[1:]) for site in sites(path))
    ]
    return random.Random(seed).sample(every, count)  # noqa: S311


def tests_of(path: Path) -> list[list[str]]:
    """What to run, nearest first."""
    room = ROOT / "tests" / path.relative_to("src/zygoform").parent
    near = [str(room.relative_to(ROOT))] if room.is_dir() and room.name != "core" else []
    return [*([near] if near else []), ["tests/core", "tests/files"], list(STORY)]


def noticed(mutant: Mutant, desk: Path) -> bool:
    """Whether a test fails with the mutant in place."""
    target = desk / mutant.path
    whole = target.read_text()
    try:
        tree = _Break(mutant).visit(ast.parse(whole))
        target.write_text(ast.unparse(ast.fix_missing_locations(tree)))
        return any(_fails(tests, desk) for tests in tests_of(mutant.path))
    finally:
        target.write_text(whole)


def _fails(tests: list[str], desk: Path) -> bool:
    env = os.environ | {
        "PYTHONPATH": str(desk / "src"),
        "QT_QPA_PLATFORM": "offscreen",
        "PYTHONDONTWRITEBYTECODE": "1",
    }
    command = [sys.executable, "-m", "pytest", "-x", "-q", "-p", "no:cacheprovider", "-k", "not killed", *tests]
    try:
        done = subprocess.run(command, cwd=desk, env=env, capture_output=True, timeout=LONGEST, check=False)  # noqa: S603
    except subprocess.TimeoutExpired:
        return True
    return done.returncode != 0


def main() -> None:
    """Draws, breaks, runs, and says what nobody noticed."""
    reader = argparse.ArgumentParser(description=__doc__)
    reader.add_argument("--count", type=int, default=100)
    reader.add_argument("--seed", type=int, default=8)
    reader.add_argument("--workers", type=int, default=2)
    reader.add_argument("--first", type=int, default=0, help="begin with this one of the sample")
    reader.add_argument("--last", type=int, default=None, help="end before this one")
    asked = reader.parse_args()
    mutants = draw(asked.count, asked.seed)[asked.first : asked.last]
    with tempfile.TemporaryDirectory() as folder:
        desks: Queue[Path] = Queue()
        for k in range(asked.workers):
            desk = Path(folder) / str(k)
            for name in ("src", "tests", "docs", "tools"):
                shutil.copytree(ROOT / name, desk / name, ignore=shutil.ignore_patterns("__pycache__"))
            for name in ("pyproject.toml", "README.md"):
                shutil.copy(ROOT / name, desk / name)
            # Compiled once. No run writes what it compiles: a broken module and a whole one may look alike by date.
            compileall.compile_dir(str(desk / "src"), quiet=1)
            desks.put(desk)
        # Without a break everything passes here, else nothing would be said by a failure.
        whole = Path(folder) / "0"
        if _fails(["tests/core", "tests/files"], whole) or _fails(list(STORY), whole):
            sys.exit("The tests fail without a mutant.")

        def run(mutant: Mutant) -> bool:
            desk = desks.get()
            try:
                seen = noticed(mutant, desk)
            finally:
                desks.put(desk)
            print("." if seen else f"\n{mutant.path}:{mutant.line} {mutant.what}", end="", flush=True)
            return seen

        with ThreadPoolExecutor(asked.workers) as pool:
            found = list(pool.map(run, mutants))
    print(f"\n{sum(found)} of {len(found)} noticed")


if __name__ == "__main__":
    main()
