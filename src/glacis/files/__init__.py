"""Bytes to values and back: project files, libraries, schedules, results."""
