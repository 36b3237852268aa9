"""What to cut from what.

stage.py the screen
list.py  the cuts, one line for each setting of the saw and size
table.py the full table by part
rack.py  what I have: boards owned, kerf and end trim
"""
