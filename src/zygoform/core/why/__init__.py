"""Why a number is what it is: formula, inputs, where each comes from.

why.py     what an answer is
sizes.py   sizes of parts and of what is cut after the glue-up
boards.py  boards, what is left of them, layouts
buying.py  what to buy, and the total
tape.py    what to tape before cutting, by what a mistake would cost
"""
