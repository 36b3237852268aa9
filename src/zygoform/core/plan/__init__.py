"""Everything worked out from a project, in stages; each is a pure function that remembers.

memory.py       what was worked out before, by what it was worked out from
form_stage.py   the pieces as found, change after change, the pieces as planned
seen.py         what is drawn at once: one piece, or all of a set side by side
cut_stage.py    parts, layout problems, boards, the cut list
compared.py     variants side by side
touched.py      what an edit touched, by which screens refresh
finish_stage.py zones, stacks and what they need; what its coats seal all round
steps_stage.py  all there is to do, in order
days_stage.py   the plan of days from a moment on, and otherwise
sound.py        what of a document can be worked out, where something in it makes that break
plan.py         all stages together, what to buy, what to mind
"""
