# SPDX-License-Identifier: GPL-3.0-or-later
"""What is handed over: results at full precision, packs by reader, one page for a browser, all of it together."""

from functools import partial

import msgspec

from glacis.core.analysis.results import Results
from glacis.report.offers import Export, Offer


def _results(results: Results) -> bytes:
    from glacis.report.results import results_json

    made = msgspec.json.encode(results_json(results))
    return msgspec.json.format(made, indent=2) + b"\n"


def _pack(results: Results, ident: str) -> bytes:
    from glacis.report.packs.readers import pack_of, reader_pdf

    return reader_pdf(results, pack_of(ident))


def _page(results: Results) -> bytes:
    from glacis.report.packs.page import page_html

    return page_html(results).encode()


def _bundle(results: Results) -> bytes:
    from glacis.report.packs.bundle import bundle

    return bundle(results)


OFFER = Offer(
    exports=(
        Export("results", "Results", ".json", "JSON", _results, of_edges=True),
        Export(
            "pack-authority",
            "Pack for the authority",
            ".pdf",
            "PDF",
            partial(_pack, ident="authority"),
            of_edges=True,
        ),
        Export(
            "pack-crew",
            "Pack for the crew",
            ".pdf",
            "PDF",
            partial(_pack, ident="crew"),
            of_edges=True,
        ),
        Export("pack-owner", "Pack for the owner", ".pdf", "PDF", partial(_pack, ident="owner")),
        Export("page", "Page for a browser", ".html", "HTML", _page, of_edges=True),
        Export("pack", "Everything, with a manifest", ".zip", "ZIP", _bundle, of_edges=True),
    )
)
