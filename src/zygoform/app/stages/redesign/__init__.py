"""Decide changes and see them before cutting.

stage.py         the screen
adding.py        which changes can be added, and where
gallery.py       patterns to start from, drawn on the piece
pattern_tools.py what a pattern's card has besides its fields
front_ticks.py   the fronts a change is for, ticked or clicked
card.py          one change: its number, what it comes to, and open, its fields
"""
