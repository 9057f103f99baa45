import { expose } from 'comlink'
import {
  dxfStrokes,
  readDxfOutline,
  readItemDrawing,
  readSvgOutline,
  svgStrokes,
  type ItemDrawingRead,
  type OutlineRead
} from '#core/formats'

/** A drawing from elsewhere: millimetres of one unit for files that do not say, the layer where several could be meant. */
export interface ForeignDrawing {
  name: string
  text: string
  unitMm?: number
  layer?: string
}
const isSvg = (name: string, text: string) => /\.svg$/i.test(name) || text.trimStart().startsWith('<')

/** What is done with drawings from elsewhere, in a thread of its own: it can be ended when it does not end by itself. */
const reader = {
  outline: ({ name, text, unitMm, layer }: ForeignDrawing): OutlineRead =>
    isSvg(name, text) ? readSvgOutline(text, unitMm, layer) : readDxfOutline(text, unitMm, layer),
  item: ({ name, text, unitMm }: ForeignDrawing): ItemDrawingRead =>
    readItemDrawing(isSvg(name, text) ? svgStrokes(text, unitMm) : dxfStrokes(text, unitMm))
}
export type ForeignReader = typeof reader

expose(reader)
