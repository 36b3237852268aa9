"""Straps that hold a piece to the wall.

entries.py what they ask
worked.py  straps and screws worked out
"""
