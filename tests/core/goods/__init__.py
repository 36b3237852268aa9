"""Tests of core.goods."""
