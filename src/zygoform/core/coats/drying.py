"""When coats can follow each other, on one side or on two."""

from msgspec import Struct

from zygoform.core.errors import BadInputError


class DryingTimes(Struct, frozen=True):
    """Hours from the first coat on: when the last goes on, when one may handle it, when it bears full use."""

    last_coat: float
    handle: float
    full_use: float


def timeline(
    coats: int,
    recoat_h: float,
    touch_h: float,
    cure_days: float,
    sides: int = 1,
    start_h: float = 0.0,
    handle_h: float | None = None,
) -> DryingTimes:
    """One side: last = start + (n - 1) recoat. Two: the other side follows when this one is touch-dry, and the next
    coat when its own side may be recoated and the other, which lies below, is touch-dry.

    handle = last + handle_h, or without it last + touch; full use = last + cure. Three numbers of the label, at
    about 20 degrees: recoat, dry to handle and cure are not the same thing.
    """
    if coats < 1 or sides not in (1, 2):
        raise BadInputError("out_of_range", "One coat at least, on one side or on two.", "coats")
    if min(recoat_h, touch_h, cure_days) < 0 or (handle_h is not None and handle_h < 0):
        raise BadInputError("negative", "Times are 0 or more.")
    last = start_h + (coats - 1) * recoat_h
    if sides == 2:
        other = start_h + touch_h
        first = start_h
        for _ in range(coats - 1):
            first = max(first + recoat_h, other + touch_h)
            other = max(other + recoat_h, first + touch_h)
        last = other
    return DryingTimes(last, last + (touch_h if handle_h is None else handle_h), last + 24 * cure_days)
