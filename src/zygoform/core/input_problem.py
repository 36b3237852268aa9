"""A fault in what was entered, tied to the place it was entered at."""

from msgspec import Struct


class InputProblem(Struct, frozen=True):
    """`path` is the dotted place in the document; `message` says what would be accepted."""

    path: str
    message: str
