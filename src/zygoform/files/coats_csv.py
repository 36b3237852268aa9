"""Figures of coats as CSV: what labels say of each material, to be changed anywhere and taken over again."""

from msgspec import Struct

from zygoform.core.coats.coat import KNOWN_COATS, Coat, coat_of
from zygoform.core.edits.finish_supplies import FIGURES, figure_words, with_figure
from zygoform.core.errors import BadInputError, InputProblem
from zygoform.files.tables import read_named_rows, write_table

MOST_COATS = 200


class CoatsTable(Struct, frozen=True):
    """The materials that could be read, and the faults of rows that could not."""

    rows: tuple[Coat, ...]
    problems: tuple[InputProblem, ...] = ()


def coats_csv(own: tuple[Coat, ...]) -> str:
    """All materials with the figures that count; a span is written 2-6."""
    coats = (coat_of(coat_id, own) or usual for coat_id, usual in KNOWN_COATS.items())
    rows = [(coat.id, coat.title, *(figure_words(coat, entry) for entry in FIGURES)) for coat in coats]
    return write_table(("material", "title", *FIGURES), rows)


def parse_coats(text: str) -> CoatsTable:
    """Row by row; one with a fault is named and left out. Raises TableError for what is no table."""
    rows, problems = read_named_rows(text, MOST_COATS, _coat)
    return CoatsTable(tuple({coat.id: coat for coat in rows}.values()), problems)


def _coat(row: dict[str, str]) -> Coat:
    coat = coat_of(row.get("material", "").strip())
    if coat is None:
        raise BadInputError("unknown_key", f"material is one of {', '.join(KNOWN_COATS)}")
    for entry in FIGURES:
        if row.get(entry, "").strip():
            coat = with_figure(coat, entry, row[entry])
    return coat
