"""Draws the foreign drawings of this folder with ezdxf, an independent DXF library, with what is to be read out of each.

Run by hand: python3 draw.py (ezdxf 0.18). The drawings are kept; the tests read them and never run this.
Expected sizes are what is drawn here, in millimetres; they come from no code of Ewerpanel.
"""
import json
import math
import os
import sys

import ezdxf

HERE = os.path.dirname(os.path.abspath(__file__))
INCH = 25.4
cases = []


def new(version='R2010', unit=4):
    doc = ezdxf.new(version)
    if unit is not None:
        doc.header['$INSUNITS'] = unit
    return doc, doc.modelspace()


def box(msp, w, h, x=0, y=0, layer='0', closed=True):
    msp.add_lwpolyline([(x, y), (x + w, y), (x + w, y + h), (x, y + h)], close=closed, dxfattribs={'layer': layer})


def lines(msp, w, h, x=0, y=0, layer='0'):
    c = [(x, y), (x + w, y), (x + w, y + h), (x, y + h)]
    for i in range(4):
        msp.add_line(c[i], c[(i + 1) % 4], dxfattribs={'layer': layer})


def keep(name, doc, kind='outline', **expected):
    doc.saveas(os.path.join(HERE, name + '.dxf'))
    cases.append({'name': name, 'kind': kind, **expected})


# Every version of the format, as the library writes it: extents of 1E+20 in the header and the layouts.
for version in ['R12', 'R2000', 'R2004', 'R2007', 'R2010', 'R2013', 'R2018']:
    doc, msp = new(version)
    if version == 'R12':
        lines(msp, 900, 300)
    else:
        box(msp, 900, 300)
    msp.add_circle((150, 150), 39.7)
    keep(f'version-{version.lower()}', doc, size=[900, 300], inner=1, unit=1 if version == 'R12' else None)

# Units.
for name, unit, mm in [('inches', 1, INCH), ('centimetres', 5, 10), ('metres', 6, 1000), ('feet', 2, 304.8)]:
    doc, msp = new(unit=unit)
    box(msp, 914.4 / mm, 304.8 / mm)
    keep(f'unit-{name}', doc, size=[914.4, 304.8], inner=0)
doc, msp = new(unit=0)
box(msp, 36, 12)
keep('unit-none', doc, size=[914.4, 304.8], inner=0, unit=25.4)

# Entities.
doc, msp = new()
lines(msp, 800, 250, 1200, -300)
keep('lines', doc, size=[800, 250], inner=0)

doc, msp = new()
for a, b in [((800, 250), (0, 250)), ((0, 0), (800, 0)), ((0, 250), (0, 0)), ((800, 250), (800, 0))]:
    msp.add_line(a, b)
keep('lines-in-any-order', doc, size=[800, 250], inner=0)

doc, msp = new()
msp.add_line((100, 0), (700, 0))
msp.add_arc((700, 100), 100, 270, 90)
msp.add_line((700, 200), (100, 200))
msp.add_arc((100, 100), 100, 90, 270)
keep('arcs', doc, size=[800, 200], inner=0, area=600 * 200 + math.pi * 100 ** 2)

doc, msp = new()
msp.add_lwpolyline([(100, 0, 0), (700, 0, 1), (700, 200, 0), (100, 200, 1)], format='xyb', close=True)
keep('bulges', doc, size=[800, 200], inner=0, area=600 * 200 + math.pi * 100 ** 2)

doc, msp = new('R12')
msp.add_polyline2d([(100, 0, 0), (700, 0, 1), (700, 200, 0), (100, 200, 1)], format='xyb', close=True)
keep('polyline-of-the-older-kind', doc, size=[800, 200], inner=0, area=600 * 200 + math.pi * 100 ** 2, unit=1)

doc, msp = new()
box(msp, 800, 250)
msp.add_ellipse((400, 125), (100, 0), 0.5)
keep('ellipse', doc, size=[800, 250], inner=1, innerArea=math.pi * 100 * 50)

doc, msp = new()
box(msp, 800, 250)
msp.add_spline(degree=3).set_closed([(300, 60, 0), (500, 60, 0), (500, 190, 0), (300, 190, 0)])
keep('closed-spline', doc, size=[800, 250], inner=1)

# Blocks.
doc, msp = new()
hole = doc.blocks.new('HOLE')
hole.add_circle((0, 0), 39.7)
box(msp, 900, 300)
for x in (150, 350, 550):
    msp.add_blockref('HOLE', (x, 150))
keep('block-three-times', doc, size=[900, 300], inner=3)

doc, msp = new()
hole = doc.blocks.new('HOLE')
hole.add_circle((0, 0), 10)
box(msp, 900, 300)
msp.add_blockref('HOLE', (300, 150), dxfattribs={'xscale': 3, 'yscale': 3, 'rotation': 30})
keep('block-scaled', doc, size=[900, 300], inner=1, innerArea=math.pi * 900)

doc, msp = new()
hole = doc.blocks.new('HOLE')
hole.add_circle((0, 0), 39.7)
row = doc.blocks.new('ROW')
for x in (0, 100, 200):
    row.add_blockref('HOLE', (x, 0))
box(msp, 900, 300)
msp.add_blockref('ROW', (150, 200))
msp.add_blockref('ROW', (150, 100))
keep('blocks-within-blocks', doc, size=[900, 300], inner=6)

doc, msp = new()
doc.layers.add('HIDDEN').freeze()
hole = doc.blocks.new('HOLE')
hole.add_circle((0, 0), 39.7, dxfattribs={'layer': 'SEEN'})
box(msp, 900, 300)
msp.add_blockref('HOLE', (150, 150))
msp.add_blockref('HOLE', (350, 150), dxfattribs={'layer': 'HIDDEN'})
keep('block-on-a-frozen-layer', doc, size=[900, 300], inner=1, notes='frozen')

doc, msp = new()
doc.layers.add('DARK').off()
hole = doc.blocks.new('HOLE')
hole.add_circle((0, 0), 39.7, dxfattribs={'layer': '0'})
box(msp, 900, 300)
msp.add_blockref('HOLE', (150, 150))
msp.add_blockref('HOLE', (350, 150), dxfattribs={'layer': 'DARK'})
keep('block-of-layer-0-on-a-layer-that-is-off', doc, size=[900, 300], inner=1, notes='off')

doc, msp = new()
doc.layers.add('OLD').freeze()
doc.layers.add('SPARE').off()
box(msp, 900, 300)
msp.add_circle((150, 150), 39.7)
msp.add_circle((350, 150), 39.7, dxfattribs={'layer': 'OLD'})
msp.add_circle((550, 150), 39.7, dxfattribs={'layer': 'SPARE'})
keep('layers-frozen-and-off', doc, size=[900, 300], inner=1, notes='frozen')

# What people draw twice, or beside the panel.
doc, msp = new()
msp.add_line((0, 0), (800, 0))
lines(msp, 800, 250)
keep('first-line-twice', doc, size=[800, 250], inner=0, notes='twice')

doc, msp = new()
lines(msp, 800, 250)
msp.add_line((800, 250), (800, 0))
msp.add_circle((200, 125), 28)
msp.add_circle((200, 125), 28)
keep('a-side-and-a-hole-twice', doc, size=[800, 250], inner=1, notes='twice')

doc, msp = new()
box(msp, 800, 250)
lines(msp, 800, 250)
msp.add_circle((200, 125), 28)
keep('outline-twice', doc, size=[800, 250], inner=1, notes='twice')

doc, msp = new()
box(msp, 800, 250)
msp.add_text('LEFT VENT', dxfattribs={'height': 5}).set_pos((20, 20))
msp.add_linear_dim(base=(0, -40), p1=(0, 0), p2=(800, 0)).render()
msp.add_hatch(color=2).paths.add_polyline_path([(10, 10), (50, 10), (50, 50)], is_closed=True)
msp.add_point((5, 5))
msp.add_mtext('Drawn by hand')
keep('texts-dimensions-hatches', doc, size=[800, 250], inner=0)

doc, msp = new()
for name in ('BORDER', 'PANEL', 'TITLE'):
    doc.layers.add(name)
box(msp, 1189, 841, 0, 0, 'BORDER')
box(msp, 180, 60, 1000, 10, 'TITLE')
box(msp, 900, 300, 100, 300, 'PANEL')
msp.add_circle((300, 450), 39.7, dxfattribs={'layer': 'PANEL'})
keep('border-on-its-own-layer', doc, size=[900, 300], inner=1, notes='BORDER')

doc, msp = new()
for name in ('Layer 1', 'Layer 2'):
    doc.layers.add(name)
box(msp, 1000, 600, 0, 0, 'Layer 1')
box(msp, 900, 300, 50, 200, 'Layer 2')
msp.add_circle((300, 350), 39.7, dxfattribs={'layer': 'Layer 2'})
keep('border-on-a-layer-without-a-name', doc, ask=[[1000, 600], [900, 300]], choose=[900, 300], inner=1)

doc, msp = new()
box(msp, 1100, 700)
box(msp, 900, 300, 100, 200)
for x in (200, 400, 600):
    msp.add_circle((x, 350), 39.7)
keep('border-and-panel-on-one-layer', doc, ask=[[1100, 700], [900, 300]], choose=[900, 300], inner=3)

doc, msp = new()
box(msp, 900, 300)
box(msp, 250, 180, 320, 60)
keep('a-large-cutout-is-no-panel', doc, size=[900, 300], inner=1)

doc, msp = new()
box(msp, 800, 250)
layout = doc.layout('Layout1')
layout.add_lwpolyline([(0, 0), (420, 0), (420, 297), (0, 297)], close=True)
keep('paper-space', doc, size=[800, 250], inner=0)

doc, msp = new()
msp.add_lwpolyline([(0, 0), (800, 0), (800, 250), (0, 250)], close=True, dxfattribs={'extrusion': (0, 0, -1)})
msp.add_circle((100, 125), 28, dxfattribs={'extrusion': (0, 0, -1)})
keep('seen-from-behind', doc, size=[800, 250], inner=1)

doc, msp = new()
back = {'extrusion': (0, 0, -1)}
msp.add_line((-100, 0), (-700, 0))
msp.add_arc((700, 100), 100, 270, 90, dxfattribs=back)
msp.add_line((-700, 200), (-100, 200))
msp.add_arc((100, 100), 100, 90, 270, dxfattribs=back)
msp.add_polyline2d([(300, 60), (400, 60), (400, 140), (300, 140)], close=True, dxfattribs=back)
keep('arcs-seen-from-behind', doc, size=[800, 200], inner=1, area=600 * 200 + math.pi * 100 ** 2)

doc, msp = new()
box(msp, 800, 250, 2_500_000, 900_000)
keep('far-off-the-origin', doc, size=[800, 250], inner=0, notes='far from its origin')

doc, msp = new()
msp.add_lwpolyline([(0, 0), (800, 0), (800, 250), (0, 250), (0, 0)])
keep('closed-by-its-last-corner', doc, size=[800, 250], inner=0)

doc, msp = new()
msp.add_lwpolyline([(0, 0), (800, 0), (800, 250), (0, 250)])
keep('open', doc, refused='closed')

doc, msp = new()
msp.add_text('NOTHING')
keep('no-lines', doc, refused='no entities')

# Faces of items.
doc, msp = new()
msp.add_lwpolyline([(0, 0), (159, 0), (159, 67), (0, 67)], close=True)
msp.add_lwpolyline([(2, 2), (157, 2), (157, 65), (2, 65)], close=True)
for x in (6, 153):
    for y in (6, 61):
        msp.add_circle((x, y), 1.8)
keep('item-box', doc, kind='item', bezel=[159, 67], cutout=[155, 63], screws=4)

doc, msp = new(unit=1)
msp.add_circle((0, 0), 1.625)
msp.add_circle((0, 0), 1.5625)
for a in (45, 135, 225, 315):
    msp.add_circle((1.75 * math.cos(math.radians(a)), 1.75 * math.sin(math.radians(a))), 0.075)
# Round instrument of 3 1/8 in: screws on a 3.5 in circle (MS33638, from memory).
keep('item-round', doc, kind='item', bezel=[3.25 * INCH, 3.25 * INCH], cutout=[3.125 * INCH, 3.125 * INCH], screws=4)

doc, msp = new()
doc.layers.add('TITLE BLOCK')
box(msp, 297, 210, -70, -70, 'TITLE BLOCK')
box(msp, 159, 67)
box(msp, 155, 63, 2, 2)
keep('item-on-a-sheet-with-a-border', doc, kind='item', bezel=[159, 67], cutout=[155, 63], screws=0)

# Drawings for a cutter.
doc, msp = new()
for name in ('OUTLINE', 'CUT', 'SCREW'):
    doc.layers.add(name)
box(msp, 900, 300, 0, 0, 'OUTLINE')
msp.add_circle((150, 150), 39.7, dxfattribs={'layer': 'CUT'})
box(msp, 160, 68, 400, 100, 'CUT')
msp.add_circle((30, 30), 1.8, dxfattribs={'layer': 'SCREW'})
keep('cutter', doc, kind='cutter', holes=3)

doc, msp = new(unit=1)
for name in ('OUTLINE', 'CUT'):
    doc.layers.add(name)
box(msp, 36, 12, 0, 0, 'OUTLINE')
msp.add_circle((6, 6), 1.5625, dxfattribs={'layer': 'CUT'})
keep('cutter-in-inches', doc, kind='cutter', holes=1)

with open(os.path.join(HERE, 'expected.json'), 'w') as out:
    json.dump(cases, out, indent=1)
    out.write('\n')
print(len(cases), 'drawings', file=sys.stderr)
