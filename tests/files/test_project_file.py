# SPDX-License-Identifier: GPL-3.0-or-later
"""Project files: readable, whole, migrated, and refused with a reason where they are bad."""

import json
import os
import random
from pathlib import Path

import jsonschema
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from glacis.files import project_file
from glacis.files.atomic import stamp_of, write_atomic
from glacis.files.errors import FileRefused
from glacis.files.layers_csv import layers_csv
from glacis.files.project_file import decode, encode, load, save
from glacis.files.schema import project_schema
from glacis.report.results import results_json
from support import analyser, demo

SCHEMA = Path(__file__).parents[2] / "docs" / "project.schema.json"


def test_a_project_goes_to_disk_and_back(tmp_path):
    path = tmp_path / "roof.glacis"
    save(demo(), path)
    assert load(path) == demo()
    assert encode(load(path)) == path.read_bytes()
    assert list(tmp_path.iterdir()) == [path]


def test_the_file_is_readable_and_states_its_units():
    text = encode(demo()).decode()
    data = json.loads(text)
    assert data["units"]["conductivity"] == "W/(m K)"
    assert '"thickness": 0.0125' in text
    assert "extra" not in text


def test_the_published_schema_is_current_and_accepts_the_demo():
    published = json.loads(SCHEMA.read_text())
    assert published == json.loads(json.dumps(project_schema()))
    jsonschema.validate(json.loads(encode(demo())), published)


def test_unknown_keys_survive_at_every_depth():
    data = json.loads(encode(demo()))
    data["later"] = {"a": [1, 2]}
    data["project"]["colour"] = "red"
    data["project"]["zones"][0]["humidity"]["gauge"] = 7
    data["project"]["assemblies"][0]["layers"][3]["framing"]["grade"] = {"class": "C24"}
    data["project"]["areas"][0]["extra"] = "not ours"
    project = decode(json.dumps(data).encode(), "x.glacis")
    changed = replace(project, name="Changed by an older program")
    again = json.loads(encode(changed))
    data["project"]["name"] = changed.name
    assert again == data


def test_older_versions_are_migrated_step_by_step(monkeypatch):
    monkeypatch.setattr(project_file, "VERSION", 3)
    data = json.loads(encode(demo()))
    data["version"] = 1
    data["project"]["title"] = data["project"].pop("name")

    def first(envelope):
        project = dict(envelope["project"])
        project["name"] = project.pop("title")
        return {**envelope, "project": project}

    content = json.dumps(data).encode()
    assert decode(content, "old.glacis", {1: first, 2: lambda e: e}) == demo()
    with pytest.raises(FileRefused, match="version"):
        decode(content, "old.glacis", {})


GOOD = encode(demo())


@pytest.mark.parametrize(
    ("content", "says"),
    [
        (b"", "an empty file"),
        (b"  \n", "an empty file"),
        (GOOD[: len(GOOD) // 2], "cut short or damaged"),
        (b"\x00\x01\xfe\xff" * 100, "something else"),
        (b"[" * 200_000, "something else"),
        (b"[]", "a list"),
        (b'{"format": "other"}', "expected 'glacis-project', found 'other'"),
        (GOOD.replace(b'"version": 1', b'"version": 99'), "written by a newer Glacis"),
        (GOOD.replace(b'"version": 1', b'"version": "1"'), "a whole number"),
        (GOOD.replace(b'"pitch": 42.0', b'"pitch": "steep"'), r"areas\[0\].pitch: expected float"),
        (GOOD.replace(b'"pitch": 42.0', b'"pitch": 420.0'), "0.0° to 85.0°"),
        (GOOD.replace(b'"thickness": 0.16', b'"thickness": -0.16'), "thickness"),
        (GOOD.replace(b'"thickness": 0.16', b'"thickness": 1e999'), "."),
        (GOOD.replace(b'"kind": "air"', b'"kind": "ether"'), "layers"),
        (GOOD.replace(b'"zone": "tanks"', b'"zone": "cellar"'), "known indoor zone, found 'cellar'"),
        (b'{"format": "glacis-project", "version": 1, "project": 5}', "an object"),
    ],
)  # fmt: skip
def test_bad_files_are_refused_naming_place_and_reason(content, says):
    with pytest.raises(FileRefused, match=says) as caught:
        decode(content, "bad.glacis")
    assert "bad.glacis" in str(caught.value)


def test_missing_folders_and_huge_files_are_refused(tmp_path, monkeypatch):
    with pytest.raises(FileRefused, match="No such file"):
        load(tmp_path / "nowhere.glacis")
    with pytest.raises(FileRefused, match="a folder"):
        load(tmp_path)
    monkeypatch.setattr(project_file, "LARGEST", 10)
    path = tmp_path / "huge.glacis"
    path.write_bytes(GOOD)
    with pytest.raises(FileRefused, match="at most"):
        load(path)


@settings(max_examples=150, deadline=None)
@given(st.integers(0, 2**32), st.integers(1, 20))
def test_random_damage_is_read_whole_or_refused(seed, count):
    damage = random.Random(seed)
    content = bytearray(GOOD)
    for _ in range(count):
        content[damage.randrange(len(content))] = damage.randrange(256)
    try:
        project = decode(bytes(content), "damaged.glacis")
    except FileRefused:
        return
    assert decode(encode(project), "again.glacis") == project


@settings(max_examples=60, deadline=None)
@given(st.binary(max_size=400))
def test_random_bytes_are_refused(content):
    with pytest.raises(FileRefused):
        decode(content, "random.glacis")


def test_a_failed_save_leaves_the_old_file(tmp_path, monkeypatch):
    path = tmp_path / "roof.glacis"
    save(demo(), path)
    before = path.read_bytes()

    def fail(*_args: object) -> None:
        raise OSError(28, "No space left on device")

    monkeypatch.setattr(os, "replace", fail)
    with pytest.raises(FileRefused, match="No space left"):
        save(replace(demo(), name="Other"), path)
    assert path.read_bytes() == before
    assert list(tmp_path.iterdir()) == [path]


def test_saving_keeps_permissions_and_follows_links(tmp_path):
    path, link = tmp_path / "real.txt", tmp_path / "link.txt"
    path.write_bytes(b"old")
    path.chmod(0o640)
    link.symlink_to(path)
    before = stamp_of(path)
    write_atomic(link, b"new")
    assert path.read_bytes() == b"new"
    assert link.is_symlink()
    assert path.stat().st_mode & 0o777 == 0o640
    assert stamp_of(path) != before
    assert stamp_of(tmp_path / "none") is None


def test_results_have_the_promised_shape():
    data = results_json(analyser().analyse(demo()))
    assert data["format"] == "glacis-results/1"
    area = next(a for a in data["areas"] if a["id"] == "laboratory")
    for key in ("name", "U", "R_total", "R_upper", "R_lower", "f_Rsi", "f_Rsi_min"):
        assert key in area
    assert pytest.approx(1 / area["R_total"], rel=1e-12) == area["U_clear"]
    monthly = area["monthly"]
    assert monthly["months"][0] == "Oct"
    assert monthly["dries_out"] is False
    face = monthly["interfaces"][0]
    assert len(face["by_month_g_m2"]) == 12
    assert face["peak_g_m2"] == max(face["by_month_g_m2"])
    finding = data["findings"][0]
    assert set(finding) == {
        "rule", "severity", "stage", "where", "message", "evidence", "accepted",
    }  # fmt: skip
    assert finding["severity"] == "stop"
    json.dumps(data, allow_nan=False)


def test_schedules_of_layers_are_safe_to_open():
    project = demo()
    evil = replace(project.areas[0], name="=HYPERLINK(1)")
    project = replace(project, areas=(evil, *project.areas[1:]))
    lines = layers_csv(analyser().analyse(project)).splitlines()
    assert lines[0].startswith("area,assembly,number,layer")
    assert lines[1].startswith("'=HYPERLINK(1),Hall slate roof,1,Gypsum board,solid,12.5,0.25,0.05")
    assert len(lines) == 1 + sum(
        len(next(b for b in project.assemblies if b.id == a.assembly).layers) for a in project.areas
    )


def test_unknown_keys_in_shapes_survive_a_change_of_the_shape():
    from glacis.core.shape.change import push_edge

    data = json.loads(encode(demo()))
    shape = data["project"]
    shape["footprints"][0]["later"] = 1
    shape["footprints"][0]["loops"][0]["edges"][0]["flashing"] = "lead"
    shape["openings"][0]["glass"] = {"panes": 3}
    shape["dormers"][0]["cheek"] = "zinc"
    shape["areas"][0]["grown"]["note"] = "mine"
    project = decode(json.dumps(data).encode(), "x.glacis")
    changed = json.loads(encode(push_edge(project, "hall", "south", 0.5)))["project"]
    assert changed["footprints"][0]["later"] == 1
    assert changed["footprints"][0]["loops"][0]["edges"][0]["flashing"] == "lead"
    assert changed["openings"][0]["glass"] == {"panes": 3}
    assert changed["dormers"][0]["cheek"] == "zinc"
    assert changed["areas"][0]["grown"]["note"] == "mine"


@pytest.mark.parametrize(
    ("spoil", "words"),
    [
        (
            lambda p: p["footprints"][0]["loops"][0]["edges"][0].update(at=[30.0, 13.0]),
            "cross or touch at x",
        ),
        (lambda p: p["footprints"][0]["loops"][0]["edges"][0].update(pitch=0), "pitch"),
        (lambda p: p["footprints"][0]["loops"][0]["edges"][0].update(kind="soffit"), "kind"),
        (lambda p: p["footprints"][0]["loops"][0].update(edges=[]), "three corners"),
        (lambda p: p["footprints"][0].update(loops=[]), "outline"),
        (lambda p: p["footprints"][0].update(id="dormer"), "id used once"),
        (lambda p: p["openings"][0].update(area="nowhere"), "nowhere"),
        (lambda p: p["openings"][0].update(width=-1), "width"),
        (lambda p: p["dormers"][0].update(wall=0), "front wall"),
        (lambda p: p["areas"][0]["grown"].update(source="gone"), "gone"),
        (lambda p: p["areas"][0].update(holes=[{"outline": [[0, 0], [1, 1]]}]), "hole"),
    ],
)
def test_bad_shapes_in_a_file_are_refused_with_the_place(spoil, words):
    data = json.loads(encode(demo()))
    spoil(data["project"])
    with pytest.raises(FileRefused, match=r"bad\.glacis") as told:
        decode(json.dumps(data).encode(), "bad.glacis")
    assert words in str(told.value)
