"""Solvers: a question in, better and better answers out.

packing.py  boards as counts of parts: what fits, and how it is written out
quick.py    the answer of a careful person with a pencil, at once
stock_counts.py   which counts of boards could do at all
program.py  the linear and whole-number programs
exact.py    the proven one, by columns and whole numbers
"""
