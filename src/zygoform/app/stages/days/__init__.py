"""The job along real days, and what was written down of it.

stage.py          the screen
rule.py           the rule of days
day_rows.py       its rows: one for each sub-job
time_map.py       where a moment stands on it
card.py           a frame as high as its words need
now_card.py       what now, and what can be said of it
gate_card.py      a question that only doing answers
steps_page.py     all steps day by day, the one that is open
step_photos.py    what was photographed at one step
own_hours_page.py hours, quiet hours, room, the wanted day and what would help
log_page.py       what was written down, planned beside real, what was learnt
log_list.py       the lines of the log, those that are seen
"""
