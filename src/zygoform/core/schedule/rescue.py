"""What went wrong at a step, and the usual way out of it: how long that takes, what is waited for, what is redone.

A way out is done on the share of the step's faces it is needed on; what follows the step waits for it.
"""

from typing import NamedTuple

from msgspec import Struct, structs

from zygoform.core.days.log import Entry
from zygoform.core.goods.minutes import Task
from zygoform.core.ids import piece_of, within
from zygoform.core.measure.message import Message
from zygoform.core.outcome.work import Work
from zygoform.core.shop import Shop
from zygoform.core.steps.step import Step, step_of

_COATS = ("prime", "colour", "clear")
_TABLE = """
run | coat | A run or a sag | sand between*1 | 0 | 0 | 1
  Wait until it is hard, shave it off, sand with 320, that coat again
craters | coat | Craters, fish eyes | sand between*1 clean*1 brush coat*1 | 0.75 | 0 | 1
  Sand, clean with solvent, a shellac blocker, then that coat again
wrinkled | coat | Wrinkled or lifted | scrape*1 | 0 | 72 | 1
  Let it harden for days, scrape to what holds, then that coat again
bleeds | coat | Stain comes through | brush coat*1 | 0.75 | 0 | 1
  A blocker on it, all over if it comes again, then that coat again
nibs | coat | Nibs, dust | sand between*1 | 0 | 0 | 1
  Sand with 320 to 400, that coat again
tape | coat | Tape pulled paint off | fill hole=4 | 2 | 0 | 0
  Score along it, fill the edge, touch that border up
light | coat | Too light |  | 0 | 0 | 1
  Another coat of it
dark | coat | Too dark, wrong tone | clean*2 | 1 | 0 | 1
  Within the hour wipe it with its solvent; then another mix
blister | glue | A blister | block=1 | 12 | 0 | 0
  Slit it with the grain, glue, press until it holds
hole | any | A hole in the wrong place | fix place=1 bore hole=1 | 24 | 0 | 0
  Plug it, let that set a day, bore anew
split | any | A part split or ruined | block=2 | 24 | 0 | 0
  Glue and clamp it; where that does not hold a new part from the cut list
again | any | Something else | sand between*1 | 0 | 0 | 1
  Do it once more
"""
"""What it is called in the log, of which steps, what went wrong, tasks of the way out (`*` a m² of it, `=` so
many), hours waited after them, hours waited before, whether the step is done again; then the way out. [practice]"""
HOW_LARGE: dict[str, tuple[str, float]] = {
    "all": ("All of it", 1.0), "face": ("One face", 0.25), "spots": ("Spots", 0.05),
}  # fmt: skip
"""How large it is, as a share of the step's faces. [practice]"""


class Wrong(Struct, frozen=True):
    """One thing that goes wrong, with the way out. `tasks` are a m² of the step where `by_area`, else so many."""

    key: str
    of: str
    title: str
    way: str
    tasks: tuple["RescueTask", ...]
    wait: float
    before: float
    again: bool


class RescueTask(NamedTuple):
    """So much of one kind of work."""

    task: Task
    amount: float
    by_area: bool


def _read(line: str, way: str) -> Wrong:
    key, of, title, tasks, wait, before, again = (cell.strip() for cell in line.split("|"))
    return Wrong(key, of, title, way.strip(), tuple(_tasks(tasks)), float(wait), float(before), again == "1")


def _tasks(text: str) -> list[RescueTask]:
    found, words = list[RescueTask](), list[str]()
    for word in text.split():
        words.append(word)
        for sign in "*=":
            if sign in word:
                name, _, amount = " ".join(words).partition(sign)
                found.append(RescueTask(name, float(amount), sign == "*"))  # type: ignore[arg-type]
                words = []
    return found


_LINES = _TABLE.strip().splitlines()
WRONGS: dict[str, Wrong] = {own.key: own for own in map(_read, _LINES[::2], _LINES[1::2])}
"""By what it is called in the log. [practice]"""


def wrongs_of(step: Step) -> tuple[Wrong, ...]:
    """What may have gone wrong at such a step, the likeliest first."""
    kind = "coat" if step.phase in _COATS else "glue" if step.phase == "glue" else ""
    own = tuple(wrong for wrong in WRONGS.values() if wrong.of == kind)
    return own + tuple(wrong for wrong in WRONGS.values() if wrong.of == "any")


def coated_area(step: Step) -> float:
    """m² that a coat goes on; none of any other step."""
    return max((amount for task, amount in step.tasks if task in _ON_AREA), default=0.0)


_ON_AREA: tuple[Task, ...] = (
    "brush coat", "roll coat", "spray coat", "aerosol coat", "stain", "clear coat", "oil coat", "wax coat",
    "effect coat",
)  # fmt: skip


def rescue_steps(step: Step, entry: Entry, shop: Shop) -> tuple[Step, ...]:
    """The way out of what was written down, each step after the one before, on the share of its faces."""
    wrong = WRONGS.get(entry.rescue, WRONGS["again"])
    area, share = coated_area(step) * entry.share, entry.share
    tasks = tuple(
        (own.task, area * own.amount if own.by_area else own.amount)
        for own in wrong.tasks
        if area or not own.by_area
    )
    source, name, made = piece_of(step.id), within(step.id), list[Step]()
    lengths = step.what.lengths
    if tasks:
        words = "Sand smooth" if wrong.key == "again" else wrong.way
        hours = (wrong.wait, wrong.wait)
        cautions = ("sanding",) if any(task == "sand between" for task, _ in tasks) else ()
        work = Work(
            f"{name}+{entry.id}-sand", "strip", Message(f"{words}: {step.what.text}", lengths), tasks, step.where,
            hours, "It holds then." if wrong.wait else "", ("grit 320",) if cautions else (), (), cautions,
        )  # fmt: skip
        own = step_of(work, source, shop, (step.id,))
        made.append(structs.replace(own, since=((step.id, wrong.before),)) if wrong.before else own)
    if wrong.again:
        once = Message(f"Once more: {step.what.text}", lengths)
        minutes = (step.minutes[0] * share, step.minutes[1] * share)
        made.append(
            structs.replace(
                step, id=f"{step.id}+{entry.id}", what=once, follows=(made[-1].id if made else step.id,), soon=(),
                minutes=minutes, tasks=tuple((task, amount * share) for task, amount in step.tasks),
            )
        )  # fmt: skip
    return tuple(made)
