import { perObject } from '../cache'
import {
  formatAltitude,
  formatAmps,
  formatDay,
  formatLength,
  formatMass,
  formatMoney,
  formatNumber,
  formatQuantity,
  formatRun,
  formatShort
} from './format'
import type { Reading } from './reading'
import { screenName, type Pane, type PaneOf, type StepId } from './screens'

/** A piece of a phrase that is no mere word: a quantity, read in the reader's units, or a thing that can be gone to. */
export type Typed =
  | { is: 'length'; mm: number; against?: number }
  | { is: 'run'; mm: number }
  | { is: 'altitude'; ft: number }
  | { is: 'mass'; kg: number }
  | { is: 'money'; cents: number }
  | { is: 'amps'; amps: number }
  | { is: 'number'; value: number; digits: number; unit?: string; trim?: boolean }
  | { is: 'quantity'; value: number; unit: string }
  | { is: 'day'; iso: string }
  | { is: 'thing'; id: string; name: string }
  | { is: 'screen'; step: StepId; pane?: Pane }
export type Piece = string | Typed
/** Words with quantities and things in them, as plain data: it is put into words where it is read. */
export type Phrase = readonly Piece[]

/** What may stand in a phrase. Words put in stand as they are. */
export type Sayable = string | number | Typed | Phrase

const isPhrase = (piece: Sayable): piece is Phrase => Array.isArray(piece)
/** Adds to a phrase that is being made. Thousands are made in an examination: nothing is copied on the way. */
function add(flat: Piece[], piece: Sayable): void {
  if (isPhrase(piece)) {
    for (const part of piece) add(flat, part)
    return
  }
  const said = typeof piece !== 'number' ? piece : Number.isInteger(piece) ? String(piece) : figure(piece)
  if (said === '') return
  const last = flat.length - 1
  if (typeof said === 'string' && typeof flat[last] === 'string') flat[last] += said
  else flat.push(said)
}

/** The words of a template, each line’s end with the blanks about it as one blank: where a sentence is wrapped is no matter of it. */
const unwrapped = perObject((template: TemplateStringsArray): readonly string[] =>
  template.map(words => words.replace(/\s*\n\s*/g, ' '))
)
/**
 * Makes a phrase: `` say`${thing(unit)} leaves ${mm(9.3)} of metal` ``. A number as it is stands for a count; one with a fraction
 * has the reader's comma. A long sentence may be wrapped in the source.
 */
export const say = (template: TemplateStringsArray, ...pieces: readonly Sayable[]): Phrase => {
  const words = unwrapped(template)
  const flat: Piece[] = []
  for (let index = 0; index < words.length; index++) {
    add(flat, words[index]!)
    if (index < pieces.length) add(flat, pieces[index]!)
  }
  return flat
}

/** A phrase that says nothing. */
export const SILENT: Phrase = []

/** Phrases one after the other, with words between. */
export const enumerate = (phrases: readonly Sayable[], between = ', '): Phrase => {
  const flat: Piece[] = []
  for (const [index, phrase] of phrases.entries()) {
    if (index > 0) add(flat, between)
    add(flat, phrase)
  }
  return flat
}

/**
 * A length on or behind the face.
 * @param against the figure it is held against: both are then read finely enough to tell them apart
 */
export const mm = (value: number, against?: number): Typed => ({
  is: 'length',
  mm: value,
  ...(against !== undefined && { against })
})
/** A run of wire, kept in mm. */
export const wireRun = (value: number): Typed => ({ is: 'run', mm: value })
export const altitude = (ft: number): Typed => ({ is: 'altitude', ft })
export const kg = (value: number): Typed => ({ is: 'mass', kg: value })
export const price = (cents: number): Typed => ({ is: 'money', cents })
export const amperes = (value: number): Typed => ({ is: 'amps', amps: value })
/** A number with just so many digits, and a unit that is the same everywhere. */
export const num = (value: number, digits = 0, unit?: string): Typed => ({
  is: 'number',
  value,
  digits,
  ...(unit && { unit })
})
/** A force in N and a moment of one in N·m. */
export const newtons = (value: number): Typed => ({ is: 'quantity', value, unit: 'N' })
export const newtonMetres = (value: number): Typed => ({ is: 'quantity', value, unit: 'N·m' })
/** A number with no digits that say nothing. */
export const figure = (value: number, unit?: string): Typed => ({
  is: 'number',
  value,
  digits: 3,
  trim: true,
  ...(unit && { unit })
})
export const onDay = (iso: string): Typed => ({ is: 'day', iso })
/** What has a name that can be shown and an id that can be gone to. */
export interface Named {
  id: string
  label?: string
  name?: string
}
/** A unit, bus or other item that a reader can go to. */
export const thing = ({ id, label, name }: Named): Typed => ({
  is: 'thing',
  id,
  name: label ?? name ?? id
})

/** A step of the app, or a pane of it, that a reader can go to. */
export const screen = <S extends StepId>(step: S, pane?: PaneOf<S>): Typed => ({
  is: 'screen',
  step,
  ...(pane !== undefined && { pane: pane as Pane })
})

/** One piece in the reader's words. */
export function readPiece(piece: Piece, reading: Reading): string {
  if (typeof piece === 'string') return piece
  switch (piece.is) {
    case 'length': {
      if (piece.against === undefined) return formatLength(piece.mm, reading)
      for (let finer = 0; finer < 3; finer++) {
        const text = formatLength(piece.mm, reading, finer)
        if (text !== formatLength(piece.against, reading, finer)) return text
      }
      return formatLength(piece.mm, reading, 3)
    }
    case 'run':
      return formatRun(piece.mm, reading)
    case 'altitude':
      return formatAltitude(piece.ft, reading)
    case 'mass':
      return formatMass(piece.kg, reading)
    case 'money':
      return formatMoney(piece.cents, reading)
    case 'amps':
      return formatAmps(piece.amps, reading)
    case 'quantity':
      return formatQuantity(piece.value, piece.unit, reading)
    case 'number': {
      const text = (piece.trim ? formatShort : formatNumber)(piece.value, piece.digits, reading)
      return piece.unit === undefined ? text : piece.unit === '°' ? `${text}°` : `${text} ${piece.unit}`
    }
    case 'day':
      return formatDay(piece.iso, reading)
    case 'thing':
      return piece.name
    case 'screen':
      return screenName(piece.step, piece.pane as PaneOf<typeof piece.step>)
  }
}
/** A phrase in the reader's words. */
export const readPhrase = (phrase: Phrase | string, reading: Reading): string =>
  typeof phrase === 'string' ? phrase : phrase.map(piece => readPiece(piece, reading)).join('')
