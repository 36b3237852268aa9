"""What an answer is."""

from fractions import Fraction

from msgspec import Struct

from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.reading import Origin, Sized
from zygoform.core.tolerance import NOTHING


class Why(Struct, frozen=True):
    """`what` is the number in words, `formula` what it comes from, `inputs` how each is known.

    `where` are ids of parts to light; `value` is the number itself (mm, degrees, money or a count).
    """

    what: Message
    formula: Message
    inputs: Message
    value: float
    where: tuple[str, ...] = ()

    @property
    def lines(self) -> tuple[Message, ...]:
        """One to three lines."""
        return tuple(line for line in (self.what, self.formula, self.inputs) if line.text)


MOST_PARTS = 200
_HOW: dict[Origin, str] = {
    "guessed": "guessed, measure it first",
    "measured": "measured",
    "chosen": "chosen",
    "on sale": "as sold",
    "worked out": "worked out",
}


def sum_of(size: Sized) -> Message:
    """The terms as a sum: {0} width over all − 2 × {1} top over the sides + …"""
    words, lengths = [], list[float]()
    for k, term in enumerate(term for term in size.terms if abs(term.value) > NOTHING):
        sign = ("− " if term.factor < 0 else "+ ") if k else ("− " if term.factor < 0 else "")
        words.append(f"{sign}{_times(abs(term.factor))}{{{len(lengths)}}} {literal(term.name)}")
        lengths.append(term.value)
    return Message(" ".join(words), tuple(lengths))


def _times(many: float) -> str:
    """A factor in words: 2 ×, half of, 1/3 of, 2/3 of."""
    if abs(many - 1) < NOTHING:
        return ""
    if abs(many - 0.5) < NOTHING:
        return "half of "
    part = Fraction(many).limit_denominator(MOST_PARTS)
    if part.denominator > 1 and abs(part - many) < NOTHING:
        return f"{part} of "
    return f"{many:g} × "


def known_by(size: Sized) -> Message:
    """How each input is known, those to be wary of first."""
    groups = []
    for origin, words in _HOW.items():
        names = dict.fromkeys(
            term.name for term in size.terms if term.origin == origin and abs(term.value) > NOTHING
        )
        if names:
            groups.append(f"{words}: {literal(', '.join(names))}")
    return Message("; ".join(groups)[:1].upper() + "; ".join(groups)[1:] if groups else "")


def places(size: Sized, own: str) -> tuple[str, ...]:
    """The part itself and what its inputs are seen on."""
    return tuple(dict.fromkeys((own, *(term.where for term in size.terms if term.where))))
