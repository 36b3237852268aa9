"""All rules that look at one stack. A rule is a function in a file here and one line below."""

from zygoform.core.finish.judging.enough import judge_enough
from zygoform.core.finish.judging.pairs import judge_pairs
from zygoform.core.finish.judging.preparing import judge_preparing
from zygoform.core.finish.judging.verdict import Stack, StackRule, StackVerdict

STACK_RULES: tuple[StackRule, ...] = (judge_preparing, judge_pairs, judge_enough)


def judged_stack(stack: Stack) -> tuple[StackVerdict, ...]:
    """All that there is to say of it, by layer; the same thing once."""
    found: dict[tuple[str, int], StackVerdict] = {}
    for rule in STACK_RULES:
        for one in rule(stack):
            found.setdefault((one.code, one.layer), one)
    return tuple(sorted(found.values(), key=lambda one: one.layer))
