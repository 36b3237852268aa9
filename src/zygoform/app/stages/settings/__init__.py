"""What holds for this project and for every one.

stage.py   the screen
coats.py   what the labels of coats say
minutes.py the table of minutes
"""
