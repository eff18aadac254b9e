# SPDX-License-Identifier: GPL-3.0-or-later
"""Everything at full precision, to be read by other programs."""

import msgspec

from glacis.core.analysis.results import Results
from glacis.report.offers import Export, Offer


def _results(results: Results) -> bytes:
    from glacis.report.results import results_json

    made = msgspec.json.encode(results_json(results))
    return msgspec.json.format(made, indent=2) + b"\n"


OFFER = Offer(exports=(Export("results", "Results", ".json", "JSON", _results, of_edges=True),))
