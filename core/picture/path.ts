import type { Figure } from '../panel'
import { rectangle } from './mark'

/** A figure as the commands of an SVG path. `flip` turns y up into the drawing's y down. */
export function figurePath(f: Figure, flip: (y: number) => number, cornerMm = 0): string {
  switch (f.kind) {
    case 'circle':
      return `M${f.x - f.r} ${flip(f.y)}a${f.r} ${f.r} 0 1 0 ${2 * f.r} 0a${f.r} ${f.r} 0 1 0 ${-2 * f.r} 0Z`
    case 'box':
      return rectangle({ x: f.x - f.w / 2, y: flip(f.y) - f.h / 2, w: f.w, h: f.h }, cornerMm)
    case 'poly':
      return ringPath(f.points, flip)
    case 'many':
      return f.parts.map(part => figurePath(part, flip)).join('')
  }
}
export const ringPath = (points: readonly (readonly [number, number])[], flip: (y: number) => number): string =>
  `${points.map(([x, y], i) => `${i ? 'L' : 'M'}${x} ${flip(y)}`).join('')}Z`
