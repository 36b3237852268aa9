"""The job along real days, and what was written down of it.

stage.py          the screen
rule.py           the rule of days
day_rows.py       its rows: one for each sub-job
time_map.py       where a moment stands on it
held.py           why a step cannot be sooner
step_changes.py   own minutes and waits, own steps, steps left out
steps_page.py     all steps day by day, the one that is open, what was photographed at it
own_hours_page.py hours, quiet hours, room, the wanted day and what would help
log_page.py       what was written down, planned beside real, what was learnt
rescue_card.py    what went wrong, and the way out with what it takes
cards.py          what now and what can be said of it; a question that only doing answers; as high as their
                  words need
"""
