"""A new insert for framed doors.

entries.py what it asks, and how it begins
worked.py  inserts and stops worked out
"""
