"""Tests of the measuring devices."""
