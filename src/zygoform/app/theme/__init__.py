"""How it looks.

tokens.py colours and sizes by meaning
look.py   puts a theme, the shipped family, the style sheet and a text size on; the line icons, tinted at load
plain.py  text of others is shown as it was written
"""
