"""The steps of a plan on real days, with what was written down of them.

progress.py    where each step stands, by the log
more_steps.py  shopping, and what has to be done again
jobs.py        steps as jobs for the search
day_plan.py    each step with its days; what now, and what meanwhile
events.py      what happens at the bench, as one edit each
sub_jobs.py    steps that belong together, a row each
what_now.py    what now, in one line
words.py       days and times in words
gates.py       what is known only by doing: questions at their step, and what their answers change
lessons.py     what was learnt, and where it fits
"""
