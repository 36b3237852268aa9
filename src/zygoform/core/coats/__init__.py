"""Coats: what they are, how much of them, when they dry; what someone chooses of them. No furniture.

coat.py      materials with the figures of their labels; when one coat follows another
standing.py  what stands before it is wiped; what is normal while it is wet
layer.py     layers, colours and how they mix, recipes, what lies there before: plain values
schools.py   where practitioners disagree
readymade.py stacks to start from
amounts.py   faces, litres, mixes, cans, sheets, tape
"""
