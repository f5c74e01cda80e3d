"""Writes the DXF samples and what a general DXF library (python3-ezdxf) makes of them.

Run by hand when samples change, with Debian's python3-ezdxf: /usr/bin/python3 scripts/make-dxf-samples.py
"""
import json
import math
import os

import ezdxf
from ezdxf import path

OUT = os.path.join(os.path.dirname(__file__), "..", "src", "core", "intake", "dxf", "samples")


def basics(doc):
    msp = doc.modelspace()
    msp.add_line((10, 10), (110, 35.5))
    msp.add_arc((60, 60), 25, 30, 290)
    msp.add_arc((60, 60), 30, 300, 20)
    msp.add_circle((150, 40), 17.25)


def bulges(doc):
    msp = doc.modelspace()
    msp.add_polyline2d([(0, 0, 0), (50, 0, 0.5), (50, 40, -1), (0, 40, 0.2)], format="xyb", close=True)
    if doc.dxfversion > "AC1009":
        msp.add_lwpolyline([(80, 0, 0.4142), (120, 40, 0), (80, 60, -0.3), (70, 20, 2.5)], format="xyb", close=True)
        msp.add_lwpolyline([(130, 0, 1), (150, 0, -1), (170, 0, 0)], format="xyb")
        # Seen from below: an extrusion of -1 mirrors x.
        msp.add_lwpolyline([(-200, 0, 0.3), (-180, 30, 0)], format="xyb", dxfattribs={"extrusion": (0, 0, -1)})


def curves(doc):
    msp = doc.modelspace()
    msp.add_ellipse((40, 40), (30, 10), 0.4)
    msp.add_ellipse((120, 40), (0, 25), 0.6, 0.3, 4.1)
    msp.add_open_spline([(0, 0), (20, 50), (60, -30), (90, 20), (110, 0)], degree=3)
    msp.add_rational_spline([(0, 80), (30, 120), (60, 80), (90, 110)], weights=[1, 4, 0.5, 1], degree=3)
    msp.add_open_spline([(0, 150), (40, 190), (80, 120), (120, 160), (160, 150), (190, 200)], degree=5)


def inserts(doc):
    inner = doc.blocks.new("TAG", base_point=(5, 5))
    inner.add_lwpolyline([(0, 0, 0), (30, 0, 0.5), (30, 20, 0), (0, 20, 0)], format="xyb", close=True)
    inner.add_circle((6, 6), 2)
    inner.add_arc((15, 10), 4, 0, 200)
    outer = doc.blocks.new("ROW", base_point=(0, 0))
    outer.add_blockref("TAG", (0, 0))
    outer.add_blockref("TAG", (50, 0), dxfattribs={"rotation": 35})
    outer.add_blockref("TAG", (100, 0), dxfattribs={"xscale": -1, "yscale": 1})
    msp = doc.modelspace()
    msp.add_blockref("ROW", (20, 20))
    msp.add_blockref("ROW", (20, 120), dxfattribs={"rotation": 90, "xscale": 1.5, "yscale": 1.5})
    msp.add_blockref("TAG", (250, 30), dxfattribs={"xscale": -2, "yscale": 2, "rotation": -20})


def points_of(entity):
    if entity.dxftype() == "INSERT":
        return [p for e in entity.virtual_entities() for p in points_of(e)]
    if entity.dxftype() == "SPLINE":
        return [[[round(v.x, 4), round(v.y, 4)] for v in entity.flattening(0.01, segments=4)]]
    return [[[round(v.x, 4), round(v.y, 4)] for v in path.make_path(entity).flattening(0.01, segments=4)]]


def look_sample():
    doc = ezdxf.new("R2010", setup=True)
    doc.header["$INSUNITS"] = 1
    doc.layers.add("Cut", color=1)
    doc.layers.add("Fold", color=5, linetype="DASHED")
    doc.layers.add("Off", color=3).off()
    doc.layers.add("True", true_color=ezdxf.rgb2int((18, 52, 86)))
    msp = doc.modelspace()
    square = [(0, 0), (10, 0), (10, 5), (0, 5)]
    msp.add_lwpolyline(square, close=True, dxfattribs={"layer": "Cut"})
    msp.add_line((5, 0), (5, 5), dxfattribs={"layer": "Fold"})
    msp.add_line((2, 0), (2, 5), dxfattribs={"layer": "Fold", "color": 3, "linetype": "CONTINUOUS"})
    msp.add_line((3, 0), (3, 5), dxfattribs={"layer": "Cut", "true_color": ezdxf.rgb2int((1, 2, 3))})
    msp.add_line((4, 0), (4, 5), dxfattribs={"layer": "True"})
    msp.add_line((20, 0), (21, 5), dxfattribs={"layer": "Off"})
    msp.add_text("Lantern Quay", dxfattribs={"insert": (0, 6)})
    block = doc.blocks.new("B")
    block.add_line((0, 0), (1, 0), dxfattribs={"layer": "0", "color": 0})
    msp.add_blockref("B", (1, 1), dxfattribs={"layer": "Cut", "color": 6})
    doc.layout("Layout1").add_line((0, 0), (500, 0))
    doc.saveas(os.path.join(OUT, "looks.dxf"))


os.makedirs(OUT, exist_ok=True)
for make in (basics, bulges, curves, inserts):
    for version in ("R12", "R2000", "R2018"):
        # R12 knows neither splines and ellipses nor light polylines.
        if version == "R12" and make in (curves, inserts):
            continue
        doc = ezdxf.new(version)
        if version != "R12":
            doc.header["$INSUNITS"] = 4
        make(doc)
        name = f"{make.__name__}-{version.lower()}"
        doc.saveas(os.path.join(OUT, f"{name}.dxf"))
        lines = [line for e in doc.modelspace() for line in points_of(e)]
        with open(os.path.join(OUT, f"{name}.json"), "w") as f:
            json.dump(lines, f, separators=(",", ":"))
look_sample()
