"""What holds for this project and for every one.

stage.py    the screen
minutes.py  the table of minutes
"""
