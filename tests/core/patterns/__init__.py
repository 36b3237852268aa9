"""Tests of core.patterns."""
