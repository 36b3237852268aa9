"""The finish of the pieces as planned.

surfaces.py       every face with the zone it lies in, and how much of it is free
zones.py          zones, their sizes, what lies there before
beneath.py        what each layer of a stack lies on
resolved.py       the stack that counts for each zone; alike ones are worked together
borders.py        where what gets one finish meets what gets another
masking.py        which of them is coated first there, and what keeps the other off
mask_work.py      tape on, tape off, sanded back
amounts_needed.py what a stack uses up
finish_work.py    what there is to do, how long it takes, what is waited for
appearance.py     how a zone looks in the end
finish_plan.py    all of it together
judging/          what fails, what is too little, what must be tried first
"""
