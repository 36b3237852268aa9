"""Open formats, one a file.

atomic.py         writes a file whole or not at all
project_json.py   the document
prices_csv.py     the price list, shipped and the user's
cutlist_csv.py    the cut list by setting and by part
worksheet_pdf.py  the work sheet
pdf_page.py       paints drawings and tables on its pages
schema.py         the published JSON schema of a project
demo.py           the Harbour Lane counter
"""
