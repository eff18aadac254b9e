# SPDX-License-Identifier: GPL-3.0-or-later
"""Packs, read back: covers, contents that point where they say, a page that fetches nothing, hashes that hold."""

import hashlib
import io
import json
import re
import zipfile
from html.parser import HTMLParser

import pytest
from msgspec.structs import replace
from pypdf import PdfReader

from glacis.core.stages import STAGES
from glacis.demo.shipped import shipped_demo
from glacis.files.project_file import decode
from glacis.report.finding_page import finding_blocks, finding_pdf
from glacis.report.offers import exports
from glacis.report.packs.bundle import MANIFEST, bundle, unzipped, with_more, zipped
from glacis.report.packs.page import page_html
from glacis.report.packs.readers import PACKS, pack_of, reader_pdf
from report.drawn import words_in
from support import analyser


@pytest.fixture(scope="module")
def results():
    return analyser().analyse(shipped_demo("sallow-creek"))


@pytest.fixture(scope="module")
def packs(results):
    return {pack.id: PdfReader(io.BytesIO(reader_pdf(results, pack))) for pack in PACKS}


@pytest.fixture(scope="module")
def archive(results):
    return bundle(results)


def words(reader, number):
    return " ".join(reader.pages[number].extract_text().split())


def marks(reader, items=None):
    """Title and page number of every bookmark, in order."""
    for item in reader.outline if items is None else items:
        if isinstance(item, list):
            yield from marks(reader, item)
        else:
            yield item.title, reader.get_destination_page_number(item) + 1


@pytest.mark.parametrize("name", [pack.id for pack in PACKS])
def test_every_line_of_the_contents_points_to_its_page(packs, name):
    reader = packs[name]
    for said in ("Sallow Creek", pack_of(name).title, "outrank this pack"):
        assert said in words(reader, 0)
    assert "Contents" in words(reader, 1)
    listed = list(marks(reader))
    assert len(listed) >= 5
    first = listed[0][1]
    told = " ".join(words(reader, number) for number in range(1, first - 1))
    numbers = [int(each) for each in re.findall(r"(?: \.){8,} (\d+)(?= |$)", told)]
    assert sorted(numbers) == sorted(page for _, page in listed)
    sheets = {e.words for e in exports(STAGES) if e.id in pack_of(name).sheets}
    assert {title for title, _ in listed} >= sheets
    for title, page in listed:
        if title not in sheets:
            assert " ".join(title.split()[:3]) in words(reader, page - 1), (title, page)


@pytest.mark.parametrize("name", [pack.id for pack in PACKS])
def test_every_page_bears_its_number(packs, name):
    reader = packs[name]
    for number, page in enumerate(reader.pages, 1):
        assert f"page {number}" in " ".join(page.extract_text().split())


def test_each_reader_gets_what_is_theirs_and_no_more(packs):
    text = {
        name: " ".join(words(reader, k) for k in range(len(reader.pages)))
        for name, reader in packs.items()
    }
    assert "Unresolved findings" in text["authority"]
    assert "ISO 6946" in text["authority"]
    assert "Order of work" not in text["authority"]
    assert text["crew"].index("Before you begin") < text["crew"].index("Order of work", 2000)
    assert "Nobody guesses" in text["crew"]
    assert "Cut cards" in text["crew"]
    assert "What to look for" in text["owner"]
    assert "engineer's number" in text["owner"]
    assert "Working:" not in text["owner"]


def test_equal_projects_give_equal_packs(results):
    owner = pack_of("owner")
    assert reader_pdf(results, owner) == reader_pdf(results, owner)
    assert page_html(results) == page_html(results)


class Page(HTMLParser):
    """What a page holds: anchors, links, and whatever it would fetch."""

    VOID = frozenset({"meta", "br", "img", "link", "input", "hr"})

    def __init__(self) -> None:
        super().__init__()
        self.open: list[str] = []
        self.ids: set[str] = set()
        self.links: set[str] = set()
        self.fetched: list[str] = []
        self.tags: set[str] = set()

    def handle_starttag(self, tag, attrs):
        told = dict(attrs)
        self.tags.add(tag)
        if tag not in self.VOID:
            self.open.append(tag)
        self.ids |= {told["id"]} if "id" in told else set()
        self.links |= {told["href"]} if "href" in told else set()
        self.fetched += [told[key] for key in ("src", "srcset", "data", "action") if key in told]

    def handle_startendtag(self, tag, attrs):
        self.handle_starttag(tag, attrs)
        if tag not in self.VOID:
            self.open.pop()

    def handle_endtag(self, tag):
        assert self.open.pop() == tag


def test_the_page_opens_without_a_network_and_runs_nothing(results):
    text = page_html(results)
    page = Page()
    page.feed(text)
    assert page.open == []
    assert not {"script", "iframe", "object", "link", "form"} & page.tags
    assert page.fetched == []
    assert {link.removeprefix("#") for link in page.links} <= page.ids
    fetched = re.findall(r"url\(([^)]{1,12})", text)
    assert fetched
    assert all(each.startswith("data:") for each in fetched)
    outside = set(re.findall(r"https?://[^\s'\"<]+", text))
    assert outside <= {"http://www.w3.org/2000/svg", "http://www.w3.org/1999/xlink"}
    assert "Seed barn" in text or "barn" in text.lower()


def test_names_in_the_page_are_words_not_markup(results):
    odd = "<script>alert(1)</script>"
    project = results.project
    named = replace(
        project, name=odd, areas=tuple(replace(a, name=f"{odd}{a.id}") for a in project.areas)
    )
    text = page_html(analyser().analyse(named))
    assert odd not in text
    assert "&lt;script&gt;" in text


def test_the_manifest_holds_every_file_and_its_hash(results, archive):
    with zipfile.ZipFile(io.BytesIO(archive)) as opened:
        assert opened.testzip() is None
        names = set(opened.namelist())
        told = json.loads(opened.read(MANIFEST))
        assert {each["name"] for each in told["files"]} == names - {MANIFEST}
        for each in told["files"]:
            content = opened.read(each["name"])
            assert (each["bytes"], each["sha256"]) == (
                len(content),
                hashlib.sha256(content).hexdigest(),
            )
    assert {
        "authority.pdf",
        "crew.pdf",
        "owner.pdf",
        "index.html",
        "project.glacis",
        "data/results.json",
    } <= names
    assert all(not name.startswith("/") and ".." not in name for name in names)
    files = unzipped(archive)
    assert decode(files["project.glacis"], "x.glacis") == results.project
    assert json.loads(files["data/results.json"])["bill"]


def test_photographs_come_along_and_the_manifest_with_them():
    first = zipped({"a.txt": b"a"}, "Roof")
    more = with_more(first, {"photographs/b.png": b"b"}, "Roof")
    assert set(unzipped(more)) == {"a.txt", "photographs/b.png"}
    with zipfile.ZipFile(io.BytesIO(more)) as opened:
        told = {each["name"] for each in json.loads(opened.read(MANIFEST))["files"]}
    assert told == {"a.txt", "photographs/b.png"}
    assert with_more(first, {}, "Roof") == first
    assert zipped({"a.txt": b"a"}, "Roof") == first


def test_a_finding_is_one_page_with_sentence_picture_figures_and_ways_out(results):
    station = analyser().analyse(shipped_demo("tern-point"))
    for finding in station.open_findings[:12]:
        told = words_in(tuple(finding_blocks(station, finding)))
        assert finding.message("si") in told
        assert station.rules.of(finding).reason in told
        assert "Ways out" in told
        assert "has not seen the roof" in told
    first = station.open_findings[0]
    pages = PdfReader(io.BytesIO(finding_pdf(station, first))).pages
    assert len(pages) == 1
