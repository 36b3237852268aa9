"""Tests of core.edits."""
