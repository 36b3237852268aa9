"""What `make bench` measures: ratios and medians, never asserted by tests.

__main__.py    runs everything and prints it
startup.py     our window against a bare one
window.py      a project on the screen
work.py        plan, painting, layouts
large.py       a large project, many parts, many kinds
patterns.py    strips laid, against a plain clip; one step of a drag
memory.py      what 5,000 edits leave in memory
sheets.py      rectangles on sheets, against a packing library
days.py        a plan of days: how quick, how near the bound
finish.py      faces and zones, edits of the finish
long_lists.py  hundreds of different parts, laid out for ten seconds
"""
