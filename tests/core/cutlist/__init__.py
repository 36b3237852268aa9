"""Tests of core.cutlist."""
