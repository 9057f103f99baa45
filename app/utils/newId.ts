import { nanoid } from 'nanoid'

/** An id that no other window makes at the same moment: a stem and six letters or digits. */
export const newId = (stem: string): string => `${stem.slice(0, 50)}-${nanoid(6).replace(/[^A-Za-z0-9]/g, 'x')}`
