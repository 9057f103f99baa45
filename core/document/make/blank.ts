import { feet, inches } from '../../quantity'
import { buildOutline } from './outline'
import type { Prices } from '../schema/budget'
import { FORMAT, type Option, type Project } from '../schema/schema'

/** An option with nothing in it. */
export const emptyOption = (id: string, name: string, prices: Prices): Option => ({
  id,
  name,
  note: '',
  units: [],
  disposals: [],
  circuits: [],
  links: [],
  wires: [],
  rows: [],
  groups: [],
  labels: [],
  blanks: [],
  flows: [],
  phases: [],
  quotes: [],
  costs: [],
  actuals: [],
  tasks: [],
  shifts: [],
  busOrders: [],
  prices
})

const PLACES: Project['airframe']['places'] = [
  { id: 'panel', name: 'Panel', kind: 'panel', armMm: 1800 },
  { id: 'behind', name: 'Behind the panel', kind: 'behind panel', armMm: 1650 },
  { id: 'cabin', name: 'Cabin', kind: 'cabin', armMm: 2300 },
  { id: 'roof', name: 'Roof', kind: 'roof', armMm: 2700 },
  { id: 'baggage', name: 'Baggage', kind: 'baggage', armMm: 3500 },
  { id: 'tail', name: 'Tail', kind: 'tail', armMm: 5500 },
  { id: 'wing', name: 'Wing', kind: 'wing', armMm: 2400 },
  { id: 'tip', name: 'Wing tip', kind: 'wing tip', armMm: 2500 },
  { id: 'engine', name: 'Engine bay', kind: 'engine bay', armMm: 900 },
  { id: 'belly', name: 'Belly', kind: 'belly', armMm: 2900 }
]
const leg = (from: string, to: string, ft: number) => ({ from, to, lengthMm: feet(ft) })
const ROUTES = [
  leg('panel', 'behind', 1),
  leg('panel', 'cabin', 3),
  leg('cabin', 'roof', 5),
  leg('cabin', 'baggage', 5),
  leg('baggage', 'tail', 7),
  leg('cabin', 'wing', 5),
  leg('wing', 'tip', 12),
  leg('panel', 'engine', 4),
  leg('cabin', 'belly', 3)
]

/** What an aeroplane is begun with. */
interface Start {
  id: string
  title: string
  registration: string
  model: string
  basis: Project['brief']['basis']
  systemV: 12 | 14 | 28
  madeOn: string
}

const blankPanel = (): Project['airframe']['panel'] => ({
  outline: buildOutline({
    widthMm: inches(36),
    heightMm: inches(11),
    shoulderMm: inches(8),
    cornerMm: 0,
    notchWidthMm: 0,
    notchHeightMm: 0
  }),
  thicknessMm: inches(0.063),
  material: '2024-T3 sheet',
  lipMm: inches(0.75),
  leastWebMm: inches(0.25),
  depthBehindMm: inches(13),
  zones: [],
  bays: [],
  edges: { bottom: 'held', right: 'held', top: 'held', left: 'held' },
  stiffeners: [],
  pushN: 45,
  mostBendMm: 3,
  mostTrayMomentNm: 10
})
const blankAirframe = (start: Start): Project['airframe'] => ({
  model: start.model,
  madeOn: start.madeOn,
  systemV: start.systemV,
  alternatorA: 40,
  battery: {
    name: 'Main battery',
    chemistry: 'lead-acid',
    capacityAh: 24,
    ratedHours: 20,
    usableFraction: 0.75,
    place: 'engine'
  },
  batteryC: 20,
  wiring: { ambientC: 50, altitudeFt: 18_000, wireC: 150, structureOhm: 0.005 },
  spareFuses: false,
  pilotDelayMinutes: 5,
  emptyMassKg: 500,
  emptyArmMm: 2100,
  maxMassKg: 900,
  armLimitsMm: [2000, 2300],
  stations: [],
  loadings: [],
  gear: 'fixed',
  engine: { cooling: 'air', altitudeEngine: false },
  tanks: 2,
  fuses: false,
  // A new aeroplane of a certified type is taken as certificated late; Brief lets that be changed.
  electricalSystem: true,
  certifiedAfter1996: start.basis === 'certified' && start.madeOn > '1996-03-11',
  panel: blankPanel(),
  pilots: [],
  places: PLACES.map(place => ({ ...place })),
  routes: ROUTES.map(route => ({ ...route })),
  serviceLoopMm: inches(12),
  wasteFraction: 0.1
})

/**
 * An empty aeroplane to start from. Every figure is our own default for a small single, to be replaced by the
 * aeroplane's own in Brief.
 */
export function blankProject(start: Start): Project {
  return {
    format: FORMAT,
    id: start.id,
    title: start.title,
    brief: {
      registration: start.registration,
      flying: ['day VFR'],
      authority: '14 CFR',
      aboveFL240: false,
      overWater: false,
      byVor: false,
      training: 'none',
      basis: start.basis,
      seats: 2,
      forHire: false,
      budgetCents: 0,
      stance: 'middle',
      wantedMinutes: 30,
      functions: [],
      wishes: [],
      dislikes: [],
      notes: ''
    },
    airframe: blankAirframe(start),
    items: [],
    fitted: [],
    fittedLinks: [],
    options: [
      emptyOption('a', 'Option A', {
        labourCentsPerHour: 11_000,
        panelWorkCents: 150_000,
        wireCentsPerMetre: 500,
        travelCents: 0,
        contingencyPercent: 15
      })
    ],
    handChecks: [],
    confirmed: [],
    packs: [],
    log: []
  }
}
