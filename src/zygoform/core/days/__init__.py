"""Steps on real days: hours, moments, what was logged, and the shortest plan. Knows no furniture, no clock.

hours.py     own hours of the week, quiet hours, what there is room for
read_day.py  a day as people write it
moments.py   minutes since 1970 UTC, and the clock on the wall
free_time.py  the time one can work in, from a moment on
log.py       what was done and learnt, and all that is said of the days of a project
job.py       what is to be put on days, and what came of it
placing.py   where a job goes on someone's time
ahead.py     who follows whom, and how much is still to come
rules.py     plans at once, by four usual rules
bound.py     before when all of it cannot be over
climb.py     a shorter plan out of one that is known
search.py    the shortest plan, and its proof
"""
