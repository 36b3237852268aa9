"""Tests of app."""
