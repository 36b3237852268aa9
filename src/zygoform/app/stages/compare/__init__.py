"""Variants side by side.

stage.py   the screen: pictures at one scale, totals, ticks
picture.py one variant, drawn small
"""
