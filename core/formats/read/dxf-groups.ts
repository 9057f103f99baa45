/** One pair of lines of a DXF file: what kind of value it is, and the value. */
type Group = readonly [code: number, value: string, line: number]

export type SoundDxf =
  /** The drawing with just what is read of it, whole; and what else it holds. */
  { ok: true; text: string; others: readonly { type: string; layer: string }[] } | { ok: false; problem: string }

/** Entities that are read. */
const READ = new Set([
  'LINE',
  'CIRCLE',
  'ARC',
  'ELLIPSE',
  'LWPOLYLINE',
  'POLYLINE',
  'VERTEX',
  'SEQEND',
  'SPLINE',
  'INSERT'
])
/** Codes of these entities, of blocks and of layers that are read (group codes of the published DXF reference). */
const CODES = new Set([
  ...[2, 6, 8, 10, 11, 12, 13, 20, 21, 22, 23, 30, 31, 32, 33, 40, 41, 42, 43, 44, 45, 50, 51, 60, 62, 66, 67],
  ...[70, 71, 72, 73, 74, 210, 220, 230]
])
/** What an entity of each kind must have to be drawn: codes, one of each at least. */
const NEEDS: Readonly<Record<string, readonly number[]>> = {
  LINE: [10, 20, 11, 21],
  CIRCLE: [10, 20, 40],
  ARC: [10, 20, 40, 50, 51],
  ELLIPSE: [10, 20, 11, 21, 40, 41, 42],
  LWPOLYLINE: [10, 20],
  VERTEX: [10, 20],
  SPLINE: [71],
  INSERT: [2, 10, 20]
}
/** Angles, in degrees or radians by kind: one that goes round and round is damage. */
const ANGLES: Readonly<Record<string, { codes: readonly number[]; most: number }>> = {
  ARC: { codes: [50, 51], most: 1_080 },
  ELLIPSE: { codes: [41, 42], most: 6 * Math.PI }
}
/** What a corner of a polyline has: place, widths, bulge. */
const CORNER = new Set([10, 20, 40, 41, 42])
const MOST_ENTITIES = 20_000
/** No part of a panel is so far away; what is, is damage, and would lose all digits. */
const FARTHEST = 1e7

/** The kinds of values of the published DXF reference: codes 10 to 59 and 210 to 239 are reals, 60 to 79 integers. */
const isNumber = (code: number): boolean => (code >= 10 && code <= 79) || (code >= 210 && code <= 239)
/**
 * Whether a value is a number that can be drawn. Asked only of what is read: ±1E+20 stands in headers and layouts for “not computed”,
 * and common drawing programs write it there.
 */
const isDrawable = (value: string): boolean => value !== '' && Math.abs(Number(value)) <= FARTHEST

/**
 * Looks whether a drawing is built as one: sections within each other, every value of its kind, an end. The reader that comes after
 * it does not end on some that are not, so it is given only this: what is read, built anew.
 */
export function soundDxf(text: string): SoundDxf {
  const lines = text.split(/\r\n|\r|\n/)
  const groups: Group[] = []
  for (let index = 0; ; index += 2) {
    if (index + 1 >= lines.length) return { ok: false, problem: 'it ends in the middle: there is no EOF' }
    const [code, value] = [lines[index]!.trim(), lines[index + 1]!.trim()]
    if (!/^-?\d{1,5}$/.test(code))
      return { ok: false, problem: `line ${index + 1} should be the number of a group and is “${code.slice(0, 20)}”` }
    const group: Group = [Number(code), value, index + 1]
    if (group[0] === 0 && value === 'EOF') break
    if (group[0] !== 999) groups.push(group)
  }
  return new Rebuild(groups).whole()
}

class Rebuild {
  private at = 0
  private readonly out: string[] = []
  private readonly others: { type: string; layer: string }[] = []
  private entities = 0
  private problem: string | undefined
  constructor(private readonly groups: readonly Group[]) {}

  whole(): SoundDxf {
    while (this.at < this.groups.length && !this.problem) this.section()
    if (this.problem) return { ok: false, problem: this.problem }
    this.put(0, 'EOF')
    return { ok: true, text: `${this.out.join('\n')}\n`, others: this.others }
  }

  private put(code: number, value: string): void {
    this.out.push(String(code), value)
  }
  private is(code: number, value?: string): boolean {
    const group = this.groups[this.at]
    return group !== undefined && group[0] === code && (value === undefined || group[1] === value)
  }
  private fail(problem: string): void {
    this.problem ??= problem
  }

  private section(): void {
    const name = this.groups[this.at + 1]
    if (!this.is(0, 'SECTION') || name?.[0] !== 2) return this.fail('it is not built of sections')
    this.at += 2
    const reads = { HEADER: () => this.header(), TABLES: () => this.tables(), BLOCKS: () => this.blocks() } as const
    const read = name[1] === 'ENTITIES' ? () => this.entitiesTo('ENDSEC') : reads[name[1] as keyof typeof reads]
    if (read) {
      this.put(0, 'SECTION')
      this.put(2, name[1])
      read()
      this.put(0, 'ENDSEC')
    } else this.skipTo('ENDSEC')
    if (this.problem) return
    if (!this.is(0, 'ENDSEC')) return this.fail(`the section ${name[1].slice(0, 20)} does not end`)
    this.at++
  }
  private skipTo(...ends: string[]): void {
    while (this.at < this.groups.length && !ends.some(end => this.is(0, end))) this.at++
  }

  /** Of the settings just the unit is read. */
  private header(): void {
    while (this.at < this.groups.length && !this.is(0)) {
      const unit = this.is(9, '$INSUNITS')
      const value = this.groups[this.at + 1]
      if (unit && value?.[0] === 70 && isDrawable(value[1])) {
        this.put(9, '$INSUNITS')
        this.put(70, value[1])
      }
      this.at++
    }
  }

  /** Of the tables just the layers are read. */
  private tables(): void {
    while (this.is(0, 'TABLE') && !this.problem) {
      const layers = this.groups[this.at + 1]?.[1] === 'LAYER'
      this.at++
      if (layers) {
        this.put(0, 'TABLE')
        this.put(2, 'LAYER')
        this.skipTo('LAYER', 'ENDTAB', 'ENDSEC')
        while (this.is(0, 'LAYER')) this.record()
        this.put(0, 'ENDTAB')
      } else this.skipTo('ENDTAB', 'ENDSEC')
      if (!this.is(0, 'ENDTAB')) return this.fail('a table does not end')
      this.at++
    }
  }

  private blocks(): void {
    while (this.is(0, 'BLOCK') && !this.problem) {
      this.record()
      this.entitiesTo('ENDBLK')
      if (!this.is(0, 'ENDBLK')) return this.fail('a block does not end')
      this.put(0, 'ENDBLK')
      this.at++
      while (this.at < this.groups.length && !this.is(0)) this.at++
    }
  }

  private entitiesTo(end: string): void {
    while (this.at < this.groups.length && !this.is(0, end) && !this.is(0, 'ENDSEC') && !this.problem) {
      const type = this.groups[this.at]![1]
      if (!this.is(0)) return this.fail('an entity has no kind')
      if (++this.entities > MOST_ENTITIES) return this.fail(`it holds more than ${MOST_ENTITIES} entities`)
      if (type === 'POLYLINE') this.polyline()
      else if (READ.has(type) && type !== 'VERTEX' && type !== 'SEQEND') this.record()
      else {
        // The corners of a polyline that was taken apart are no kind of their own.
        const from = ++this.at
        while (this.at < this.groups.length && !this.is(0)) this.at++
        const layer = this.groups.slice(from, this.at).find(([code]) => code === 8)?.[1] ?? '0'
        if (!READ.has(type)) this.others.push({ type, layer })
      }
    }
  }
  /** A polyline of the older kind has its corners after it, to the end of the run. */
  private polyline(): void {
    this.record()
    while (this.is(0, 'VERTEX')) {
      if (++this.entities > MOST_ENTITIES) return this.fail(`it holds more than ${MOST_ENTITIES} entities`)
      this.record()
    }
    this.put(0, 'SEQEND')
    if (!this.is(0, 'SEQEND')) return this.fail('a polyline does not end')
    this.at++
    while (this.at < this.groups.length && !this.is(0)) this.at++
  }

  /** One thing with its values, of which those that are read go on. */
  private record(): void {
    const [, type, line] = this.groups[this.at]!
    const from = ++this.at
    while (this.at < this.groups.length && !this.is(0)) this.at++
    const own = this.groups.slice(from, this.at).filter(([code]) => CODES.has(code))
    const odd = own.find(([code, value]) => isNumber(code) && !isDrawable(value))
    if (odd) return this.fail(`line ${odd[2] + 1} should be a number and is “${odd[1].slice(0, 20)}”`)
    const lacks = NEEDS[type]?.find(code => !own.some(([group]) => group === code))
    if (lacks !== undefined) return this.fail(`the ${type} of line ${line} lacks its value ${lacks}`)
    const round = ANGLES[type]
    if (round && own.some(([code, value]) => round.codes.includes(code) && Math.abs(Number(value)) > round.most))
      return this.fail(`the ${type} of line ${line} has an angle that goes round and round`)
    this.put(0, type)
    // How many corners a polyline says it has may be wrong; how many there are is counted.
    if (type === 'LWPOLYLINE') this.put(90, String(own.filter(([code]) => code === 10).length))
    // The reader takes the corners in one go, and does not come to an end where something else stands among them.
    const last = ([code]: Group) => type === 'LWPOLYLINE' && CORNER.has(code)
    const ordered = [...own.filter(group => !last(group)), ...own.filter(last)]
    // Of a circle the reader leaves out that it is seen from behind, where x runs the other way.
    const behind = type === 'CIRCLE' && own.some(([code, value]) => code === 230 && Number(value) < 0)
    for (const [code, value] of ordered) this.put(code, behind && code === 10 ? String(-Number(value)) : value)
  }
}
