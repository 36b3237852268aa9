"""Tests; folders mirror src.

cases/         worked examples as TOML: each names a calculation, its inputs and the results reckoned elsewhere
casefile.py    reads them
planned.py     a project's plan, and what a change brings about
strategies.py  what hypothesis draws: lengths, pieces, changes, layout questions
"""
