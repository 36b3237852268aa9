"""A fault mended by one of its remedies; everything is sized from the fault itself."""

from typing import Annotated, Literal

from zygoform.core.changes.base import ChangeBase
from zygoform.core.condition.condition import Condition, Fault
from zygoform.core.measure import param as entry


class Mend(ChangeBase, frozen=True, tag="mend"):
    """Which fault, of what kind, by which remedy. `wood` says what kind of board the remedy needs, if any."""

    fault: str = ""
    about: str = ""
    remedy: str = ""
    wood: Literal["", "strip", "piece", "sheet"] = ""
    board: Annotated[
        str,
        entry.choice(
            "Board",
            hint="as sold, with its real size; of sheet the width that is cheapest is bought",
            counts_if=("wood", ("strip", "piece", "sheet")),
        ),
    ] = ""

    @property
    def called(self) -> str:
        # The catalogue is loaded with the first fault that is looked at.
        from zygoform.core.condition.faults import FAULT_KINDS

        kind = FAULT_KINDS.get(self.about)
        return f"Mend: {kind.title.lower()}" if kind is not None else ""

    def reads(self, condition: Condition) -> Fault | None:
        return condition.fault(self.fault)
