"""One screen a folder; none knows another.

survey/   look the piece over and enter what is there
redesign/ decide changes and see them before cutting
compare/  variants side by side
buy/      one list in the order of a shop
cut/      what to cut from what
finish/   zones, coats, amounts
days/     the job along real days
settings/ what holds for this project and for every one
help/     answers and keys
"""
