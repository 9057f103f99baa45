import { describe, expect, it } from 'vitest'
import type { Item } from '../catalogue'
import { resolve } from '../design'
import type { Project } from '../document'
import { item, plainProject, projectWith, roundFace } from '../testing'
import { bestPlace, defaultPilot } from '.'

/** A standard instrument hole is 3 1/8 in (common practice). */
const dial = (id: string, diameterMm = 79.375) => item({ id, face: roundFace(diameterMm), provides: ['airspeed'] })
const OLD = dial('old')
const pilot = { ...defaultPilot('p', 'Left seat', 300, 300), reachMm: 1_200 }
/** Old instruments at these places, of which the option keeps none. */
function emptied(holes: readonly [number, number][], pilots: Project['airframe']['pilots'] = [pilot]) {
  const project = projectWith([], plainProject())
  return resolve(
    {
      ...project,
      items: [OLD],
      airframe: { ...project.airframe, pilots },
      fitted: holes.map(([xMm, yMm], index) => ({
        id: `old-${index}`,
        item: 'old',
        label: `Old ${index}`,
        place: 'panel',
        xMm,
        yMm
      }))
    },
    'a'
  )
}
const at = (item: Item, ...of: Parameters<typeof emptied>) => {
  const place = bestPlace(emptied(...of), item)
  return place && [place.xMm, place.yMm]
}

describe('where a unit is set down', () => {
  it('in a hole of the existing sheet that it fits: no metal is cut', () => {
    expect(at(dial('new'), [[450, 100]])).toEqual([450, 100])
    expect(at(dial('new'), [[450, 100]], [])).toEqual([450, 100])
  })
  it('of several holes in the one that its pilot sees best', () => {
    expect(
      at(dial('new'), [
        [500, 60],
        [300, 150],
        [60, 60]
      ])
    ).toEqual([300, 150])
  })
  it('not in a hole of another size', () => {
    expect(at(dial('small', 57.15), [[450, 100]])).not.toEqual([450, 100])
  })
  it('not in a hole that is out of the pilot’s field, where another place is not', () => {
    // Atan(250 / 250) = 45° to the side of an eye 250 mm behind the face: outside 35° (AC 23.1311-1C, from memory).
    const near = { ...pilot, eye: { ...pilot.eye, acrossMm: 300, aftMm: 250 } }
    expect(at(dial('new'), [[550, 150]], [near])).not.toEqual([550, 150])
  })
})
