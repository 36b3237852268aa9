"""Solvers: a question in, better and better answers out.

packing.py  boards as counts of parts: what fits, and how it is written out
quick.py    the answer of a careful person with a pencil, at once
exact.py    the proven one, by columns and whole numbers
"""
