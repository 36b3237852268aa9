"""Tests of the looking over."""
