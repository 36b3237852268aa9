"""Times in words: always "about", from and to."""

from collections.abc import Sequence

from zygoform.core.measure.message import Message
from zygoform.core.outcome.cautions import CAUTIONS
from zygoform.core.steps.step import Step


def span(minutes: tuple[float, float]) -> str:
    """12 to 25 min, or 2 to 4 1/2 h: from an hour and a half on in half hours, outward."""
    low, high = minutes
    if high < 90:
        a, b = max(1, int(low)), max(1, -int(-high // 1))
        return f"{a} min" if a == b else f"{a} to {b} min"
    least, most = int(low // 30), -int(-high // 30)
    return f"{_hours(most)} h" if least in (0, most) else f"{_hours(least)} to {_hours(most)} h"


def _hours(halves: int) -> str:
    whole, half = divmod(halves, 2)
    return f"{whole}" if not half else f"{whole} 1/2" if whole else "1/2"


def wait_words(wait: tuple[float, float]) -> str:
    """1 to 24 h, or 2 days."""
    low, high = wait
    if low >= 48:
        return f"{low / 24:g} days" if low == high else f"{low / 24:g} to {high / 24:g} days"
    return f"{high:g} h" if low == high else f"{low:g} to {high:g} h"


def layer_waits(steps: Sequence[Step]) -> str:
    """What is waited for the coats of one layer, as it is planned: between them, and until what follows."""
    waits = list(dict.fromkeys(step.wait for step in steps if step.wait[1]))
    words = [wait_words((round(low, 1), round(high, 1))) for low, high in waits]
    if len(words) > 1:
        return f"between coats {words[0]}, then {words[-1]}"
    return words[0] if words else ""


def step_line(step: Step) -> Message:
    """What a step takes and needs, and what is waited for after it, in one line."""
    text = f"about {span(step.minutes)} ({step.made_of.text})" if step.minutes[1] else ""
    return Message(". ".join(part for part in (text, step_needs(step)) if part), step.made_of.lengths)


def step_needs(step: Step) -> str:
    """Tools, supplies, a helper; and what is waited for afterwards."""
    wait = f"Then wait {wait_words(step.wait)}. {step.wait_for}".rstrip(". ") + "." if step.wait[1] else ""
    needs = f"Needs {', '.join(step.needs)}." if step.needs else ""
    mind = ", ".join(CAUTIONS[code].title.lower() for code in step.cautions if code in CAUTIONS)
    return " ".join(part for part in (needs, wait, f"Mind: {mind}." if mind else "") if part)


def step_note(step: Step) -> Message:
    """What is done, and on the same line what it takes."""
    line = step_line(step).shifted(len(step.what.lengths))
    return Message(
        f"{step.what.text}: {line.text}" if line.text else step.what.text, step.what.lengths + line.lengths
    )
