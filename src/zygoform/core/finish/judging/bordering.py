"""What is to be minded where two finishes meet."""

from collections.abc import Iterator, Sequence

from zygoform.core.coats.coat import WIPED, Coat
from zygoform.core.finish.masking import Mask, coats_of, is_sprayed
from zygoform.core.finish.resolved import Batch
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.write import Metres
from zygoform.core.outcome.outcome import Finding, Fix


def judged_borders(found: Sequence[Mask], batches: Sequence[Batch], own: tuple[Coat, ...]) -> Iterator[Finding]:
    """Spray that nothing keeps off, and what soaks in beside a coat that is there already."""
    by_id = {batch.id: batch for batch in batches}
    for mask in found:
        first, second = by_id[mask.first], by_id[mask.second]
        if mask.way == "by hand" and is_sprayed(second):
            yield _finding(
                "border_unmasked",
                f"{literal(second.names)}: sprayed with nothing over {literal(first.within)}",
                "Spray settles within about {0} of the gun; no hand keeps it off.",
                mask,
                (600.0,),
                (("Tape the border", mask.first, mask.second, "tape"),),
                second,
            )
        elif mask.way == "tape" and _soaks(second, own) and not _soaks(first, own):
            yield _finding(
                "border_soaks",
                f"{literal(second.names)}: stained after {literal(first.within)}",
                "Stain creeps under tape along the grain, {0} of border. Stain and seal first, then tape that.",
                mask,
                (Metres(mask.length),),
                (
                    ("The other one first", mask.second, mask.first, "tape"),
                    ("Sand it back afterwards", mask.first, mask.second, "sand back"),
                ),
                second,
            )


def _soaks(batch: Batch, own: tuple[Coat, ...]) -> bool:
    """Whether its first coat is wiped into the wood: stain, wash, oil."""
    coats = coats_of(batch, own)
    return bool(coats) and coats[0].id in WIPED and coats[0].group != "wax"


def _finding(
    code: str,
    what: str,
    why: str,
    mask: Mask,
    lengths: tuple[float, ...],
    ways: tuple[tuple[str, str, str, str], ...],
    second: Batch,
) -> Finding:
    fixes = tuple(
        Fix(Message(label), "", order="border", value=f"{first}|{then}|{way}") for label, first, then, way in ways
    )
    return Finding(code, "mind", Message(what), Message(why, lengths), second.parts, "", fixes, mask.second)
