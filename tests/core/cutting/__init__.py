"""Tests of core.cutting."""
