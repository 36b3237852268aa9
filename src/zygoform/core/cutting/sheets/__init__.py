"""Laying out rectangles on sheets, with cuts from edge to edge only. Whole units (../problem.py), cents.

problem.py   what is asked and what is answered
verify.py    the independent checker every answer passes before anyone sees it
cut_order.py the cuts of a sheet, first to last
stock_sheets.py  a problem made ready for the fills; sheets shrunk to what they need
free_rects.py    part after part into the rectangle that suits it best
strips.py        strips, stacks in a strip, parts in a stack: three rounds of cuts
bound.py     what no layout can beat
layout.py    a first layout at once, then better ones
"""
