# SPDX-License-Identifier: GPL-3.0-or-later
"""Everything that is handed over in one archive: packs, page, data, photographs, and a manifest with hashes."""

import hashlib
import io
import json
import zipfile
from collections.abc import Iterator, Mapping

from glacis import __version__
from glacis.core.analysis.results import Results
from glacis.core.graph.part import Progress, unwatched
from glacis.files.project_file import encode
from glacis.report.offers import exports
from glacis.report.packs.page import page_html
from glacis.report.packs.readers import PACKS, reader_pdf

MANIFEST = "manifest.json"
STAMP = (2000, 1, 1, 0, 0, 0)
"""Time of every file in the archive, so that equal projects give equal bytes."""
NOT_IN = frozenset({"pack", "page", *(f"pack-{pack.id}" for pack in PACKS), "likelihoods"})
"""Files that are the archive, or lie in it under another name."""
READ_ME = """\
{name}

index.html      the roof for any browser, without a network
authority.pdf   for whoever checks it
crew.pdf        for whoever builds it
owner.pdf       for whoever keeps it
project.glacis  the project itself
data/           schedules, drawings, records and results in open formats
photographs/    what lies with entries of the log, where there is any
manifest.json   every file with its size and SHA-256
"""


def files_of(results: Results, progress: Progress = unwatched) -> Iterator[tuple[str, bytes]]:
    """Every file with its name in the archive.

    Args:
        results: everything that follows from a document.
        progress: told what is made; it may raise to stop.
    """
    for number, pack in enumerate(PACKS):
        low = 0.1 + 0.2 * number

        def share(done: float, words: str, low: float = low) -> None:
            progress(low + 0.2 * done, words)

        yield f"{pack.id}.pdf", reader_pdf(results, pack, share)
    yield "index.html", page_html(results).encode()
    yield "project.glacis", encode(results.project)
    yield "read me.txt", READ_ME.format(name=results.project.name).encode()
    offered = [export for export in exports(results.stages) if export.id not in NOT_IN]
    for number, export in enumerate(offered):
        progress(0.7 + 0.28 * number / len(offered), export.words)
        if not export.of_hours:
            yield f"data/{export.id}{export.suffix}", export.make(results)


def manifest_of(files: Mapping[str, bytes], name: str) -> bytes:
    """Every file with its size and SHA-256, by name."""
    told = {
        "project": name,
        "made_by": f"Glacis {__version__}",
        "files": [
            {
                "name": key,
                "bytes": len(files[key]),
                "sha256": hashlib.sha256(files[key]).hexdigest(),
            }
            for key in sorted(files)
        ],
    }
    return json.dumps(told, indent=2, ensure_ascii=False).encode() + b"\n"


def zipped(files: Mapping[str, bytes], name: str) -> bytes:
    """Files and their manifest as one archive; equal files give equal bytes."""
    out = io.BytesIO()
    whole = {**{key: value for key, value in files.items() if key != MANIFEST}}
    whole[MANIFEST] = manifest_of(whole, name)
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for key in sorted(whole):
            info = zipfile.ZipInfo(key, STAMP)
            info.compress_type = zipfile.ZIP_DEFLATED
            info.external_attr = 0o644 << 16
            archive.writestr(info, whole[key])
    return out.getvalue()


def unzipped(content: bytes) -> dict[str, bytes]:
    """Files of an archive by their names, without the manifest."""
    with zipfile.ZipFile(io.BytesIO(content)) as archive:
        return {key: archive.read(key) for key in archive.namelist() if key != MANIFEST}


def with_more(content: bytes, more: Mapping[str, bytes], name: str) -> bytes:
    """The archive with further files, its manifest told anew."""
    return zipped({**unzipped(content), **more}, name) if more else content


def bundle(results: Results, progress: Progress = unwatched) -> bytes:
    """Everything that follows from a document, in one archive."""
    return zipped(dict(files_of(results, progress)), results.project.name)
