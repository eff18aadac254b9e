# SPDX-License-Identifier: GPL-3.0-or-later
"""Drawings in and out: DXF of our own and of a general library, GeoJSON, and files that are none."""

import json
from math import cos, radians

import ezdxf.filemanagement
import pytest
from ezdxf import units
from hypothesis import given, settings
from hypothesis import strategies as st
from msgspec.structs import replace

from glacis.core.model.document import Project
from glacis.core.model.lookup import turning
from glacis.core.shape.change import Under, add_roofs
from glacis.core.shape.drawn import Found, FoundLoop, Taking, as_footprints, tidy
from glacis.core.shape.shape import shape_of
from glacis.demo.sallow_creek import sallow_creek
from glacis.demo.shipped import shipped_demo
from glacis.demo.tern_point import tern_point
from glacis.files.dxf_read import read_dxf
from glacis.files.dxf_write import LAYERS, roof_dxf
from glacis.files.errors import FileRefused
from glacis.files.geojson_read import DEGREE, read_geojson
from glacis.files.libraries import load_sites
from glacis.files.outlines_read import read_outlines
from glacis.files.project_file import decode, encode
from support import demo

BOX = [(0.0, 0.0), (10.0, 0.0), (10.0, 6.0), (0.0, 6.0)]


def read_back(tmp_path, project: Project) -> Found:
    path = tmp_path / "roof.dxf"
    path.write_bytes(roof_dxf(project, shape_of(project)))
    return read_outlines(path)


@pytest.mark.parametrize("name", ["tern-point", "sallow-creek"])
def test_outlines_come_back_with_kinds_levels_and_names(tmp_path, name):
    project = shipped_demo(name)
    found = read_back(tmp_path, project)
    assert found.unit == (1.0 if project.units == "si" else 0.3048)
    taking = Taking(name="x", unit=found.unit, layer="ROOF-OUTLINE")
    back = as_footprints(found, taking)
    assert len(back) == len(project.footprints)
    by_name = {footprint.name: footprint for footprint in back}
    for one in project.footprints:
        other = by_name[one.name]
        assert other.level == pytest.approx(one.level)
        for mine, theirs in zip(one.loops, other.loops, strict=True):
            assert [e.kind for e in theirs.edges] == [e.kind for e in mine.edges]
            for a, b in zip(mine.outline, theirs.outline, strict=True):
                assert b == pytest.approx(a, abs=1e-9)


def test_every_edge_is_drawn_once_at_its_true_length_on_its_layer(tmp_path):
    project = replace(demo(), footprints=(), areas=tuple(replace(a, grown=None) for a in demo().areas),
                      dormers=(), openings=())  # fmt: skip
    path = tmp_path / "roof.dxf"
    path.write_bytes(roof_dxf(project, shape_of(project)))
    drawn: dict[str, float] = {}
    drawing = ezdxf.filemanagement.readfile(path)
    for line in drawing.modelspace().query("LINE"):
        layer = line.dxf.layer
        drawn[layer] = drawn.get(layer, 0.0) + line.dxf.start.distance(line.dxf.end)
    wanted: dict[str, float] = {}
    for junction in shape_of(project).junctions:
        layer = f"ROOF-{junction.kind.upper()}"
        wanted[layer] = wanted.get(layer, 0.0) + junction.length
    assert drawn == pytest.approx(wanted)
    assert set(drawn) <= set(LAYERS)
    faces = drawing.modelspace().query("POLYLINE")
    assert len(faces) == sum(1 + len(a.holes) for a in project.areas)
    assert drawing.audit().has_errors is False


def general_drawing():
    """A drawing as another program might leave it: millimetres, lines, arcs, a block."""
    drawing = ezdxf.filemanagement.new("R2000")
    drawing.units = units.MM
    space = drawing.modelspace()
    for a, b in zip(BOX, BOX[1:] + BOX[:1], strict=True):
        ends = [(x * 1000, y * 1000) for x, y in (a, b)]
        space.add_line(*ends[:: 1 if a[0] < 5 else -1], dxfattribs={"layer": "WALLS"})  # type: ignore[misc]
    space.add_lwpolyline(
        [(20000, 0), (26000, 0, 0, 0, 1.0), (26000, 6000), (20000, 6000)], format="xyseb", close=True,
        dxfattribs={"layer": "ROUND"},
    )  # fmt: skip
    block = drawing.blocks.new("SHED")
    block.add_lwpolyline(
        [(0, 0), (4000, 0), (4000, 3000), (0, 3000)], close=True, dxfattribs={"layer": "SHED"}
    )
    space.add_blockref("SHED", (40000, 0), dxfattribs={"rotation": 90})
    space.add_circle((60000, 0), 2000, dxfattribs={"layer": "TANK"})
    space.add_spline([(0, 90000), (5000, 95000), (9000, 90000)], dxfattribs={"layer": "LOOSE"})
    space.add_3dface([(0, 0, 0), (1, 0, 0), (1, 1, 1), (0, 1, 1)])
    space.add_line((0, 0), (10000, 0), dxfattribs={"layer": "my verges"})
    return drawing


def test_a_drawing_of_another_library_opens_with_notes_on_what_was_left_out(tmp_path):
    path = tmp_path / "general.dxf"
    general_drawing().saveas(path)
    found = read_dxf(path)
    assert found.unit == 0.001
    assert set(found.layers) == {"WALLS", "ROUND", "SHED", "TANK"}
    notes = " ".join(found.notes)
    assert "3DFACE" in notes
    assert "LOOSE" in notes
    assert "open at x" in notes
    area = {loop.layer: abs(turning(loop.outline)) * 1e-6 for loop in found.loops}
    assert area["WALLS"] == pytest.approx(60.0)
    assert area["SHED"] == pytest.approx(12.0)
    assert area["TANK"] == pytest.approx(3.14159 * 4, rel=0.03)
    assert area["ROUND"] == pytest.approx(36 + 3.14159 * 9 / 2, rel=0.02)
    walls = as_footprints(found, Taking(name="Hall", unit=0.001, layer="WALLS"))[0]
    kinds = {(e.at, e.kind) for e in walls.loops[0].edges}
    assert sum(kind == "verge" for _, kind in kinds) == 1
    grown = add_roofs(
        replace(demo(), areas=(), footprints=(), dormers=(), openings=()), (walls,), Under()
    )
    assert sum(p.plan_area for p in shape_of(grown).planes) == pytest.approx(60.0)


@pytest.mark.parametrize(
    ("name", "content", "words"),
    [
        ("a.dxf", b"", "DXF"),
        ("a.dxf", b"nonsense\n" * 20, "DXF"),
        ("a.dxf", b"0\nSECTION\n2\nENTITIES\n0\nLINE\n", ""),
        ("a.geojson", b"{broken", "GeoJSON"),
        ("a.geojson", b"[]", "polygon"),
        ("a.geojson", b'{"type":"Polygon","coordinates":[[["x",1],[2,2],[3,3]]]}', "numbers"),
        ("a.geojson", b'{"type":"Polygon","coordinates":[[[1,1],[2,2]]]}', "three corners"),
        ("a.geojson", b'{"type":"Point","coordinates":[1,1]}', "polygon"),
        ("a.geojson", b"\xff\xfe", "GeoJSON"),
    ],
)
def test_files_that_are_none_are_refused_by_name(tmp_path, name, content, words):
    path = tmp_path / name
    path.write_bytes(content)
    with pytest.raises(FileRefused, match=name) as told:
        read_outlines(path)
    assert words in str(told.value)


def test_files_that_are_not_there_or_hold_nothing_closed(tmp_path):
    for name in ("none.dxf", "none.geojson"):
        with pytest.raises(FileRefused, match="none"):
            read_outlines(tmp_path / name)
    drawing = ezdxf.filemanagement.new()
    drawing.modelspace().add_line((0, 0), (1, 1))
    drawing.saveas(tmp_path / "open.dxf")
    with pytest.raises(FileRefused, match="at least one closed outline"):
        read_dxf(tmp_path / "open.dxf")


def test_geojson_in_degrees_is_turned_to_metres_and_keeps_names_and_holes(tmp_path):
    east = DEGREE * cos(radians(50.0))
    place = [[9.0 + x / east, 50.0 + y / DEGREE] for x, y in BOX]
    inner = [(4.0, 2.0), (4.0, 4.0), (6.0, 4.0), (6.0, 2.0)]
    hole = [[9.0 + x / east, 50.0 + y / DEGREE] for x, y in inner]
    path = tmp_path / "roof.geojson"
    path.write_text(json.dumps({
        "type": "FeatureCollection",
        "features": [{
            "type": "Feature", "properties": {"name": "Barn", "layer": "roofs"},
            "geometry": {"type": "MultiPolygon", "coordinates": [[[*place, place[0]], [*hole, hole[0]]]]},
        }],
    }))  # fmt: skip
    found = read_geojson(path)
    assert found.layers == ("roofs",)
    footprint = as_footprints(found, Taking(name="x"))[0]
    assert footprint.name == "Barn"
    assert turning(footprint.loops[0].outline) == pytest.approx(60.0, rel=1e-4)
    assert turning(footprint.loops[1].outline) == pytest.approx(-4.0, rel=1e-4)
    metres = tmp_path / "metres.json"
    metres.write_text(
        json.dumps({"type": "Polygon", "coordinates": [[[x + 500, y] for x, y in BOX]]})
    )
    assert read_outlines(metres).unit is None


def test_courtyards_islands_and_far_drawings_are_sorted_out():
    def box(x: float, size: float, turn: int = 1) -> tuple:
        return ((x, x), (x + size, x), (x + size, x + size), (x, x + size))[::turn]

    loops = (
        FoundLoop("a", box(3.0, 4.0)), FoundLoop("a", box(0.0, 10.0, -1)),
        FoundLoop("a", box(4.0, 1.0)), FoundLoop("a", box(50.0, 5.0)),
    )  # fmt: skip
    made = as_footprints(Found(loops), Taking(name="Roof"))
    assert [len(f.loops) for f in made] == [2, 1, 1]
    assert [f.name for f in made] == ["Roof 1", "Roof 2", "Roof 3"]
    for footprint in made:
        assert turning(footprint.loops[0].outline) > 0
    far = Found((FoundLoop("a", tuple((x + 4e5, y + 5e6) for x, y in BOX)),))
    moved = as_footprints(far, Taking(name="Far", at=(20.0, -3.0)))[0]
    assert moved.loops[0].outline[0] == pytest.approx((20.0, -3.0), abs=1e-6)


@settings(max_examples=40)
@given(st.lists(st.tuples(st.floats(-50, 50), st.floats(-50, 50)), min_size=1, max_size=9))
def test_tidying_leaves_no_two_neighbours_on_one_spot(points):
    kept = tidy(tuple(points))
    assert set(kept) <= set(points)
    for a, b in zip(kept, kept[1:] + kept[:1], strict=True):
        assert len(kept) == 1 or abs(a[0] - b[0]) + abs(a[1] - b[1]) >= 0.005


def test_the_shipped_demos_are_what_their_makers_make():
    coast, plain = load_sites()[:2]
    assert shipped_demo() == tern_point(coast)
    assert shipped_demo("sallow-creek") == sallow_creek(plain)
    for name in ("tern-point", "sallow-creek"):
        assert decode(encode(shipped_demo(name)), "x") == shipped_demo(name)
