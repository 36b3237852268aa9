"""Laying out lengths on boards. Knows no furniture: whole units (problem.py), cents, angles.

problem.py what is asked and what is answered: boards, sheets, rolls
nest.py    how close slanted ends come to each other, and the best order on one board
verify.py  the independent checkers every answer passes before anyone sees it
saw.py     an end turned into a setting of the saw
solvers/   quick.py at once, exact.py in the solver's process
sheets/    rectangles on sheets: question, answer, checker, fills
rolls.py   pieces from a roll, none of them turned: good orders at once, every order for up to eight
either.py  boards, sheets or rolls: answered and checked by the solvers of its kind
"""
