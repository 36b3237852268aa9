"""Decide changes and see them before cutting.

stage.py  the screen
adding.py  which changes can be added, and where
card.py   one change: its number, what it comes to, and open, its fields
"""
