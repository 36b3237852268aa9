"""Steps on real days: hours, moments, what was logged, and the shortest plan. Knows no furniture, no clock.

hours.py   own hours of the week, quiet hours, the time one can work in; minutes since 1970 UTC; a day as people
           write it
log.py     what was done and learnt, and all that is said of the days of a project
own_steps.py what someone changes about the steps: own ones, own figures, steps left out
job.py     what is to be put on days, what came of it, who follows whom
placing.py the time one can work in, and where a job goes on it
rules.py   plans at once, by four usual rules; who follows whom, and how much is still to come
chance.py  chance that is the same each time
bound.py   before when all of it cannot be over
search.py  a shorter plan out of one that is known; the shortest plan, and its proof
"""
