"""Edits of patterns: one from the gallery, lines drawn by hand."""

from typing import Literal

from msgspec import structs

from zygoform.core.changes.patterning.entries import StripPattern
from zygoform.core.changes.patterning.gallery_picture import from_gallery
from zygoform.core.edits.edited import Edited
from zygoform.core.edits.planning import set_value
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Body
from zygoform.core.measure.message import Message
from zygoform.core.measure.param import params
from zygoform.core.measure.parse import parse_length
from zygoform.core.patterns.drawn_line import DrawnLine
from zygoform.core.patterns.gallery import GALLERY
from zygoform.core.project import Project

MOST_DRAWN_LINES = 200
MOST_REACH = 10_000.0


def meant_pattern(project: Project, change_id: str) -> StripPattern:
    """The pattern of that id. Raises BadInputError where it is gone."""
    change = project.change(change_id)
    if not isinstance(change, StripPattern):
        raise BadInputError("unknown_key", "Plan a pattern first.")
    found = project.overridden(change, project.variant)
    assert isinstance(found, StripPattern)
    return found


def take_from_gallery(project: Project, change_id: str, name: str, body: Body) -> Edited:
    """A pattern becomes one of the gallery, on a body as it is found there."""
    change = meant_pattern(project, change_id)
    wanted = next(own for own in GALLERY if own.name == name)
    new = from_gallery(change, wanted, body, project.shop)
    done = project
    for entry in params(StripPattern):
        value = getattr(new, entry.name)
        if value != getattr(change, entry.name):
            done = set_value(done, change_id, entry.name, value).project
    return Edited(done, Message(f"Pattern: {wanted.title.lower()}"), frozenset({change_id}))


def draw_line(project: Project, change_id: str, line: DrawnLine) -> Edited:
    """One more line of one's own; the pattern is made of these from then on."""
    change = meant_pattern(project, change_id)
    if len(change.lines) >= MOST_DRAWN_LINES:
        raise BadInputError("out_of_range", f"A pattern has {MOST_DRAWN_LINES} lines of your own at most.")
    new = structs.replace(change, lines=(*change.lines, line))
    done = _with_lines(project, new)
    if change.family != "lines":
        done = set_value(done, change_id, "family", "lines").project
    return Edited(done, Message(f"Line {len(new.lines)} drawn"), frozenset({change_id}))


def line_of_text(text: str, system: Literal["inch", "mm"]) -> DrawnLine:
    """A line as typed: from left; from below; to left; to below. Raises BadInputError."""
    parts = [part.strip() for part in text.split(";")]
    if len(parts) != 4:
        raise BadInputError("not_a_number", "Four sizes with semicolons, as 0; 0; 12; 8.")
    signs = [-1 if part[:1] in ("-", "−") else 1 for part in parts]
    sizes = [s * parse_length(part.lstrip("-−"), system) for s, part in zip(signs, parts, strict=True)]
    x0, y0, x1, y1 = sizes
    if (x0, y0) == (x1, y1):
        raise BadInputError("zero", "A line has a length: its ends are two places.")
    if max(abs(size) for size in sizes) > MOST_REACH:
        raise BadInputError("out_of_range", "Up to {0} from the corner.", lengths=(MOST_REACH,))
    return DrawnLine(x0, y0, x1, y1)


def erase_line(project: Project, change_id: str) -> Edited:
    """The last line away again."""
    change = meant_pattern(project, change_id)
    if not change.lines:
        raise BadInputError("empty", "There is no line to take away.")
    done = _with_lines(project, structs.replace(change, lines=change.lines[:-1]))
    return Edited(done, Message("Last line taken away"), frozenset({change_id}))


def _with_lines(project: Project, new: StripPattern) -> Project:
    """Lines are the pattern's own, the same in every variant."""
    own = (c for c in project.changes if isinstance(c, StripPattern) and c.id == new.id)
    drawn = {id(c): structs.replace(c, lines=new.lines) for c in own}
    return structs.replace(project, changes=tuple(drawn.get(id(c), c) for c in project.changes))
