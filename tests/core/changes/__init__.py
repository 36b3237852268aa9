"""Tests of core.changes."""
