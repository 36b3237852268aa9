"""What holds for this project and for every one.

stage.py   the screen
figures.py how long work takes, figures of coats
"""
