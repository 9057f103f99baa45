import bold from 'dejavu-fonts-ttf/ttf/DejaVuSansCondensed-Bold.ttf?url'
import regular from 'dejavu-fonts-ttf/ttf/DejaVuSansCondensed.ttf?url'
import type { PaperFonts } from '#core/print'

async function read(address: string): Promise<Uint8Array> {
  const answer = await fetch(address)
  if (!answer.ok) throw new Error(`The letters of the paper could not be fetched (${answer.status}).`)
  return new Uint8Array(await answer.arrayBuffer())
}
/** The fonts of papers, fetched when paper is wanted. @throws where they cannot be had */
export async function paperFonts(): Promise<PaperFonts> {
  const [regularBytes, boldBytes] = await Promise.all([read(regular), read(bold)])
  return { regular: regularBytes, bold: boldBytes }
}
