"""The first questions of a maker, as they stand in data/answers.md."""

from functools import cache
from pathlib import Path


@cache
def answers() -> tuple[tuple[str, str], ...]:
    """Question and answer, in order."""
    text = (Path(__file__).parents[3] / "data" / "answers.md").read_text("utf-8")
    pairs = []
    for block in text.split("## ")[1:]:
        question, _, answer = block.partition("\n")
        pairs.append((question.strip(), " ".join(answer.split())))
    return tuple(pairs)
