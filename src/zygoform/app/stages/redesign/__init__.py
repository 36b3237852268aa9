"""Decide changes and see them before cutting.

stage.py  the screen
card.py   one change: its number, what it comes to, and open, its fields
"""
