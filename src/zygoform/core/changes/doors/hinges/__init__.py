"""Hinges, catches and stays.

entries.py what they ask, and how they begin
worked.py  how many, where, and what holds
"""
