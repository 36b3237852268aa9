"""What someone changes about the steps of a plan: steps of one's own, other minutes or waits, steps left out."""

from typing import Annotated

from msgspec import Meta, Struct

StepId = Annotated[str, Meta(max_length=200)]
Waited = Annotated[float, Meta(ge=0, le=2000)]
"""Hours."""


class OwnStep(Struct, frozen=True):
    """A step nobody planned, between two others: `after` one and `before` another, each by its id, or at the end.

    `wait` is in hours; `needs` is what it takes.
    """

    id: Annotated[str, Meta(pattern=r"^o[0-9]{1,9}$")]
    what: Annotated[str, Meta(min_length=1, max_length=120)]
    after: StepId = ""
    before: StepId = ""
    minutes: Annotated[float, Meta(ge=0, le=100_000)] = 15.0
    wait: Waited = 0.0
    needs: Annotated[str, Meta(max_length=120)] = ""


class OwnFigures(Struct, frozen=True):
    """What is different about one planned step: its minutes, its wait (hours), or that it is left out, and why."""

    step: StepId
    minutes: Annotated[float, Meta(ge=0, le=100_000)] | None = None
    wait: Waited | None = None
    left_out: Annotated[str, Meta(max_length=200)] = ""
    what: Annotated[str, Meta(max_length=300)] = ""
    """What it was called when it was left out."""
