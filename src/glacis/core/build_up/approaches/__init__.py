# SPDX-License-Identifier: GPL-3.0-or-later
"""The schools a roof can follow: what each is, what it asks for, and its build-up to start from."""
