"""Solvers: a problem in, better and better layouts out.

packing.py boards as counts of parts: what fits, how it is written out, which counts of boards could do at all
quick.py   the layout of a careful person with a pencil, at once
walk.py    every pattern one board can hold; good ones for long lists, by dynamic programming
dive.py    whole boards from fractions of patterns; some boards of a layout laid out anew
program.py the linear and whole-number programs
exact.py   the proven one, by columns and whole numbers
"""
