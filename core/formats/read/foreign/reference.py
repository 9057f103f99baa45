"""Reads the foreign drawings of this folder back with ezdxf, an independent DXF library, as points along every line.

Run by hand after draw.py: python3 reference.py (ezdxf 0.18). The test compares each outline with reference.json.
Curves are flattened to 0.005 mm; all is in millimetres of the drawing's own unit.
"""
import json
import os

import ezdxf
from ezdxf import disassemble

HERE = os.path.dirname(os.path.abspath(__file__))
UNIT_MM = {1: 25.4, 2: 304.8, 4: 1, 5: 10, 6: 1000}


def lines_of(name, unit):
    doc = ezdxf.readfile(os.path.join(HERE, name + '.dxf'))
    scale = UNIT_MM.get(doc.header.get('$INSUNITS', 0)) or unit or 1
    found = []
    for entity in disassemble.recursive_decompose(doc.modelspace()):
        kind = entity.dxftype()
        # An arc as Bezier curves, as ezdxf's paths have it, is off by more than what is tested here.
        parts = entity.virtual_entities() if kind in ('LWPOLYLINE', 'POLYLINE') else [entity]
        if kind not in ('LINE', 'ARC', 'CIRCLE', 'ELLIPSE', 'LWPOLYLINE', 'POLYLINE', 'SPLINE'):
            continue
        for part in parts:
            straight = part.dxftype() == 'LINE'
            points = [part.dxf.start, part.dxf.end] if straight else part.flattening(0.005 / scale)
            found.append([[round(p.x * scale, 3), round(p.y * scale, 3)] for p in points])
    return found


with open(os.path.join(HERE, 'expected.json')) as f:
    cases = json.load(f)
reference = {
    case['name']: lines_of(case['name'], case.get('unit'))
    for case in cases
    if case['kind'] == 'outline' and not case.get('refused')
}
with open(os.path.join(HERE, 'reference.json'), 'w') as f:
    json.dump(reference, f, separators=(',', ':'))
    f.write('\n')
