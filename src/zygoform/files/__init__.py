"""Open formats, one a file.

reading.py         reads a file of a size that has an end
atomic.py          writes a file whole or not at all
project_json.py    the document: what of it a file can hold, and what a newer program wrote kept
pictures.py        what a picture is by its content
photos.py          photos beside the project file, and a project saved with them
exports.py         the tables that can be written, a row each
tables.py          tables as CSV, for any program and from any
minutes_csv.py     how long each kind of work takes
prices_csv.py      the price list, shipped and the user's
cutlist_csv.py     the cut list by setting and by part
leftover_csv.py    what is left over, for the next project
import_csv.py      cut lists and boards owned, read in
paper.py           what can be printed, and its pages as pictures
shopping_pdf.py    the shopping list
variants_pdf.py    variants side by side, for a customer
day_sheets_pdf.py  what is to be done on each day
calendar_ics.py    the days as a calendar file
labels_pdf.py      labels for bags of hardware and parts that come off
marks_pdf.py       labels for the parts
template_pdf.py    templates at full size over several sheets
pattern_pdf.py     the map of a pattern to scale
pattern_drawing.py a pattern in SVG and DXF, a layer for each front
outline_svg.py     outlines in SVG
outline_dxf.py     outlines in DXF
closed_lines.py    the closed lines of a drawing
outlines.py        either of them by a name's ending
worksheet_pdf.py   the work sheet, with its finish, rolls, and tops out of square
pdf_page.py        paints drawings and tables on its pages
schema.py          the published JSON schema of a project
names.py           file names as they can be shown and kept in text
user_folder.py     where the user's own things lie
settings_json.py   look, recent files, the usual settings of the workshop
pairing.py         the codes of measuring devices
recovery.py        copies of unsaved work, taken up again after a kill
journal.py         what happened at the bench, on the disk at once
guard.py           who else has a file open, and whether it changed meanwhile
coats_csv.py       figures of coats as a table
demo.py            the Harbour Lane counter, begun, finished and in the middle of its days; the Mill Row set
"""
