"""Audits DXF files with a general DXF library (python3-ezdxf); prints one line of JSON a file.

What is told: errors found, the unit, the layers with how many entities, and the box of everything in mm.
"""
import json
import sys

import ezdxf
from ezdxf import bbox

for path in sys.argv[1:]:
    doc = ezdxf.readfile(path)
    space = doc.modelspace()
    layers = {}
    # Pieces are blocks; what counts is what lies in them.
    for entity in (e for insert in space.query("INSERT") for e in insert.virtual_entities()):
        layers[entity.dxf.layer] = layers.get(entity.dxf.layer, 0) + 1
    box = bbox.extents(space)
    print(
        json.dumps(
            {
                "errors": len(doc.audit().errors),
                "unit": doc.header.get("$INSUNITS"),
                "layers": layers,
                "box": [box.size.x, box.size.y],
            }
        )
    )
