"""Zygoform: redesign a secondhand piece of furniture, from measurements to the cut.

__main__.py starts the app
core/       the computation: values in, values out
files/      open formats, read and written
app/        the Qt application
"""
