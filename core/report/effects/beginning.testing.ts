import type { Beginning } from './beginning'

/** Answers for a new aircraft: a certified four-seater of 1974 with a bare panel, but for what is said. */
export const answers = (patch: Partial<Beginning> = {}): Beginning => ({
  registration: 'ZZ-NEW',
  model: 'Larkfell L-24 Dunlin',
  title: '',
  madeOn: '1974-05-20',
  basis: 'certified',
  seats: 4,
  seating: 'side by side',
  flying: ['day VFR'],
  systemV: 14,
  panel: 'arched-40',
  installed: 'bare',
  ...patch
})
