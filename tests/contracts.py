"""What every row of a registry owes the rest of the house; each breach is a sentence that names what lacks.

A new kind, family, material or format is held against these without a line of test of its own.
"""

import csv
import io
from collections.abc import Callable, Iterator
from contextlib import suppress
from itertools import combinations
from typing import Any
from xml.etree import ElementTree as ET

import shapely
from icalendar import Calendar
from msgspec import structs
from pypdf import PdfReader

from tests.core.changes.test_shelves import chest
from tests.planned import changed, form_of, plan_of
from tests.replay import breaches
from zygoform.core.changes.patterning.entries import StripPattern
from zygoform.core.changes.registry import ChangeKind
from zygoform.core.coats.coat import AEROSOLS, Coat
from zygoform.core.edits.finishing import take_stack
from zygoform.core.edits.fronts import divide, hold
from zygoform.core.edits.pieces import copy_piece, new_piece
from zygoform.core.edits.planning import add_change, remove_change, set_value
from zygoform.core.edits.survey import choose_inside, set_reading
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board
from zygoform.core.form.front import Holds, openings
from zygoform.core.form.registry import target_in
from zygoform.core.geometry.convex import shared_volume
from zygoform.core.geometry.prism import dot
from zygoform.core.measure.param import param, params
from zygoform.core.patterns.drawn_line import DrawnLine
from zygoform.core.patterns.field import field_of
from zygoform.core.patterns.pieces import laid_over, lay
from zygoform.core.piecemeal import at_once
from zygoform.core.project import Project
from zygoform.files.demo import fresh_project
from zygoform.files.project_json import parse_project

MIXED_OF = {"paint wash": "acrylic paint"}
"""What is not bought but thinned from something else."""
MOST_CHOICES = 4
LEAST_SHARED = 5.0
"""mm³: less is what rounding leaves."""


def begun(row: ChangeKind, piece: str) -> Project | None:
    """A change of a kind on a piece of a kind as it begins; nothing where it is not offered or finds no room."""
    plain = new_piece(fresh_project(), "Piece", {}, piece).project
    several = (copy_piece(filled(plain), "p1").project,) if row.of_set else ()
    for project in (*several, filled(plain), plain):
        found = form_of(project).found
        body = found.bodies[0]
        for target_id in (body.id, *(own.id for own in body.openings), *(own.id for own in body.boards)):
            target = target_in(found, target_id)
            if target is None or not row.takes(target):
                continue
            with suppress(BadInputError):
                planned = add_change(project, row.kind, target_id).project
                if not form_of(planned).failures:
                    return planned
    return None


def filled(project: Project) -> Project:
    """A piece with a front holds drawers, a framed door, a bay: there is something of everything."""
    front = project.front("p1")
    if front is None:
        return project
    project = divide(project, f"p1/opening/{front.id}", "columns", 3).project
    front = project.front("p1")
    assert front is not None
    places = [own.id for own in openings(front)]
    project = divide(project, f"p1/opening/{places[0]}", "rows", 2).project
    front = project.front("p1")
    assert front is not None
    held: tuple[Holds, ...] = ("drawer", "drawer", "door", "nothing")
    for own, holds in zip(openings(front), held, strict=True):
        with suppress(BadInputError):
            project = hold(project, f"p1/opening/{own.id}", holds).project
            if holds == "door":
                project = choose_inside(project, f"p1/opening/{own.id}", "door", "made", "frame").project
    return project


def at_its_ends(project: Project) -> Iterator[Project]:
    """The change as begun, and with each of its sizes and choices at either end, where that can be built."""
    yield project
    change = project.changes[0]
    for entry in params(type(change)):
        # Of many choices, such as families, which have a contract of their own, the last ones.
        ends = [c.value for c in entry.choices[-MOST_CHOICES:]] if entry.choices else [entry.low, entry.high]
        for value in ends if entry.unit in ("length", "count", "choice") and not entry.stock else ():
            with suppress(BadInputError):
                other = set_value(project, change.id, entry.name, int(value) if entry.unit == "count" else value)
                if not form_of(other.project).failures:
                    yield other.project


def through_another(project: Project) -> list[str]:
    """A solid that a change brings passes through no other that it does not tell of."""
    form = form_of(project)
    own = {board.id for outcome in form.counting for board in outcome.added}
    through = [
        (board, other)
        for board, other in combinations(form.planned.boards, 2)
        if (board.id in own or other.id in own) and _shared(board, other) > LEAST_SHARED
    ]
    findings = plan_of(project).findings if through else ()
    told = {part for finding in findings if finding.change_id for part in finding.where} - own
    return [
        f"{board.name} ({board.id}) runs through {other.name} ({other.id})"
        for board, other in through
        if not {board.id, other.id} & told
    ]


def _shared(a: Board, b: Board) -> float:
    (al, ah), (bl, bh) = a.solid.box, b.solid.box
    if any(min(ah[k], bh[k]) - max(al[k], bl[k]) < 1e-3 for k in range(3)):
        return 0.0
    return sum(shared_volume(one.faces, two.faces) for one in a.solid.cells for two in b.solid.cells)


def guesses_forgotten(project: Project) -> list[str]:
    """A part whose length moves with a size that nobody measured rests on that guess."""
    plan, found = plan_of(project), list[str]()
    before = {part.id: part for outcome in plan.outcomes for part in outcome.parts}
    for name in ("width", "depth"):
        guess = getattr(plan.found.bodies[0], name)
        if not guess.guesses:
            continue
        with suppress(BadInputError):
            other = plan_of(set_reading(project, name, f"{guess.value + 23:.2f} mm").project)
            found.extend(
                f"{part.name} ({part.id}) moves with the {name}, a guess, and does not say so"
                for outcome in other.outcomes
                for part in outcome.parts
                if (was := before.get(part.id)) is not None
                and abs(was.length - part.length) > 0.5
                and not (was.rests_on | (was.length_of.guesses if was.length_of else frozenset()))
            )
    return found


def not_told(project: Project) -> list[str]:
    """It says what it is, has its minutes and its prices, and is gone without a trace when it is taken out."""
    plan, kind = plan_of(project), project.changes[0].tag  # type: ignore[union-attr]
    found = [] if all(outcome.result.text for outcome in plan.outcomes) else [f"{kind} does not say what it makes"]
    found += [f"{row.name}, of {kind}, is bought and has no price" for row in plan.purchase.rows if row.missing]
    own = [step for step in plan.work.steps if step.source == project.changes[0].id]
    found += [f"the step “{step.what.text}” of {kind} takes no minutes" for step in own if not step.minutes[1]]
    made = any(o.added or o.removed or o.parts or o.reshaped for o in plan.outcomes)
    found += [f"{kind} changes the piece and has no step"] if made and not own else []
    without = remove_change(project, project.changes[0].id).project
    bare = structs.replace(project, changes=())
    found += (
        [] if plan_of(without).planned == plan_of(bare).planned else [f"{kind} leaves something when taken out"]
    )
    return found


def handles_astray(project: Project) -> list[str]:
    """What is dragged goes with the hand: a size that grows by d moves its handle by d along its direction."""
    change, found = form_of(project).changes[0], list[str]()
    own = form_of(project).outcome(change.id)
    for handle in own.handles if own is not None else ():
        entry = param(type(change), handle.parameter)
        here = handle.value if handle.value is not None else float(getattr(change, handle.parameter))
        steps = (1, -1) if entry.unit == "count" else (0.5, -0.5)
        for step in steps if handle.pivot is None else ():
            with suppress(BadInputError):
                other = form_of(set_value(project, change.id, handle.parameter, here + step).project)
                made = other.outcome(change.id)
                same = [h for h in made.handles if h.parameter == handle.parameter] if made is not None else []
                wide = dot(handle.direction, handle.direction)
                moved = [tuple(b - a for a, b in zip(handle.at, h.at, strict=True)) for h in same]
                by = [dot(way, handle.direction) / wide - step for way in moved]  # type: ignore[arg-type]
                if by and min(map(abs, by)) > 0.02:
                    found.append(f"the handle “{handle.label}” of {change.tag} does not go with {handle.parameter}")
    return found


_COATS = {
    "top": "stain_clear",
    "body": "paint_primed",
    "inside": "inside",
    "fronts": "two_tone",
    "boxes": "boxes_wax",
}


def out_of_order(project: Project) -> list[str]:
    """With coats all over, nothing it does is done too early or too late, and no step waits for itself."""
    for role, stack in _COATS.items():
        project = take_stack(project, f"p1/{role}", stack).project
    plan = plan_of(project)
    place = {step.id: k for k, step in enumerate(plan.work.steps)}
    rings = [
        f"{step.id} and {before} wait for each other"
        for step in plan.work.steps
        for before in step.follows
        if place.get(before, -1) > place[step.id]
    ]
    return [*rings, *breaches(plan)]


_FRONTS = [[0.0, 0.0, 420.0, 180.0], [430.0, 0.0, 420.0, 180.0], [0.0, 190.0, 420.0, 180.0]]


def family_breaches(name: str, load: Callable[[], Any]) -> list[str]:
    """Pieces of a family lie beside each other, and on their fronts, whatever is within its fronts' corners."""
    field = field_of(_FRONTS)
    change = changed(chest(), "pattern", "p1/body/main").changes[0]
    assert isinstance(change, StripPattern)
    change = structs.replace(change, family=name, lines=(DrawnLine(0, 60, 900, 60), DrawnLine(40, 0, 40, 400)))
    strips = load()(field, 30.0, change)
    pieces = lay(field, strips).pieces
    shapes = [shapely.Polygon(piece.outline) for piece in pieces if not strips[piece.strip].bought]
    found = []
    for a, b in combinations(shapes, 2):
        if a.intersects(b) and a.intersection(b).area > LEAST_SHARED:
            found.append(f"two strips of {name} overlap")
    whole = shapely.union_all([front.polygon for front in field.fronts]).buffer(1e-6)
    found += [f"a strip of {name} lies beside its front" for shape in shapes if not whole.covers(shape)]
    return sorted(set(found)) + mirror_breaches(name, load, change)


def mirror_breaches(name: str, load: Callable[[], Any], change: StripPattern) -> list[str]:
    """Turned over right of the middle, what lies on two fronts is its own mirror image; what is bought is not."""
    field = field_of([[0.0, 0.0, 420.0, 180.0], [430.0, 0.0, 420.0, 180.0]])
    strips, laid = at_once(laid_over(field, "mirrored", lambda own, _turn: load()(own, 30.0, change)))
    halves = [shapely.union_all([shapely.Polygon(p.outline) for p in laid.pieces if p.front == k]) for k in (0, 1)]
    mirrored = shapely.transform(halves[0], lambda at: at * (-1.0, 1.0) + (850.0, 0.0))
    bought = any(strip.bought for strip in strips)
    astray = shapely.symmetric_difference(mirrored, halves[1]).area > LEAST_SHARED
    return [f"{name} is not its mirror image on the other side"] if astray and not bought else []


def coat_breaches(coat: Coat, project: Project) -> list[str]:
    """A material can be bought, and says how long it waits."""
    sold = {pack.kind for pack in project.shop.packs}
    found = [] if MIXED_OF.get(coat.id, coat.id) in sold else [f"{coat.title} has no price"]
    found += [] if coat.recoat[1] > 0 and coat.touch[1] > 0 else [f"{coat.title} has no wait"]
    found += [] if coat.cover > 0 else [f"{coat.title} covers nothing"]
    return found + (
        [f"{coat.title} is sold by the can and by the litre"] if coat.id in AEROSOLS and coat.thin else []
    )


def export_breaches(name: str, made: bytes) -> list[str]:
    """A library of others, or our own reader, opens what was written, and there is something in it."""
    try:
        kept = _READ_BACK[name.rsplit(".", 1)[1]](made)
    except Exception as wrong:  # noqa: BLE001 - whatever it is, the file cannot be read
        return [f"{name} cannot be read back: {type(wrong).__name__}"]
    return [] if kept else [f"{name} is empty when it is read back"]


def _dxf(made: bytes) -> int:
    from ezdxf.filemanagement import read

    drawing = read(io.StringIO(made.decode()))
    return 0 if drawing.audit().has_errors else len(drawing.modelspace())


_READ_BACK: dict[str, Callable[[bytes], int]] = {
    "pdf": lambda made: len(PdfReader(io.BytesIO(made)).pages),
    "csv": lambda made: len(list(csv.reader(io.StringIO(made.decode("utf-8-sig"))))),
    "svg": lambda made: len(list(ET.fromstring(made))),
    "dxf": _dxf,
    "ics": lambda made: len(Calendar.from_ical(made).walk("VEVENT")),
    "json": lambda made: len(parse_project(made).pieces),
}
