import type { Item } from '../core/catalogue'
import type { Project } from '../core/document'
import { blankProject } from '../core/document/make/blank'

/** How many stand beside each other in a row of the panel. */
const ACROSS = 14

/**
 * A large project for measuring: so many units, seven in ten of them on the face, and three links for each, which with power and
 * ground makes 400 wires for 80. Made by rule, so that every run measures the same thing.
 */
export function largeProject(count = 80): Project {
  const onFace = Math.round(count * 0.7)
  const rows = Math.ceil(onFace / ACROSS)
  const base = blankProject({
    id: 'large',
    title: 'Large',
    registration: 'ZZ-BIG',
    model: 'Larkfell L-24 Dunlin',
    basis: 'amateur-built',
    systemV: 14,
    madeOn: '2020-01-01'
  })
  const items: Item[] = Array.from({ length: count }, (_, index) => ({
    id: `item-${index}`,
    name: `Item ${index}`,
    maker: 'Fenwick & Rook',
    kind: 'round instrument',
    summary: '',
    massKg: 0.5 + (index % 7) / 10,
    face: {
      bezel: { shape: 'rectangle', widthMm: 82.6, heightMm: 82.6, cornerMm: 4 },
      cutout:
        index % 2
          ? { shape: 'round', diameterMm: 79.375 }
          : { shape: 'rectangle', widthMm: 78, heightMm: 78, cornerMm: 2 },
      screws: [
        [-31.4, -31.4],
        [31.4, -31.4],
        [31.4, 31.4],
        [-31.4, 31.4]
      ].map(([xMm, yMm]) => ({ xMm: xMm!, yMm: yMm!, holeMm: 3.8 })),
      stack: false
    },
    body: { widthMm: 80, heightMm: 80, depthMm: 120, connectorMm: 40 },
    power: {
      atV: 14,
      minV: 10,
      maxV: 32,
      typicalA: 0.1 + (index % 5) / 10,
      maxA: 0.8,
      load: 'constant power',
      essential: index % 4 === 0
    },
    ports: [
      { id: 'out', kind: 'can', flow: 'both', signals: ['attitude', 'heading', 'air data'] },
      { id: 'in', kind: 'can', flow: 'both', signals: ['attitude', 'heading', 'air data'] }
    ],
    provides: index % 3 ? ['attitude'] : ['com', 'heading'],
    needs: [{ what: 'signal', name: 'attitude', required: false, text: '' }],
    approvals: ['amateur-built'],
    priceCents: 100_000,
    labourHours: 3,
    removeHours: 1,
    mounts: ['panel', 'tail']
  }))
  const units = items.map((item, index) =>
    index < onFace
      ? {
          id: `u${index}`,
          item: item.id,
          label: item.name,
          xMm: 70 + (index % ACROSS) * 92,
          yMm: 70 + Math.floor(index / ACROSS) * 92,
          place: 'panel'
        }
      : { id: `u${index}`, item: item.id, label: item.name, place: 'tail' }
  )
  const links = Array.from({ length: count * 3 }, (_, index) => ({
    id: `l${index}`,
    from: { unit: `u${index % count}`, port: 'out' },
    to: { unit: `u${(index * 7 + 3) % count}`, port: 'in' }
  })).filter(link => link.from.unit !== link.to.unit)
  while (links.length < count * 3)
    links.push({
      id: `x${links.length}`,
      from: { unit: `u${links.length % (count / 2)}`, port: 'out' },
      to: { unit: `u${count / 2 + (links.length % (count / 2))}`, port: 'in' }
    })
  return {
    ...base,
    items,
    airframe: {
      ...base.airframe,
      panel: {
        ...base.airframe.panel,
        outline: [
          [0, 0],
          [1360, 0],
          [1360, 62 + rows * 92],
          [0, 62 + rows * 92]
        ]
      }
    },
    options: [{ ...base.options[0]!, units, links }]
  }
}
