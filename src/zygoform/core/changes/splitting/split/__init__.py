"""One piece sawn into two.

entries.py  what it asks, and how it begins
worked.py   the halves worked out
new_side.py what closes a sawn end
"""
