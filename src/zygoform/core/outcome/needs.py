"""What an outcome needs, in a few words for each thing."""

import math

from zygoform.core.goods.fittings import AMOUNTS
from zygoform.core.measure.message import Message
from zygoform.core.measure.rounding import round_to
from zygoform.core.outcome.outcome import Outcome


def needs(outcome: Outcome, step: float) -> tuple[Message, ...]:
    """Parts to a mark of `step` (mm), hardware counted, what is used up measured; alike ones together."""
    alike: dict[tuple[str, float, float], int] = {}
    for part in outcome.parts:
        name = part.name.split(",")[0].lower()
        # Rounded as they are listed to be cut: the card and the cut list say the same.
        key = (name, round_to(part.length, step, part.rounding), round_to(part.width, step))
        alike[key] = alike.get(key, 0) + 1
    said = [Message(f"{count} × {name} {{0}} × {{1}}", (long, wide)) for (name, long, wide), count in alike.items()]
    for fitting in outcome.fittings:
        sizes = (fitting.size,) if fitting.size else ()
        said.append(Message(f"{fitting.count} × {fitting.kind}" + (" {0}" if sizes else ""), sizes))
    amounts: dict[str, float] = {}
    for supply in outcome.supplies:
        amounts[supply.kind] = amounts.get(supply.kind, 0.0) + supply.amount
    said += [Message(f"{math.ceil(amount)} {_unit(kind)} {kind}") for kind, amount in amounts.items()]
    return tuple(said)


def _unit(kind: str) -> str:
    return next(unit for known, unit in AMOUNTS.items() if known == kind)
