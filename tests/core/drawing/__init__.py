"""Tests of core.drawing."""
