"""What a running program keeps: history, autosave, settings, jobs. No Qt."""
