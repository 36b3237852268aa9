"""Shelves in place of drawers or doors.

entries.py what they ask, and how they begin
bay.py     sizes and places of shelves and uprights
worked.py  shelves and uprights worked out
room.py    the room they go into
lining.py  what closes a bay in
holding.py what holds them, and how far they bend
"""
