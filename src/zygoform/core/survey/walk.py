"""The sizes of a piece in the order of a person with a tape, each with the line it is taken along."""

from msgspec import Struct

from zygoform.core.form.form import Board, Body, FormOpening
from zygoform.core.form.front import Division, find_opening, openings, walk
from zygoform.core.form.inside.drawer import DrawerParts
from zygoform.core.form.piece import FrontedPiece, PieceBase
from zygoform.core.ids import own_of, role_of
from zygoform.core.measure.param import Param, counts, param, params
from zygoform.core.measure.reading import Readings, counting
from zygoform.core.survey.spans import TapeLine, corner_line, drawer_lines, opening_line, span_line

# The sizes a fault most likely has, from the part it is on: guesses, until they are measured.


def likely_sizes(kind: str, board: Board, body: Body) -> dict[str, float]:
    """Length, width and depth (mm) of a fault of a kind on a board, as far as the piece tells."""
    low, high = board.solid.box
    sizes = [high[k] - low[k] for k in range(3)]
    thick, middling, longest = sorted(sizes)
    runner = _runner(board, body) or {"length": max(50.0, body.depth.value - 20.0)}
    area = {"length": longest, "width": middling}
    known = {
        "torn_back": {"length": sizes[0], "width": sizes[2]},
        "worn_runner": runner,
        "falling_drawer": runner,
        "split": {"depth": thick},
        "old_holes": {"depth": thick},
        "warp": {"length": middling},
        "finish": area,
        "mould": area,
        "insects": area,
        "hardware": _pulls(board, body),
    }
    if kind in ("sagging_bottom", "broken_bottom"):
        return _bottom(board, body) or {"length": sizes[0], "width": sizes[1]}
    return known.get(kind, {})


def _bottom(board: Board, body: Body) -> dict[str, float]:
    """Inside a drawer: what its sides leave of the opening; nothing where the board closes none."""
    opening = body.opening_of(board.id)
    if opening is None or not opening.members:
        return {}
    size = dict(opening.sizes)
    return {
        "length": max(20.0, size["wide"] - 2 * size["side_thickness"]),
        "width": max(20.0, size["long"] - size["back_thickness"]),
        "depth": size["groove"],
    }


def _pulls(board: Board, body: Body) -> dict[str, float]:
    """The spacing of the old holes, where it was measured."""
    opening = body.opening_of(board.id)
    known = opening is not None and opening.members and "hole_spacing" not in opening.unmeasured
    return {"length": dict(opening.sizes)["hole_spacing"]} if known and opening is not None else {}


def _runner(board: Board, body: Body) -> dict[str, float]:
    """As long as what the drawer runs on now."""
    opening = body.opening_of(board.id)
    boxes = [m.solid.box for m in opening.members if m.role == "runner"] if opening is not None else []
    return {"length": max(high[1] - low[1] for low, high in boxes)} if boxes else {}


RANK = {"Over all": 0, "Top": 1, "Lid": 1, "Seat": 1, "Boards": 1, "Outline": 1, "Frame": 2, "Body": 2}
"""Round the piece as one goes: over all, the top, the body, then what it stands on; the front's openings last."""


class WalkStep(Struct, frozen=True):
    """One size to take. `entry` is its name in the piece, `cell` the opening or division it belongs to instead.

    Of what stands behind a front `inside` names the entry, and `cell` is its opening, which has to be open.
    """

    title: str
    hint: str
    line: TapeLine | None
    readings: Readings
    entry: str = ""
    cell: str = ""
    inside: str = ""

    @property
    def key(self) -> str:
        return self.entry or f"{self.cell} {self.inside}".rstrip()

    @property
    def is_taken(self) -> bool:
        counts_now = counting(self.readings)
        return counts_now is not None and counts_now.source != "guessed"


def steps(piece: PieceBase, body: Body) -> tuple[WalkStep, ...]:
    """All sizes of a piece but those that no board shows or that do not count, as the piece is."""
    declared = [e for e in params(type(piece)) if e.unit in ("readings", "corner") and counts(e, piece)]
    declared.sort(key=lambda e: RANK.get(e.group, 3))
    found = [step for entry in declared if (step := _entry_step(piece, body, entry)) is not None]
    return (
        *found,
        *((*_cell_steps(piece, body), *_inside_steps(piece, body)) if isinstance(piece, FrontedPiece) else ()),
    )


def _inside_steps(piece: FrontedPiece, body: Body) -> list[WalkStep]:
    """Sizes behind a front, where something of a drawer has a fault: what is cut for it rests on them."""
    faulty = {own_of(fault.part) for fault in piece.faults if _is_of_drawer(fault.part)}
    found = []
    for opening in body.openings:
        own = find_opening(piece.front, own_of(opening.id))
        if own is None or own.id not in faulty or not opening.members:
            continue
        parts = own.parts("drawer")
        for name, line in drawer_lines(body, opening).items():
            entry = param(DrawerParts, name)
            title = f"{opening.name}, {entry.group.lower()}: {entry.label.lower()}"
            taken = getattr(parts, name)
            found.append(WalkStep(title, entry.hint, line, taken, cell=opening.id, inside=name))
    return found


def _is_of_drawer(part_id: str) -> bool:
    role = role_of(part_id)
    return role in ("front", "guide") or role.startswith(("box-", "runner-", "slide-", "stop-"))


def next_step(all_steps: tuple[WalkStep, ...], after: str = "") -> WalkStep | None:
    """The next size still to be taken behind `after`, then from the beginning; None where all are."""
    keys = [step.key for step in all_steps]
    at = keys.index(after) + 1 if after in keys else 0
    return next(
        (step for step in (*all_steps[at:], *all_steps[:at]) if not step.is_taken and step.key != after), None
    )


def _entry_step(piece: PieceBase, body: Body, entry: Param) -> WalkStep | None:
    line = None
    if entry.span is not None:
        line = corner_line(body, entry.span) if entry.unit == "corner" else span_line(body, entry.span)
    if line is None:
        return None
    own_name = entry.group in ("Over all", "Corners")
    title = entry.label if own_name else f"{entry.group}: {entry.label.lower()}"
    return WalkStep(title, entry.hint, line, getattr(piece, entry.name), entry=entry.name)


def _cell_steps(piece: FrontedPiece, body: Body) -> list[WalkStep]:
    """Width of each column and height of each row but the last, which follows from the others."""
    by_id = {own_of(opening.id): opening for opening in body.openings}
    found = []
    for division in walk(piece.front):
        if not isinstance(division, Division):
            continue
        wide = division.direction == "columns"
        for cell, readings in list(zip(division.cells, division.sizes, strict=True))[:-1]:
            inside = [by_id[o.id] for o in openings(cell) if o.id in by_id]
            if not inside:
                continue
            whole = _around(inside)
            title = f"{inside[0].name}: {'width' if wide else 'height'}"
            if len(inside) > 1:
                title = f"{inside[0].name} to {inside[-1].name.lower()}: {'width' if wide else 'height'}"
            line = opening_line(whole, division.direction)
            hint = "inside, from upright to upright" if wide else "inside, from rail to rail"
            found.append(WalkStep(title, hint, line, readings, cell=f"{piece.id}/opening/{cell.id}"))
    return found


def _around(inside: list[FormOpening]) -> FormOpening:
    rects = [opening.rect for opening in inside]
    x0, z0 = min(r[0] for r in rects), min(r[1] for r in rects)
    x1, z1 = max(r[2] for r in rects), max(r[3] for r in rects)
    return FormOpening("", "", (x0, z0, x1, z1), "nothing")
