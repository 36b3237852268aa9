"""Why a number is what it is: formula, inputs, where each comes from.

why.py    what an answer is
sizes.py  why a part has its size, on the tape
boards.py boards, what is left of them, layouts
buying.py what to buy, and the total
"""
