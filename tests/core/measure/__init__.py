"""Tests of core.measure."""
