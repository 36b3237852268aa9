"""A pattern of thin strips over drawer fronts, doors, sides or lids."""

from zygoform.core.changes.patterning.entries import StripPattern
from zygoform.core.changes.patterning.handles import pattern_handles
from zygoform.core.changes.patterning.judged import pattern_findings
from zygoform.core.changes.patterning.pattern_set import PatternSet
from zygoform.core.changes.patterning.steps import (
    pattern_fittings,
    pattern_notes,
    pattern_steps,
    pattern_supplies,
    run_of_trim,
)
from zygoform.core.changes.patterning.strip_parts import pattern_map, spare_parts, strip_parts
from zygoform.core.changes.surface import covered, slick_ground
from zygoform.core.condition.condition import Condition
from zygoform.core.form.form import Form
from zygoform.core.measure.message import Message
from zygoform.core.outcome.cautions import DUST, GLUE, IRON, SAW
from zygoform.core.outcome.outcome import Outcome
from zygoform.core.outcome.part import Part
from zygoform.core.patterns.registry import FAMILIES
from zygoform.core.piecemeal import Piecemeal
from zygoform.core.shop import Shop


def worked(change: StripPattern, form: Form, shop: Shop, condition: Condition) -> Piecemeal[Outcome]:
    """The piece with its pattern; strips by the thousand take long. Raises BadInputError where there is nothing to
    lay it on.
    """
    pattern = PatternSet(change, change.body_in(form), shop)
    yield from pattern.worked_out()
    parts = yield from strip_parts(pattern)
    # Which pulls strips lie under takes a while where there are many of both.
    _ = pattern.pulls_over
    yield
    work = pattern_steps(pattern, parts)
    yield
    notes, findings = pattern_notes(pattern, parts, work), pattern_findings(pattern, parts)
    yield
    handles = pattern_handles(pattern)
    yield
    drawn = yield from pattern.drawn()
    slick = slick_ground(change.id, pattern.surface.boards, condition, iron=change.fixing == "iron")
    return Outcome(
        change.id,
        Message(_result(pattern, parts)),
        cut=(*parts, *spare_parts(pattern, parts)),
        fittings=pattern_fittings(pattern),
        supplies=pattern_supplies(pattern),
        notes=notes,
        cautions=(SAW, DUST, GLUE) if change.fixing != "iron" else (IRON,),
        findings=(*findings, *slick),
        handles=handles,
        work=work,
        maps=(pattern_map(pattern),),
        body=pattern.body.id,
        reshaped=(covered(pattern.body, drawn),),
    )


def _result(pattern: PatternSet, parts: tuple[Part, ...]) -> str:
    title = FAMILIES[pattern.change.family].title
    where = len(pattern.surface.boards)
    on = f"on {where} face{'s' * (where != 1)}"
    ready = sum(pattern.is_bought(piece) for piece in pattern.laid.pieces)
    if not parts:
        return f"{title.capitalize()}: {ready} bought ready, {on}"
    length = sum(part.length for part in parts)
    return f"{title.capitalize()}: {len(parts)} strips, {run_of_trim(length, pattern.shop)}, {on}"
