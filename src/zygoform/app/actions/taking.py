"""Tables of one's own taken over: whole, or not at all and told why."""

from collections.abc import Callable
from functools import partial
from pathlib import Path
from typing import Any, Literal

from msgspec import Struct
from PySide6.QtWidgets import QWidget

from zygoform.app.actions.asking import PricesChoice, ask_prices
from zygoform.app.session import Session
from zygoform.core.edits.edited import Edited
from zygoform.core.edits.finish_supplies import use_coats
from zygoform.core.edits.workshop import add_prices, take_boards, take_parts, use_minutes, use_prices
from zygoform.core.project import Project
from zygoform.core.shop import Shop
from zygoform.files.coats_csv import parse_coats
from zygoform.files.import_csv import parse_boards, parse_cut_list
from zygoform.files.minutes_csv import parse_minutes
from zygoform.files.names import shown
from zygoform.files.prices_csv import parse_prices
from zygoform.files.tables import TableError, read_file

TableKind = Literal["parts", "boards", "minutes", "prices", "coats"]


class _Way(Struct, frozen=True):
    """How one kind of table is asked for, read (with `problems`) and put into a project."""

    asked: str
    read: Callable[[str, Shop], Any]
    take: Callable[[Project, Any], Edited]
    nothing: Callable[[Any], str] = lambda _table: ""
    """Why a table without faults still has nothing to take."""


_LISTS = "Tables (*.csv *.txt);;All files (*)"
_WAYS: dict[TableKind, _Way] = {
    "parts": _Way(_LISTS, parse_cut_list, lambda project, table: take_parts(project, table.parts)),
    "boards": _Way(_LISTS, parse_boards, lambda project, table: take_boards(project, table.boards)),
    "minutes": _Way(
        "Minutes of work (*.csv)",
        lambda text, _shop: parse_minutes(text),
        lambda project, table: use_minutes(project, table.rows),
        lambda table: "" if table.rows else "it names no work",
    ),
    "coats": _Way(
        "Figures of coats (*.csv)",
        lambda text, _shop: parse_coats(text),
        lambda project, table: use_coats(project, table.rows),
        lambda table: "" if table.rows else "it names no material",
    ),
    "prices": _Way(
        "Price lists (*.csv)",
        lambda text, _shop: parse_prices(text),
        lambda project, table: use_prices(project, table.timber, table.packs),
        lambda table: "" if table.timber or table.packs else "it names nothing",
    ),
}


def take_table(
    session: Session,
    what: TableKind,
    ask: Callable[[str], str],
    tell: Callable[[str], None],
    ask_how: Callable[[str], PricesChoice] | None,
    window: QWidget,
) -> None:
    """Asks for a file and takes it over as one step; with a fault in any row nothing is taken.

    Of prices it is asked whether they come to those there are.
    """
    way = _WAYS[what]
    name = ask(way.asked)
    if not name:
        return
    path = Path(name)
    try:
        table = way.read(read_file(path), session.project.shop)
    except (OSError, TableError) as refused:
        why = refused.strerror if isinstance(refused, OSError) else str(refused)
        tell(f"{shown(path)} was not taken: {why}.")
        return
    if table.problems:
        first, more = table.problems[0], len(table.problems) - 1
        others = f" {more} more row{'s have' if more > 1 else ' has'} faults." if more else ""
        tell(f"Nothing was taken from {shown(path)}. {first.path}: {first.message}.{others}")
        return
    if way.nothing(table):
        tell(f"{shown(path)} was not taken: {way.nothing(table)}.")
        return
    how = ask_how or partial(ask_prices, window)
    answer = how(shown(path)) if what == "prices" else "replace"
    if answer == "replace" and what == "prices" and not table.timber:
        tell(f"{shown(path)} was not taken: it has no timber. Add it to the list instead.")
    elif answer == "add":
        session.try_do(lambda project: add_prices(project, table.timber, table.packs))
    elif answer == "replace":
        session.try_do(lambda project: way.take(project, table))
