"""Answers and keys.

stage.py the screen
"""
