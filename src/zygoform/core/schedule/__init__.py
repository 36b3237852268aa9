"""The steps of a plan on real days, with what was written down of them.

progress.py    where each step stands, by the log
more_steps.py  shopping, and what has to be done again
jobs.py        steps as jobs for the search
day_plan.py    each step with its days; what now, and what meanwhile
gates.py       what is known only by doing: questions at their step, and what their answers change
lessons.py     what was learnt, and where it fits
judged.py      what is to be minded of the days
"""
