// npm run faces -- [FILE [night]]: every face of the demo catalogue on one sheet (SVG), to look at after a change of the pictures.
import { readFileSync, writeFileSync } from 'node:fs'
import { extent, figureAt } from '../core/panel'
import { facePicture, METAL, paintOf, type Light, type Mark } from '../core/picture'
import { readCatalogueCsv } from '../core/formats'

const [file = 'faces.svg', when = 'day'] = process.argv.slice(2)
const night = when === 'night'
const [WIDE, GAP, CAPTION] = [1280, 14, 22]
const catalogue = readFileSync(new URL('../demo/catalogue.csv', import.meta.url), 'utf8')
const escaped = (text: string) => text.replace(/[&<>]/g, c => `&#${c.charCodeAt(0)};`)
function drawn(mark: Mark, light: Light): string {
  const { fill = 'none', stroke, width } = paintOf(mark.ink, light)
  const paint = `fill="${fill}"${stroke ? ` stroke="${stroke}" stroke-width="${width}"` : ''}`
  return 'd' in mark
    ? `<path d="${mark.d}" ${paint}/>`
    : `<text x="${mark.x}" y="${mark.y}" font-size="${mark.size}" text-anchor="${mark.anchor ?? 'middle'}" ` +
        `dominant-baseline="central" ${paint}>${escaped(mark.text)}</text>`
}
let [x, y, row, sheet] = [GAP, GAP, 0, '']
for (const item of readCatalogueCsv(catalogue).items) {
  const picture = facePicture(item)
  if (!picture) continue
  const e = extent(figureAt(item.face!.bezel, 0, 0))
  const [w, h] = [e.maxX - e.minX, e.maxY - e.minY]
  if (x + w + GAP > WIDE) [x, y, row] = [GAP, y + row + CAPTION, 0]
  const marks = [...picture.marks, ...picture.panes.flatMap(pane => pane.marks)]
  const light = !night ? 'day' : item.power ? 'night' : 'unlit'
  sheet += `<g transform="translate(${x - e.minX} ${y + e.maxY})">${marks.map(mark => drawn(mark, light)).join('')}</g>`
  sheet += `<text x="${x}" y="${y + h + 10}" font-size="8" fill="${night ? '#8d9396' : '#333'}">${escaped(item.name)}</text>`
  ;[x, row] = [x + w + GAP, Math.max(row, h)]
}
const high = y + row + CAPTION
writeFileSync(
  file,
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDE} ${high}" width="${WIDE}" height="${high}" font-family="sans-serif">` +
    `<rect width="100%" height="100%" fill="${METAL[night ? 'night' : 'day'].fill}"/>${sheet}</svg>\n`
)
console.log(file)
