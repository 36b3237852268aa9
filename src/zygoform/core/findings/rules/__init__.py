"""One judgement a file: judge(view) -> findings.

openings_add_up.py  sizes of the front that do not come to the room there is
too_long.py         parts longer than any board
short_parts.py      parts too short to hold at the saw
guessed.py          parts that rest on a guess
"""
