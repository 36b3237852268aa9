"""Declared entries: name, unit, range, default, label, order, group and importance, in one place.

A struct's attribute carries them in its annotation; the editor on screen, the file reader and the property
tests are derived from there. The order is the order of the attributes.
"""

from functools import cache
from typing import Any, Literal, TypedDict, TypeVar, Unpack, get_args, get_type_hints

from msgspec import NODEFAULT, Meta, Struct, structs
from msgspec.structs import fields

from zygoform.core.measure.reading import Takes

Owner = TypeVar("Owner", bound=Struct)
Unit = Literal["length", "angle", "percent", "count", "choice", "switch", "text", "readings", "corner", "weight"]


class Choice(Struct, frozen=True):
    """One of the values a choice can take, and when it is the right one."""

    value: str
    label: str
    when: str = ""


class Span(Struct, frozen=True):
    """From where to where a size is taken: a board's own extent along x, y or z, or between two boards.

    Boards are named `role/own-id`; of several with a bar between them the first that is there counts. No board is
    the whole piece, `floor` what it stands on. With `to`, the distance between the two boards' faces on the side
    `along` says: -x is the left, +y the back.
    """

    along: Literal["x", "y", "z", "-x", "+x", "-y", "+y", "-z", "+z"]
    board: str = ""
    to: str = ""


class Param(Struct, frozen=True):
    """An entry as declared. `guess` stands in where nothing was measured; `main` ones are open at once.

    `counts_if` names another entry and the values of it without which this one changes nothing. A guess grows
    with the first measured one of the entries it `follows`. Of several readings the one it `takes` counts. A choice
    among what is on sale may be among one kind of `stock` only. `inch` is the default (mm) in an inch project.
    """

    name: str
    label: str
    unit: Unit
    low: float
    high: float
    default: Any
    group: str = ""
    main: bool = True
    hint: str = ""
    guess: float | None = None
    choices: tuple[Choice, ...] = ()
    counts_if: tuple[str, object] | None = None
    span: Span | None = None
    follows: tuple[str, ...] = ()
    takes: Takes = "largest"
    optional: bool = False
    stock: Literal["", "board", "sheet", "rod", "piece"] = ""
    inch: float | None = None


def counts(entry: Param, owner: Struct) -> bool:
    """Whether an entry changes anything, as its owner is; an optional one does once it is measured.

    What another entry decides does not count where that one itself does not.
    """
    if entry.optional:
        return bool(getattr(owner, entry.name))
    if entry.counts_if is None:
        return True
    name, needed = entry.counts_if
    value = getattr(owner, name)
    if value not in needed if isinstance(needed, tuple) else value != needed:
        return False
    decides = next((other for other in params(type(owner)) if other.name == name), None)
    return decides is None or counts(decides, owner)


def accepts(entry: Param, value: object) -> bool:
    """Whether an entry can have a value: of its type, within its range, one of its choices."""
    if entry.unit in ("length", "angle", "percent", "weight"):
        return isinstance(value, int | float) and not isinstance(value, bool) and entry.low <= value <= entry.high
    if entry.unit == "count":
        return isinstance(value, int) and not isinstance(value, bool) and entry.low <= value <= entry.high
    if entry.unit == "switch":
        return isinstance(value, bool)
    if entry.unit == "choice" and entry.choices:
        return value in {choice.value for choice in entry.choices}
    return isinstance(value, str) and (entry.unit != "text" or len(value) <= entry.high)


def _meta(label: str, low: float | None, high: float | None, **extra: Any) -> Meta:
    return Meta(ge=low, le=high, title=label, extra=extra)


class _Shown(TypedDict, total=False):
    """How the field of a number stands on the screen, and when it counts; left out, as `Param` has it."""

    inch: float | None

    group: str
    main: bool
    hint: str
    counts_if: tuple[str, object] | None


def length(label: str, low: float, high: float, **shown: Unpack[_Shown]) -> Meta:
    """A length in mm within low..high."""
    return _meta(label, low, high, unit="length", **shown)


def angle(label: str, low: float, high: float, **shown: Unpack[_Shown]) -> Meta:
    """Degrees within low..high."""
    return _meta(label, low, high, unit="angle", **shown)


def text(label: str, most: int, *, group: str = "", main: bool = True, hint: str = "") -> Meta:
    """Words of at most so many signs."""
    extra: dict[str, Any] = dict(unit="text", group=group, main=main, hint=hint, low=0.0, high=float(most))
    return Meta(max_length=most, title=label, extra=extra)


def percent(label: str, low: float, high: float, *, group: str = "", hint: str = "") -> Meta:
    """Percent within low..high."""
    return _meta(label, low, high, unit="percent", group=group, main=True, hint=hint)


def weight(label: str, low: float, high: float, *, group: str = "", hint: str = "") -> Meta:
    """A weight in kg within low..high."""
    return _meta(label, low, high, unit="weight", group=group, main=True, hint=hint)


def count(label: str, low: int, high: int, **shown: Unpack[_Shown]) -> Meta:
    """A whole number within low..high."""
    return _meta(label, low, high, unit="count", **shown)


def choice(
    label: str,
    *choices: Choice,
    group: str = "",
    main: bool = True,
    hint: str = "",
    counts_if: tuple[str, object] | None = None,
    stock: Literal["", "board", "sheet", "rod", "piece"] = "",
) -> Meta:
    """One of several words; with no choices given, a size of timber on sale, of one kind of `stock` or of both.

    For a "piece" it is one of the project's.
    """
    extra: dict[str, Any] = dict(group=group, main=main, hint=hint, choices=choices, counts_if=counts_if)
    extra["stock"] = stock
    return _meta(label, None, None, unit="choice", **extra)


def switch(label: str, *, group: str = "", main: bool = True, hint: str = "") -> Meta:
    """On or off."""
    return _meta(label, None, None, unit="switch", group=group, main=main, hint=hint)


def measured(
    label: str,
    low: float,
    high: float,
    *,
    guess: float | None = None,
    group: str = "",
    hint: str = "",
    span: Span | None = None,
    follows: tuple[str, ...] = (),
    takes: Takes = "largest",
    counts_if: tuple[str, object] | None = None,
    optional: bool = False,
) -> Meta:
    """A found size: readings in mm, with the size assumed until one is taken; for an `optional` one none is."""
    extra: dict[str, Any] = dict(unit="readings", group=group, low=low, high=high, guess=guess, hint=hint)
    extra["optional"] = optional
    return Meta(title=label, extra=extra | dict(span=span, follows=follows, takes=takes, counts_if=counts_if))


def corner(label: str, *, group: str = "", hint: str = "", span: Span | None = None) -> Meta:
    """A found corner: readings in degrees, square until measured."""
    extra: dict[str, Any] = dict(unit="corner", group=group, low=60.0, high=120.0, guess=90.0, hint=hint)
    return Meta(title=label, extra=extra | dict(span=span, takes="mean"))


@cache
def params(kind: type[Struct]) -> tuple[Param, ...]:
    """Every declared entry of a struct, in order."""
    hints = get_type_hints(kind, include_extras=True)
    table: list[Param] = []
    for field in fields(kind):
        meta = next((a for a in get_args(hints[field.name]) if isinstance(a, Meta)), None)
        if meta is None or not meta.extra:
            continue
        extra = dict(meta.extra)
        low = extra.pop("low", meta.ge if meta.ge is not None else 0.0)
        high = extra.pop("high", meta.le if meta.le is not None else 0.0)
        default = None if field.default is NODEFAULT else field.default
        table.append(Param(field.name, meta.title or field.name, low=low, high=high, default=default, **extra))
    return tuple(table)


def in_own_system(owner: Owner, system: Literal["inch", "mm"]) -> Owner:
    """With every default that nothing has changed as it is usual where one counts in that system."""
    if system == "mm":
        return owner
    own = {e.name: e.inch for e in params(type(owner)) if e.inch and getattr(owner, e.name) == e.default}
    return structs.replace(owner, **own) if own else owner


def param(kind: type[Struct], name: str) -> Param:
    """The declared entry of that name."""
    return next(entry for entry in params(kind) if entry.name == name)
