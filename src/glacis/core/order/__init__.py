# SPDX-License-Identifier: GPL-3.0-or-later
"""What is done when: tasks and links from the layers, laps, edges and clocks, and what they make of the days."""
