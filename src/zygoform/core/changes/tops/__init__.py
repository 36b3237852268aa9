"""New tops.

planks/   boards glued edge to edge
sheet/    cut from sheet
tiles/    tiles on sheet
again/    the old top used again
ground.py where a new top goes, and strips round its edge
work.py   the steps of tops
"""
