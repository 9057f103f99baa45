import type { Figure, PointMm } from '#core/panel'

/** A figure as the commands of an SVG path. `flip` turns y up into the drawing's y down. */
export function figurePath(f: Figure, flip: (y: number) => number, cornerMm = 0): string {
  switch (f.kind) {
    case 'circle':
      return `M${f.x - f.r} ${flip(f.y)}a${f.r} ${f.r} 0 1 0 ${2 * f.r} 0a${f.r} ${f.r} 0 1 0 ${-2 * f.r} 0Z`
    case 'box': {
      const [x, y, c] = [f.x - f.w / 2, flip(f.y) - f.h / 2, Math.min(cornerMm, f.w / 2, f.h / 2)]
      return c === 0
        ? `M${x} ${y}h${f.w}v${f.h}h${-f.w}Z`
        : `M${x + c} ${y}h${f.w - 2 * c}a${c} ${c} 0 0 1 ${c} ${c}v${f.h - 2 * c}a${c} ${c} 0 0 ` +
            `1 ${-c} ${c}h${2 * c - f.w}a${c} ${c} 0 0 1 ${-c} ${-c}v${2 * c - f.h}a${c} ${c} 0 0 1 ${c} ${-c}Z`
    }
    case 'poly':
      return ringPath(f.points, flip)
    case 'many':
      return f.parts.map(part => figurePath(part, flip)).join('')
  }
}
export const ringPath = (points: readonly PointMm[], flip: (y: number) => number): string =>
  `${points.map(([x, y], i) => `${i ? 'L' : 'M'}${x} ${flip(y)}`).join('')}Z`
