"""One base error for everything the core refuses, and a fault tied to the entry it was typed at."""

from typing import Literal

from msgspec import Struct

RefusalKind = Literal[
    "empty",
    "not_a_number",
    "bad_fraction",
    "mixed_units",
    "ambiguous",
    "negative",
    "zero",
    "out_of_range",
    "impossible",
    "does_not_fit",
    "unknown_key",
    "no_stock_size",
]


class ZygoformError(Exception):
    """Base of every error this program raises on purpose."""


class BadInputError(ZygoformError):
    """Something entered cannot be used; the message says what would be accepted.

    `parameter` names the entry it concerns, where the code that noticed it knows; {0}, {1}… in the message
    stand for `lengths` (mm), which the edge writes in the project's unit.
    """

    def __init__(
        self, kind: RefusalKind, message: str, parameter: str = "", lengths: tuple[float, ...] = ()
    ) -> None:
        super().__init__(message)
        self.kind = kind
        self.message = message
        self.parameter = parameter
        self.lengths = lengths


# A fault in what was entered, tied to the place it was entered at.


class InputProblem(Struct, frozen=True):
    """`path` is the dotted place in the document; `message` says what would be accepted."""

    path: str
    message: str
