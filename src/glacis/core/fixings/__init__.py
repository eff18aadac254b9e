# SPDX-License-Identifier: GPL-3.0-or-later
"""Fixings: what holds each layer down, how many, how long, and the evidence for it."""
