"""The steps of a plan on real days, with what was written down of them.

progress.py where each step stands, by the log; times in words; shopping, and what has to be done again
jobs.py     steps as jobs for the search
day_plan.py each step with its days; what now, and what meanwhile; steps that belong together, a row each
rescue.py   what went wrong, and the way out of it
sure.py     by when it will be over four times in five, and what moves that
events.py   what happens at the bench, as one edit each
gates.py    what is known only by doing: questions, answers, and what was learnt
"""
