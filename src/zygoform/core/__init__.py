"""The computation, without interface, files, clock or threads. Lengths are mm, angles degrees.

errors.py       one base error for what is refused
tolerance.py    the only tolerances
most.py         how many of everything a project holds
ids.py          how ids are put together and read
piecemeal.py    work that may be interrupted
measure/        lengths as people write them, rounding for the workshop, readings and what rests on a guess
geometry/       plane outlines, prisms in space, mitres and bevels
goods/          timber on sale, fittings, species, saws
shop.py         what the workshop has and prefers
condition/      what state a piece is in: materials, faults and their remedies
days/           own hours, the log, the shortest plan over real days
coats/          coats, layers, amounts, drying: values and sums, no furniture
statics/        how boards bend and pieces stand
form/           the piece as geometry; kinds/ builds it from readings
outcome/        what a change brings about: parts, fittings, supplies, cautions, findings
changes/        planned alterations, one kind a file
finish/         zones of the pieces, what their stacks need and how they are judged
cutting/        laying out lengths on boards: question, answer, checker, solvers
cutlist/        codes, saw settings, rows of the cut list
findings/       judgements made from the whole plan
money/          what to buy and what it costs
drawing/        device-free primitives of a form and of a board
survey/         looking a piece over: where to measure next, faults, taking apart
project.py      the document
edits/          operations on it
limits.py       how large a project may be
history.py      undo and redo as whole states
happened.py     what happens once in life, and an older state with it put back
differences.py  what differs between two states of a project, in words
calculations.py the workshop's calculations by their names
why/            why a number is what it is
steps/          what there is to do, in order, and how long it takes
schedule/       the steps on real days, and what happens at the bench
plan/           everything worked out from a project, in stages
"""
