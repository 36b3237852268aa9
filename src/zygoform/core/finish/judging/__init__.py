"""Rules that look at one stack of layers, each verdict with a reason and what would settle it.

verdict.py   what a rule looks at, and what it says
bordering.py where two finishes meet
pairs.py     which coat fails over which
preparing.py grits, fillers, thinning, what must not be sanded
enough.py    coats for the use, a clear where one is needed, a trial
registry.py  all rules
"""
