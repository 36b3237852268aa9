"""The cut list: the only place where sizes are rounded.

listed.py   parts with their codes, rounded sizes and settings
layouts.py      the layout questions of a cut list, and answers as boards with letters
counted.py  parts as often as they are wanted
rows.py     the list by saw setting and by part
"""
