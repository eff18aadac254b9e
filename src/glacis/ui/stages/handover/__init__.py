"""The Handover bench: the report and what else can be taken along."""
