"""What is told of new pulls: where each hole goes, what becomes of the old ones, what would go wrong."""

from zygoform.core.changes.pulls.fronts import PulledFront, PullSet
from zygoform.core.geometry.solid import has_wood_at
from zygoform.core.goods.fittings import said_as_sold
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.write import Marked
from zygoform.core.outcome.outcome import Finding, Fix, Note

MOST_LINES = 6


def pull_notes(pulls: "PullSet") -> tuple[Note, ...]:
    """Each front's holes from its left and lower edge; alike ones together."""
    notes = [
        _line(fronts, pulls.spacing) for fronts in list(_alike(pulls).values())[:MOST_LINES] if fronts[0].holes
    ]
    fates: dict[str, int] = {}
    for front in pulls.fronts:
        for _, _, use in front.old:
            fates[use.words] = fates.get(use.words, 0) + 1
    for words, count in fates.items():
        notes.append(Note("Old holes" if count != 1 else "Old hole", Message(f"{count} {words}.")))
    if any(front.holes for front in pulls.fronts):
        text = "Bore {0} from the face, a block clamped behind, after filling and before painting."
        if pulls.fixing == "wood":
            text = "Pilot holes, with a bit as thick as the screw without its thread and a stop, before painting."
        notes.append(Note("Bore", Message(text, () if pulls.fixing == "wood" else (pulls.change.hole,))))
    if pulls.plugs and pulls.change.stained:
        text = "Plugs will show: cut them from the same wood with a plug cutter, face grain, the grain in line."
        notes.append(Note("Plugs", Message(text)))
    return tuple(notes)


def _alike(pulls: "PullSet") -> dict[tuple[tuple[float, float], ...], list["PulledFront"]]:
    found: dict[tuple[tuple[float, float], ...], list[PulledFront]] = {}
    for front in pulls.fronts:
        key = tuple((round(x, 2), round(z, 2)) for x, z in front.holes)
        found.setdefault(key, []).append(front)
    return found


def _line(fronts: list["PulledFront"], spacing: float) -> Note:
    """In the pull's own system beside the project's: a hole by its rounded place misses the other one's thread."""
    names = [literal(front.opening.name) for front in fronts]
    said = ", ".join(names[:3]) + (f" and {len(names) - 3} more" if len(names) > 3 else "")
    holes, marks = fronts[0].holes, list[float]()
    own = Marked if not spacing else type(said_as_sold(spacing))
    across = list(dict.fromkeys(round(x, 4) for x, _ in holes))
    up = list(dict.fromkeys(round(z, 4) for _, z in holes))
    words = ", ".join(f"{{{k}}}" for k in range(len(across)))
    marks += across
    heights = ", ".join(f"{{{len(marks) + k}}}" for k in range(len(up)))
    marks += up
    apart = ""
    if spacing:
        apart, marks = f"; from one to the other {{{len(marks)}}}", [*marks, spacing]
    text = f"{said}: {words} from the left, {heights} from below{apart}."
    return Note("Holes", Message(text, tuple(own(mm) for mm in marks)))


def pull_findings(pulls: "PullSet") -> tuple[Finding, ...]:
    change = pulls.change
    breaking = [f for f in pulls.fronts if any(use.use == "dowel" for _, _, use in f.old)]
    found = list[Finding]()
    if breaking:
        fixes = list[Fix]()
        spacings = {round(_old_spacing(front), 2) for front in breaking}
        if change.shape == "bar" and len(spacings) == 1 and min(spacings) > 0:
            own = min(spacings)
            fixes.append(Fix(Message("Take pulls for the old holes, {0} apart", (own,)), change.id, "spacing", own))
        names = ", ".join(literal(front.opening.name) for front in breaking[:3])
        names += f" and {len(breaking) - 3} more" if len(breaking) > 3 else ""
        found.append(
            Finding(
                "holes_break_out",
                "mind",
                Message(f"{names}: the new holes would break into the old ones"),
                Message(
                    "Glue dowels into those, not filler; let them cure, then bore with a guide, before any paint."
                ),
                tuple(front.board.id for front in breaking),
                change.id,
                tuple(fixes),
            )
        )
    open_ones = [
        f for f in pulls.fronts if any("plugged with face grain first" in use.words for _, _, use in f.old)
    ]
    if open_ones:
        found.append(
            Finding(
                "needs_wood",
                "mind",
                Message("Wood screws need wood where a hole is open now"),
                Message("Plug those with face grain first; or choose a pull that is screwed from behind."),
                tuple(front.board.id for front in open_ones),
                change.id,
                (Fix(Message("Fix it from behind"), change.id, "fixing", "screw"),),
            )
        )
    missing = [front for front in pulls.fronts if _bored_in_air(front)]
    if missing:
        text = "A cut-out or a notch is there: set what stays of it wider, or the pull elsewhere."
        what, where = Message("A hole would be bored where no wood is"), tuple(f.board.id for f in missing)
        found.append(Finding("hole_misses", "stop", what, Message(text), where, change.id))
    return tuple(found)


def _bored_in_air(front: "PulledFront") -> bool:
    """Whether a new hole's middle lies in an opening of its front."""
    (x0, y0, z0), (_, y1, _) = front.board.solid.box
    return not all(has_wood_at(front.board.solid, (x0 + x, (y0 + y1) / 2, z0 + z)) for x, z in front.holes)


def _old_spacing(front: "PulledFront") -> float:
    xs = [place[0] for place, _, _ in front.old]
    return max(xs) - min(xs) if len(xs) == 2 else 0.0
