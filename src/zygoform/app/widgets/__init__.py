"""Pieces of the interface that know no screen.

fields.py           a length with its label and its fault beside it; a choice as segments or a list
editor.py           the fields of anything with declared entries
piece_view_area.py  the drawing with what stands round it: overlays, places to stand, readout
readout.py          what is said of the part pointed at; the legend
why.py              what a number is made of
findings.py         a judgement with its reason and its remedy
put_on.py           whether what goes on is coated loose or in its place
side_drawer.py      a panel that becomes a drawer where there is no room; pages beside a drawing; what may be
                    taller than its room
stage_navigation.py the stages in working order
busy.py             long work: how far it is, and a way to stop it
head.py             the head strip; which piece of a set is on screen
photo_reader.py     a photo, read in the background
preview.py          a print before it is printed
finder.py           one box that finds whatever has a name
tally.py            the totals and the last edit
buttons.py          one of a few side by side, a tick, a picture or a sign
"""
