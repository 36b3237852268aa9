"""Steps as values: what, where, how long, what it waits for and needs, and what it follows.

step.py         a step, its time in words; the work of outcomes and of taking apart turned into steps
finish_steps.py the finish between what comes before and after it; orders that make one do work twice
order.py        the order of work, and how long all of it takes
"""
