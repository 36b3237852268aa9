"""Every text a user sees, with its place: `make words`, or with a phrase only the texts it stands in.

What is a text is told by its look: words with a blank between, or one with a capital letter in front. Docstrings,
names, patterns, styles and what is only read are left out.
"""

import ast
import re
import sys
from collections.abc import Iterator
from pathlib import Path

SRC = Path(__file__).resolve().parent.parent / "src" / "zygoform"
_NO_TEXT = re.compile(r"^[\w./:*#%+=()\[\]{}|\\^$?<>@~,;-]*$|[{;]\s*[\w-]+\s*:|^\s*$|^[A-Z_]+$|^<|\\[a-z(]")
_ONE_WORD = re.compile(r"^[A-Z][a-z]+(…|\.|:)?$")
_OTHER = ("theme/tokens.py", "theme/look.py", "app/shots.py")


def is_text(said: str) -> bool:
    """Whether someone reads it."""
    if _ONE_WORD.match(said):
        return True
    return " " in said.strip() and bool(re.search(r"[A-Za-z]{2}", said)) and not _NO_TEXT.search(said)


def texts(source: str) -> Iterator[tuple[int, str]]:
    """Line and text, in order; of one that is put together its parts, with … for what is put in."""
    tree = ast.parse(source)
    inner = {id(part) for node in ast.walk(tree) if isinstance(node, ast.JoinedStr) for part in ast.walk(node)} - {
        id(node) for node in ast.walk(tree) if isinstance(node, ast.JoinedStr)
    }
    for node in ast.walk(tree):
        docs = node.body if isinstance(node, ast.Module | ast.ClassDef | ast.FunctionDef) else []
        inner |= {id(own.value) for own in docs if isinstance(own, ast.Expr)}
    for node in ast.walk(tree):
        if isinstance(node, ast.JoinedStr):
            said = "".join(str(p.value) if isinstance(p, ast.Constant) else "…" for p in node.values)
        elif isinstance(node, ast.Constant) and isinstance(node.value, str) and id(node) not in inner:
            said = node.value
        else:
            continue
        if is_text(said):
            yield node.lineno, said


def all_texts() -> Iterator[tuple[str, int, str]]:
    """File, line and text of the whole program."""
    for path in sorted(SRC.rglob("*.py")):
        name = path.relative_to(SRC).as_posix()
        if not name.endswith(_OTHER):
            for line, said in sorted(texts(path.read_text(encoding="utf-8"))):
                yield name, line, said


def main() -> None:
    """Prints them; the phrases asked for, if any are."""
    wanted = [phrase.lower() for phrase in sys.argv[1:]]
    for name, line, said in all_texts():
        if not wanted or any(phrase in said.lower() for phrase in wanted):
            print(f"{name}:{line}: {' '.join(said.split())}")


if __name__ == "__main__":
    main()
