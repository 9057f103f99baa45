import type { FreeGround } from '#core/panel'

/** What the layout screen shows and does at the moment; shared by the drawing and the panes under it. */
export type LayoutTool = 'move' | 'measure' | 'sheet'
export type LayoutLayer = 'behind' | 'sight' | 'reach' | 'flow' | 'metal'
export const PANEL_LAYERS: readonly (readonly [LayoutLayer, string, string])[] = [
  ['behind', 'Behind', 'Boxes and depth zones'],
  ['sight', 'Sight', 'Field of view of the pilot chosen in Seats'],
  ['reach', 'Reach', 'How far the arm of the pilot chosen in Seats goes'],
  ['flow', 'Flow', 'The way of the hands in the flow chosen in Hands'],
  ['metal', 'Metal', 'Panel deflection under a push']
]

/** How units are drawn: as they will look, as outlines with their names, or as the holes they need. */
export type DrawingMode = 'picture' | 'drafting' | 'cutouts' | 'seat'
export const DRAWING_MODES: readonly (readonly [DrawingMode, string, string])[] = [
  ['picture', 'Picture', 'The panel as it will look'],
  ['drafting', 'Drafting', 'Outlines, names, cutouts and screw holes'],
  ['cutouts', 'Cutouts', 'Cutouts and screw holes alone'],
  ['seat', 'From seat', 'What the pilot chosen in Seats sees']
]

const mode = ref<DrawingMode>('picture')
/** Picture by night; as the colors of the program are until it is chosen. */
const night = ref<boolean>()
const tool = ref<LayoutTool>('move')
const layers = reactive<Record<LayoutLayer, boolean>>({
  behind: false,
  sight: false,
  reach: false,
  flow: false,
  metal: false
})
/** Views of what is behind the face, next to it. */
const views = reactive({ above: true, side: false })
/** The unit under the pointer, in whichever view. */
const hovered = ref('')
const grid = ref(false)
/** Id of the option, or of the aeroplane as found, that lies under this one as a ghost. */
const ghost = ref('')
const pilot = ref('')
const flow = ref('')
/** Zone, bay, doubler or angle chosen in the Sheet pane. */
const ground = ref<{ kind: 'zone' | 'bay' | 'stiffener' | 'outline'; id: string }>()
/** Free ground asked for, shaded on the drawing. */
const free = shallowRef<{ name: string; ground: FreeGround }>()
const measured = ref<{ x: number; y: number }[]>([])

export const usePanelTools = () => ({
  tool,
  mode,
  night,
  layers,
  views,
  hovered,
  grid,
  ghost,
  pilot,
  flow,
  ground,
  free,
  measured
})
