import type { Item } from '#core/catalogue'
import type { CandidateEffect } from '#core/report'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** One addition after the other: two presses are two units. */
let adding: Promise<void> = Promise.resolve()

/** Acts and words that all panes of Equipment share. */
export function useEquipment() {
  const bench = useBench()
  const preferences = usePreferences()

  /** Adds an item as one act: at its place, on the face where it is free, seen and reached best, with its connections. */
  function add(item: Item) {
    const before = adding
    adding = (async () => {
      await before
      await addNow(item)
    })()
    return adding
  }
  async function addNow(item: Item) {
    const { project, option } = bench
    if (!project || !option) return
    try {
      await keepInStep(project)
      const addition = await useExaminer().addition(option.id, toRaw(item))
      // Who looks at another aeroplane or option meanwhile does not want it there.
      if (bench.project?.id !== project.id || bench.option?.id !== option.id) return
      // It was worked out for the document as it was: if that has moved on, it is worked out for the new one.
      if (bench.project !== project) return await addNow(item)
      if (!addition) {
        bench.said = `${item.name} can be installed at ${item.mounts.join(' or ')}; this aircraft has no such location.`
        return
      }
      const { unit, edits, waits, links } = addition
      if (!bench.act(edits, `Add ${unit.label}`)) return
      const place = project.airframe.places.find(place => place.id === unit.place)!
      bench.said = waits
        ? `${unit.label} has no free place on the face: it waits in the tray of Panel. Room tells what would make room.`
        : `${unit.label} is added ${place.kind === 'panel' ? 'on the panel' : `at ${place.name}`}${
            links ? `, with ${links} data connection${links === 1 ? '' : 's'}` : ''
          }.`
    } catch (error) {
      bench.said = `${item.name} could not be added: ${(error as Error).message}`
    }
  }
  const signed = (value: number, digits = 1) =>
    !Number.isFinite(value)
      ? '∞'
      : Math.abs(value) < 0.5 * 10 ** -digits
        ? '0'
        : `${value > 0 ? '+' : '−'}${preferences.number(Math.abs(value), digits)}`
  const kgToRead = (kg: number) => (preferences.system === 'inch' ? kg / 0.45359237 : kg)
  const massUnit = computed(() => (preferences.system === 'inch' ? 'lb' : 'kg'))

  /** Where an item fits, in words and as a state. */
  function fits(effect: CandidateEffect | undefined): { text: string; state: string } {
    if (!effect) return { text: '…', state: '' }
    if (effect.nowhere) return { text: 'no place for it here', state: 'missing' }
    if (!effect.fit) return { text: 'not on the face', state: 'does not apply' }
    if (effect.fit.at) return { text: 'fits', state: 'met' }
    const violations = [...(effect.fit.nearest?.violations ?? [])].sort(
      (a, b) => Math.abs(b.limitMm - b.measuredMm) - Math.abs(a.limitMm - a.measuredMm)
    )
    const inTheWay = [...new Set(violations.map(violation => violation.otherName))]
    if (effect.fit.bare)
      return {
        text: `only with ${inTheWay.slice(0, 2).join(', ')}${inTheWay.length > 2 ? ` and ${inTheWay.length - 2} more` : ''} moved`,
        state: 'decide'
      }
    const worst = violations[0]
    return {
      text: worst
        ? `misses even the bare sheet by ${preferences.length(Math.abs(worst.limitMm - worst.measuredMm))}: ${worst.otherName}`
        : 'no room',
      state: 'missing'
    }
  }
  return { add, fits, signed, kgToRead, massUnit }
}
