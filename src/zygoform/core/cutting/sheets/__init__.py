"""Laying out rectangles on sheets, with cuts from edge to edge only. Whole units (../problem.py), cents.

cut_order.py    the cuts of a sheet, first to last
stock_sheets.py a problem made ready for the fills; sheets shrunk to what they need
free_rects.py   part after part into the rectangle that suits it best
strips.py       strips, stacks in a strip, parts in a stack: three rounds of cuts
layout.py       what no layout can beat; a first layout at once, then better ones
"""
