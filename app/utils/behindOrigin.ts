import { bounds } from '#core/panel'
import type { Design } from '#core/design'

/** Space between the face and a view of what is behind it, in mm of the drawing: room for its caption. */
const GAP_MM = 34
/**
 * Where the line of the panel is in the views of what is behind the face, in the drawing (mm, y down), and what each view adds to
 * its height or width.
 */
export function behindOrigin({ airframe: { panel } }: Design): { aboveY: number; sideX: number; addsMm: number } {
  const { minY, maxX, maxY } = bounds(panel.outline)
  return { aboveY: maxY - minY + GAP_MM, sideX: maxX + GAP_MM, addsMm: GAP_MM + panel.depthBehindMm }
}
