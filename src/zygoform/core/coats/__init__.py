"""Coats: what they are, how much of them, when they dry; what someone chooses of them. No furniture.

coat.py      materials with the figures of their labels
layer.py     layers, colours, recipes, what lies there before: plain values
hue.py       how light a colour is, how far two are apart, mixing
schools.py   where practitioners disagree
readymade.py stacks to start from
amounts.py   faces, litres, mixes, cans, sheets, tape
drying.py    when one coat follows another, on one side or two
"""
