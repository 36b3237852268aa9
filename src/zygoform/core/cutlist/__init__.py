"""The cut list: the only place where sizes are rounded.

listed.py   parts as often as they are wanted, with their codes, rounded sizes and settings
problems.py the layout problems: a size of board, a kind of sheet, what is cut from rolls
layouts.py  layouts as boards and sheets with letters
car.py      what the shop should cut before it goes into the car
rows.py     the list by saw setting and by part
"""
