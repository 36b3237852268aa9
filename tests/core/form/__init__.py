"""Tests of core.form."""
