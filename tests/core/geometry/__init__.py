"""Tests of core.geometry."""
