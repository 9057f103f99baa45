import { expose } from 'comlink'
import { readDxfOutline, readSvgOutline, type OutlineRead } from '#core/formats'

/** What is done with drawings from elsewhere, in a thread of its own: it can be ended when it does not end by itself. */
const reader = {
  outline: (name: string, text: string, unitMm: number | undefined): OutlineRead =>
    /\.svg$/i.test(name) || text.trimStart().startsWith('<')
      ? readSvgOutline(text, unitMm)
      : readDxfOutline(text, unitMm)
}
export type ForeignReader = typeof reader

expose(reader)
