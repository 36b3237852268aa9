"""Steps as values: what, where, how long, what it waits for and needs, and what it follows.

step.py     a step, and the work of outcomes and of taking apart turned into steps
words.py    times in words
order.py    the order of work, and how long all of it takes
"""
