"""Steps as values: what, where, how long, what it waits for and needs, and what it follows.

step.py         a step, its time in words; the work of outcomes and of taking apart turned into steps
put_on.py       what is coated loose, what fitted, as usual or as chosen
rules.py        what comes before what by what steps do to parts, each rule with its reason
ruled.py        steps with what they follow by rule, piece by piece
finish_steps.py the steps of the finish and what they coat; orders that make one do work twice
sessions.py     what is sprayed one after the other, set up and cleaned once
own.py          steps of one's own put in, own figures, steps left out
order.py        the order of work, why it is so, and how long all of it takes
"""
