"""What holds for this project and for every one.

stage.py  the screen
"""
