"""The Qt application.

main.py            arguments, start, the demo without a display
quick_start.py     what makes the start quick
collecting.py      garbage is collected in the interface's thread alone
idle_loading.py    what is gone to later, loaded while nothing happens
main_window.py     the window's frame with the stages, seen while the rest loads
application.py     one document in one window, made anew for another look
another_look.py    another theme or text size: screens go and come one by one
main_view.py       what stands in it: wires the regions, nothing else
finding.py         what the finder can find
summaries.py       what stands in each block of the stages
describe.py        what is said of a part pointed at
seen.py            what is not seen does not work
preferences.py     the user's settings while the program runs
autosave.py        nothing is lost: copies of unsaved work
bench_journal.py   what happens once in life, on the disk at once
layout_store.py    layouts found while a project is open
view_state.py      what is looked at; bound to one document
session.py         the only object that holds the document
planning.py        its plan, at once or slice by slice; better layouts from the background
day_planning.py    the plan of its days, slice by slice
clock.py           the time it is, and how clocks run here
slices.py          long work a slice at a time, the window answering in between
device_link.py     the line to the measuring devices, and the simulated ones' process
jobs.py            the solver's process and how it is asked
background.py      threads, and nothing of the interface let go by one
solver_process.py  what runs in the solver's process; imports no Qt
picture_process.py what runs in a picture's process
outline_process.py what runs in an outline's process
shots.py           pictures of every main view
actions/           everything one can do, as data
stages/            one screen a folder
canvas/            paints primitives; one class a mouse gesture
widgets/           fields, segments, stages, head, drawer, tally, finder, why, busy
theme/             tokens, the look in use, fonts, icons, style sheet
"""
