"""Headline results as JSON, format ``glacis-results/1`` (docs/results.md)."""

from typing import Any

from glacis.core.analysis import AreaResult, Results
from glacis.core.build_up.control import control_layers
from glacis.core.climate.year import MONTH_SHORT
from glacis.core.judgement.finding import Finding
from glacis.core.model.document import Decision, Project
from glacis.core.model.geometry import Dormer, Opening
from glacis.core.model.lookup import things_of, turning
from glacis.core.moisture.monthly import Interface, Monthly
from glacis.core.quantities.burdens import carbon_of, cost_of
from glacis.core.shape.cuts import Cut
from glacis.core.shape.shape import RoofShape, shape_of
from glacis.core.thickness.eaves import whole_transmittance

FORMAT = "glacis-results/1"
GRAMS = 1000.0
FROM_OCTOBER = tuple((9 + k) % 12 for k in range(12))


def _interface(monthly: Monthly, face: Interface) -> dict[str, Any]:
    return {
        "after_layer": monthly.path.layers[face.layer].name,
        "layer_id": monthly.path.layers[face.layer].id,
        "within_layer": face.within,
        "s_d_m": face.sd,
        "depth_m": face.depth,
        "peak_g_m2": face.peak * GRAMS,
        "by_month_g_m2": [face.mass[month] * GRAMS for month in FROM_OCTOBER],
    }


def _monthly(monthly: Monthly) -> dict[str, Any]:
    return {
        "method": "ISO 13788:2012",
        "months": [MONTH_SHORT[month] for month in FROM_OCTOBER],
        "verdict": monthly.verdict,
        "peak_g_m2": monthly.peak * GRAMS,
        "residual_g_m2": monthly.residual * GRAMS,
        "dries_out": monthly.verdict != "accumulates",
        "first_month": None if monthly.start is None else MONTH_SHORT[monthly.start],
        "interfaces": [_interface(monthly, face) for face in monthly.interfaces],
    }


def _geometry(shape: RoofShape, area: str) -> dict[str, Any]:
    plane = next(plane for plane in shape.planes if plane.id == area)
    return {
        "area_m2": plane.true_area,
        "plan_area_m2": plane.plan_area,
        "rafter_m": plane.rafter,
        "edges": [
            {
                "kind": edge.kind,
                "length_m": edge.length,
                "to": edge.other or None,
                "over": edge.over or None,
            }
            for edge in shape.edges_at(area)
        ],
    }


def _opening(project: Project, thing: Opening | Dormer) -> dict[str, Any]:
    holes = [h for a in project.areas for h in a.holes if h.by == thing.id]
    return {
        "id": thing.id,
        "name": thing.name,
        "kind": "dormer" if isinstance(thing, Dormer) else thing.kind,
        "area": thing.area,
        "at_m": list(thing.at),
        "width_m": thing.width,
        "length_m": None if isinstance(thing, Dormer) else thing.length,
        "upstand_m": None if isinstance(thing, Dormer) else thing.upstand,
        "cut_plan_m2": sum(abs(turning(hole.outline)) for hole in holes),
    }


def _cut(cut: Cut) -> dict[str, Any]:
    return {
        "kind": cut.kind,
        "areas": list(cut.areas),
        "dihedral_deg": cut.dihedral,
        "line_pitch_deg": cut.line_pitch,
        "plumb_deg": cut.plumb,
        "tilt_deg": cut.tilt,
        "junction": f"{cut.kind}: {' and '.join(cut.areas)}",
        "member": {"plumb_deg": cut.plumb, "seat_deg": cut.line_pitch},
        "board": {
            "tilt_deg": cut.tilt,
            "complement_deg": cut.tilt_complement,
            "mitre_deg": [side.mitre for side in cut.sides],
        },
        "sides": [
            {
                "area": side.area,
                "mitre_deg": side.mitre,
                "jack_plumb_deg": side.jack_plumb,
                "jack_bevel_deg": side.jack_bevel,
                "backing_deg": side.backing,
                "jack_step": side.jack_step,
            }
            for side in cut.sides
        ],
    }


def _area(item: AreaResult, shape: RoofShape) -> dict[str, Any]:
    roof, heat = item.roof, item.roof.heat
    return {
        "id": roof.area.id,
        "name": roof.area.name,
        "assembly": roof.assembly.name,
        "pitch_deg": roof.area.pitch,
        "azimuth_deg": roof.area.azimuth,
        **_geometry(shape, roof.area.id),
        "U": heat.transmittance,
        "U_target": roof.target,
        "U_clear": heat.clear_transmittance,
        "U_parallel": heat.parallel,
        "U_isothermal": heat.isothermal,
        "corrections": {
            "voids": heat.corrections.voids.value,
            "fixings": heat.corrections.fixings.value,
            "inverted_rain": heat.corrections.inverted_rain.value,
            "applied": heat.corrections.applied,
        },
        "R_total": heat.resistance,
        "R_nominal": heat.nominal,
        "R_effective": heat.effective,
        "R_upper": heat.upper,
        "R_lower": heat.lower,
        "f_Rsi": heat.surface_factor,
        "f_Rsi_min": roof.surface.least_factor,
        "control_layers": {
            thread.control: [roof.layers[index].name for index in thread.layers]
            for thread in control_layers(roof)
        },
        "insulation_ratio": roof.insulation_ratio,
        "U_with_eaves": whole_transmittance(roof),
        "annual_loss_kWh_m2": roof.annual_loss,
        "cost_per_m2": list(cost_of(roof.layers)),
        "carbon_kg_m2": list(carbon_of(roof.layers)),
        "thickness_m": roof.thickness,
        "weight_kg_m2": roof.weight,
        "monthly": _monthly(roof.monthly),
    }


def _finding(finding: Finding, names: dict[str, str], decision: Decision | None) -> dict[str, Any]:
    return {
        "accepted": None
        if decision is None
        else {
            "who": decision.who,
            "role": decision.role,
            "date": decision.date,
            "reason": decision.reason,
        },
        "rule": finding.rule,
        "severity": finding.severity,
        "stage": finding.stage,
        "where": {
            "area": finding.area,
            "name": names.get(finding.area, ""),
            "layers": list(finding.layers),
        },
        "message": finding.message("si"),
        "evidence": [
            {"name": item.name, "value": item.value, "quantity": item.quantity.value.name}
            for item in finding.evidence
        ],
    }


def results_json(project: Project, results: Results) -> dict[str, Any]:
    """All headline results and findings at full precision, SI units, condensate in g/m²."""
    names = {area.id: area.name for area in project.areas}
    shape = shape_of(project)
    return {
        "format": FORMAT,
        "project": project.name,
        "U_mean": results.mean_transmittance,
        "areas": [_area(item, shape) for item in results.areas],
        "junctions": [
            {"kind": j.kind, "length_m": j.length, "areas": list(j.areas)} for j in shape.junctions
        ],
        "cuts": [_cut(cut) for cut in shape.cuts],
        "openings": [_opening(project, thing) for thing in things_of(project)],
        "findings": [_finding(f, names, results.decision(f)) for f in results.findings],
    }
