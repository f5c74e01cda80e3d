"""Writes DXF files of strewn entities with a general DXF library (python3-ezdxf), and tells their boxes and lengths.

Usage: shapes.py FOLDER COUNT. Prints one line of JSON a file: path, box in mm, length of all curves in mm.
"""
import json
import math
import random
import sys

import ezdxf
from ezdxf import path

folder, count = sys.argv[1], int(sys.argv[2])
VERSIONS = ["R12", "R2000", "R2010", "R2018"]
for n in range(count):
    random.seed(n)
    version = VERSIONS[n % len(VERSIONS)]
    doc = ezdxf.new(version, setup=True)
    doc.header["$INSUNITS"] = 4
    space = doc.modelspace()
    at = lambda: (random.uniform(0, 300), random.uniform(0, 300))
    for _ in range(12):
        space.add_line(at(), at())
        space.add_circle(at(), random.uniform(1, 60))
        space.add_arc(at(), random.uniform(1, 60), random.uniform(0, 360), random.uniform(0, 360))
        bulges = [(*at(), random.uniform(-2, 2)) for _ in range(5)]
        if version == "R12":
            space.add_polyline2d(bulges, format="xyb", close=n % 2 == 0)
        else:
            space.add_lwpolyline(bulges, format="xyb", close=n % 2 == 0)
            angle = random.uniform(0, 2 * math.pi)
            major = (40 * math.cos(angle), 40 * math.sin(angle))
            space.add_ellipse(at(), major, random.uniform(0.1, 1), random.uniform(0, 6), random.uniform(0, 6))
            space.add_spline_control_frame([at() for _ in range(6)], degree=3)
    name = f"{folder}/strewn-{n}.dxf"
    doc.saveas(name)
    length = 0.0
    every = []
    for entity in space:
        points = list(path.make_path(entity).flattening(0.0005))
        every += points
        length += sum(a.distance(b) for a, b in zip(points, points[1:]))
    print(json.dumps({"path": name, "box": [max(p.x for p in every) - min(p.x for p in every), max(p.y for p in every) - min(p.y for p in every)], "length": length}))
