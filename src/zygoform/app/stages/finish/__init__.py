"""Zones of the piece, the coats on each, and what follows from them.

stage.py        the screen
zone_strip.py   a chip for each zone, in its planned colour
section.py      the coats of a zone as a section through them
coats_page.py   the section, the layer that is open, what lies there
layer_editor.py the entries of one layer
colour_row.py   the fan, to take a colour from
amounts_page.py what it takes, cans, the shelf
hours_page.py   what there is to do and how long it takes
schools_page.py where practitioners disagree
border_rows.py  borders between two finishes, a row each
colours_page.py the fan of colours, recipes
words.py        layers, zones and what lies there in words
"""
