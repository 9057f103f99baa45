import { LAYERS, type Entity, type Layer, type Part } from '../../build'

const STYLE: Record<Layer, string> = {
  OUTLINE: 'stroke="#22272a" stroke-width="0.35"',
  CUT: 'stroke="#c2412d" stroke-width="0.25"',
  SCREW: 'stroke="#27498f" stroke-width="0.25"',
  ETCH: 'stroke="#22272a" stroke-width="0.25" stroke-linecap="round" stroke-linejoin="round"',
  REFERENCE: 'stroke="#8a9093" stroke-width="0.2" stroke-dasharray="2 1.5"'
}
const n = (value: number): string => String(Number(value.toFixed(4)))
export const escaped = (text: string): string => text.replace(/[&<>"']/g, c => `&#${c.charCodeAt(0)};`)

/** A closed ring as the commands of an SVG path, y turned down about `top`; bulges as exact arcs. */
export function pathOf(entity: Extract<Entity, { kind: 'ring' }>, left: number, top: number): string {
  const at = ({ x, y }: { x: number; y: number }) => `${n(x - left)} ${n(top - y)}`
  const { points } = entity
  return `M${at(points[0]!)}${points
    .map((p, i) => {
      const q = points[(i + 1) % points.length]!
      if (!p.bulge) return i === points.length - 1 ? '' : `L${at(q)}`
      const angle = 4 * Math.atan(Math.abs(p.bulge))
      const r = Math.hypot(q.x - p.x, q.y - p.y) / (2 * Math.sin(angle / 2))
      return `A${n(r)} ${n(r)} 0 ${angle > Math.PI ? 1 : 0} ${p.bulge > 0 ? 0 : 1} ${at(q)}`
    })
    .join('')}Z`
}

/** One piece of metal as SVG, one unit a millimetre, with the layers as groups. */
export function writePartSvg(part: Part): string {
  const [width, height] = [part.maxX - part.minX, part.maxY - part.minY]
  const draw = (entity: Entity): string =>
    entity.kind === 'circle'
      ? `<circle cx="${n(entity.x - part.minX)}" cy="${n(part.maxY - entity.y)}" r="${n(entity.r)}"/>`
      : entity.kind === 'ring'
        ? `<path d="${pathOf(entity, part.minX, part.maxY)}"/>`
        : `<path d="M${entity.points.map(([x, y]) => `${n(x - part.minX)} ${n(part.maxY - y)}`).join('L')}"/>`
  const groups = Object.values(LAYERS).map(
    layer =>
      `<g id="${layer}" fill="none" ${STYLE[layer]}>${part.entities
        .filter(entity => entity.layer === layer)
        .map(draw)
        .join('')}</g>`
  )
  return (
    `<?xml version="1.0" encoding="UTF-8"?>\n<svg xmlns="http://www.w3.org/2000/svg" width="${n(width)}mm" ` +
    `height="${n(height)}mm" viewBox="0 0 ${n(width)} ${n(height)}">\n<title>${escaped(part.name)}</title>\n${groups.join('\n')}\n</svg>\n`
  )
}
