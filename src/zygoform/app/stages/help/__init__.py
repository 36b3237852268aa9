"""Answers and keys.

stage.py   the screen
answers.py the first questions of a maker
"""
