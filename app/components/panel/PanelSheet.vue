<script setup lang="ts">
import { bounds } from '#core/panel'
import { Bay, Panel, Zone, type Stiffener } from '#core/document'
import { hasDecimalComma, parseLength, QuantityError } from '#core/quantity'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/**
 * The sheet itself: outline, what cannot move on it and behind it, and the bays that come out. By numbers here, by hand
 * on the drawing.
 */
const bench = useBench()
const preferences = usePreferences()
const { ground } = usePanelTools()
const bringing = ref(false)
const panel = computed(() => bench.project!.airframe.panel)
const box = computed(() => bounds(panel.value.outline))
const zone = computed(() =>
  ground.value?.kind === 'zone' ? panel.value.zones.find(zone => zone.id === ground.value!.id) : undefined
)
const bay = computed(() =>
  ground.value?.kind === 'bay' ? panel.value.bays.find(bay => bay.id === ground.value!.id) : undefined
)
/** All that can be chosen: the outline, and what stands on it and behind it. */
const things = computed(() => [
  { kind: 'outline' as const, id: '', name: 'Outline', says: '' },
  ...panel.value.zones.map(({ id, name, side }) => ({ kind: 'zone' as const, id, name, says: side as string })),
  ...panel.value.bays.map(({ id, name }) => ({ kind: 'bay' as const, id, name, says: 'bay' })),
  ...panel.value.stiffeners.map(({ id, name }) => ({ kind: 'stiffener' as const, id, name, says: '' }))
])
const wrong = ref('')

const putPanel = (next: Panel, done: string) => bench.act([{ type: 'panel.set', panel: next }], `Sheet: ${done}`)
const BAY: readonly FormField<Bay>[] = [
  { at: 'name', label: 'Name' },
  { at: 'lipMm', label: 'Edge margin on the frame' },
  { at: 'screwPitchMm', label: 'Screw pitch' },
  { at: 'screwHoleMm', label: 'Screw hole' }
]
const zoneFields = computed((): readonly FormField<Zone>[] => {
  if (!zone.value) return []
  const { area, side } = zone.value
  return [
    { at: 'name', label: 'Name' },
    ...(area.shape === 'polygon'
      ? []
      : ([
          { at: 'area.xMm', label: 'Across', position: true },
          { at: 'area.yMm', label: 'Up', position: true }
        ] as const)),
    ...(area.shape === 'round' ? [{ at: 'area.diameterMm' as const, label: 'Diameter' }] : []),
    ...(area.shape === 'rectangle'
      ? ([
          { at: 'area.widthMm', label: 'Width' },
          { at: 'area.heightMm', label: 'Height' }
        ] as const)
      : []),
    ...(side === 'behind'
      ? [{ at: 'fromDepthMm' as const, label: 'From depth' }]
      : ([
          { at: 'movable', label: 'Can be moved' },
          {
            at: 'hole',
            label: 'Opening of the sheet',
            none: 'no',
            items: [
              { value: 'cut', title: 'cut (CUT)' },
              { value: 'screw', title: 'drilled (SCREW)' },
              { value: 'existing', title: 'existing hole, no unit in it' }
            ]
          }
        ] as const))
  ]
})
const putZone = (next: Zone) => bench.act([{ type: 'zone.put', zone: next }], `Change ${next.name}`)
/** How far it moves from where it is drawn. */
function setSweep(axis: number, mm: number) {
  const [across = 0, up = 0] = zone.value?.sweepMm ?? []
  if (zone.value) putZone({ ...zone.value, sweepMm: axis === 0 ? [mm, up] : [across, mm] })
}
const putBay = (next: Bay) => bench.act([{ type: 'bay.put', bay: next }], `Change ${next.name}`)
const middle = () => ({
  xMm: Math.round((box.value.minX + box.value.maxX) / 2),
  yMm: Math.round((box.value.minY + box.value.maxY) / 2)
})
function addZone(side: Zone['side'], shape: Zone['area']['shape']) {
  const { xMm, yMm } = middle()
  const area: Zone['area'] =
    shape === 'round'
      ? { shape, xMm, yMm, diameterMm: 50 }
      : shape === 'rectangle'
        ? { shape, xMm, yMm, widthMm: 80, heightMm: 40 }
        : {
            shape,
            points: [
              [xMm - 40, yMm - 20],
              [xMm + 40, yMm - 20],
              [xMm, yMm + 40]
            ]
          }
  const next: Zone = {
    id: newId('z'),
    name: side === 'face' ? 'Fixed item' : 'Structure',
    side,
    area,
    fromDepthMm: side === 'face' ? 0 : 150,
    movable: false
  }
  if (bench.act([{ type: 'zone.put', zone: next }], `Add ${next.name}`)) ground.value = { kind: 'zone', id: next.id }
}
function addBay() {
  const { minX, maxX, minY, maxY } = box.value
  const [w, h] = [maxX - minX, maxY - minY]
  const next: Bay = {
    id: newId('b'),
    name: `Bay ${panel.value.bays.length + 1}`,
    outline: [
      [minX + w * 0.6, minY + h * 0.12],
      [minX + w * 0.95, minY + h * 0.12],
      [minX + w * 0.95, minY + h * 0.75],
      [minX + w * 0.6, minY + h * 0.75]
    ].map(([x, y]): [number, number] => [Math.round(x!), Math.round(y!)]),
    lipMm: 15,
    screwPitchMm: 75,
    screwHoleMm: 4
  }
  if (bench.act([{ type: 'bay.put', bay: next }], `Add ${next.name}`)) ground.value = { kind: 'bay', id: next.id }
}
function drop() {
  if (zone.value) bench.act([{ type: 'zone.drop', zone: zone.value.id }], `Delete ${zone.value.name}`)
  if (bay.value) bench.act([{ type: 'bay.drop', bay: bay.value.id }], `Delete ${bay.value.name}`)
  if (stiffener.value)
    bench.act([{ type: 'stiffener.drop', stiffener: stiffener.value.id }], `Delete ${stiffener.value.name}`)
  ground.value = undefined
}
/** Where the comma parts a number, a semicolon parts two of them. */
const decimalComma = computed(() => hasDecimalComma(preferences.reading.locale))
/** Corners as lines of two lengths, in the unit in use. */
const cornersText = (points: readonly (readonly [number, number])[]) =>
  points
    .map(([x, y]) =>
      [x, y].map(mm => preferences.position(mm).replace(/ (in|mm)$/, '')).join(decimalComma.value ? '; ' : ', ')
    )
    .join('\n')
function readCorners(text: string): [number, number][] | undefined {
  wrong.value = ''
  const lines = text
    .split('\n')
    .map(line => line.trim())
    .filter(Boolean)
  try {
    const points = lines.map((line, i): [number, number] => {
      const parts = line.split(decimalComma.value ? /;\s*|\t/ : /[,;]\s*|\t/)
      if (parts.length !== 2)
        throw new QuantityError(`Line ${i + 1}: “${line}” is not two lengths; write “across, up”.`)
      return [
        Number(parseLength(parts[0]!, preferences.reading).toFixed(3)),
        Number(parseLength(parts[1]!, preferences.reading).toFixed(3))
      ]
    })
    if (points.length < 3) throw new QuantityError(`${points.length} corners; three are required.`)
    return points
  } catch (error) {
    if (!(error instanceof QuantityError)) throw error
    wrong.value = `${error.message} The previous corners are kept.`
    return undefined
  }
}
/** Tools of the trade and the inside radius that each leaves (common practice; ask the shop). */
const CUTTERS = [
  [0.1, 'laser or water jet'],
  [0.7938, '1/16 in end mill'],
  [1.5875, '1/8 in end mill'],
  [2.3813, '3/16 in end mill'],
  [3.175, '1/4 in end mill']
] as const
const cutters = computed(() => [
  ...CUTTERS.map(([value, name]) => ({ value, title: `R ${preferences.length(value)}, ${name}` })),
  ...(panel.value.cutterRadiusMm === undefined || CUTTERS.some(([value]) => value === panel.value.cutterRadiusMm)
    ? []
    : [{ value: panel.value.cutterRadiusMm, title: `R ${preferences.length(panel.value.cutterRadiusMm)}` }])
])
const SHEET = computed((): readonly FormField<Panel>[] => [
  { at: 'material', label: 'Material' },
  { at: 'thicknessMm', label: 'Thickness' },
  { at: 'lipMm', label: 'Edge margin' },
  { at: 'leastWebMm', label: 'Minimum web' },
  { at: 'cutterRadiusMm', label: 'Cutter corners', none: 'not chosen', items: cutters.value },
  { at: 'depthBehindMm', label: 'Depth behind' },
  { at: 'mostBendMm', label: 'Deflection limit' },
  ...(['bottom', 'right', 'top', 'left'] as const).map(side => ({
    at: `edges.${side}` as const,
    label: `Side: ${side}`,
    done: `how the ${side} is mounted`
  }))
])
const stiffener = computed(() =>
  ground.value?.kind === 'stiffener'
    ? panel.value.stiffeners.find(stiffener => stiffener.id === ground.value!.id)
    : undefined
)
const putStiffener = (next: Stiffener) => bench.act([{ type: 'stiffener.put', stiffener: next }], `Change ${next.name}`)
function addStiffener(kind: Stiffener['kind']) {
  const { xMm, yMm } = middle()
  const number = panel.value.stiffeners.length + 1
  const upright = {
    fromMm: Math.round(box.value.minY),
    toMm: Math.round(box.value.maxY),
    legMm: 19.05,
    thicknessMm: 1.5875
  }
  const made: { [K in Stiffener['kind']]: Extract<Stiffener, { kind: K }> } = {
    doubler: {
      id: newId('d'),
      name: `Doubler ${number}`,
      kind: 'doubler',
      xMm,
      yMm,
      widthMm: 160,
      heightMm: 100,
      thicknessMm: 1.6
    },
    angle: { id: newId('a'), name: `Angle ${number}`, kind: 'angle', along: 'y', atMm: xMm, ...upright },
    rails: { id: newId('r'), name: `Rails ${number}`, kind: 'rails', xMm, widthMm: 170, backMm: 280, ...upright },
    tray: {
      id: newId('t'),
      name: `Tray ${number}`,
      kind: 'tray',
      xMm,
      yMm,
      widthMm: 160,
      heightMm: 50,
      depthMm: 250,
      thicknessMm: 0.8
    }
  }
  const next = made[kind]
  if (bench.act([{ type: 'stiffener.put', stiffener: next }], `Add ${next.name}`))
    ground.value = { kind: 'stiffener', id: next.id }
}
</script>

<template>
  <div class="ground">
    <div class="things">
      <div class="row">
        <v-btn color="primary" variant="flat" @click="bringing = true">Outline: import or build…</v-btn>
        <v-btn @click="addZone('face', 'round')">+ round on the face</v-btn
        ><v-btn @click="addZone('face', 'rectangle')">+ box on the face</v-btn>
        <v-btn @click="addZone('behind', 'rectangle')">+ box behind</v-btn
        ><v-btn @click="addZone('behind', 'polygon')">+ corners behind</v-btn><v-btn @click="addBay">+ bay</v-btn>
        <v-btn @click="addStiffener('doubler')">+ doubler</v-btn><v-btn @click="addStiffener('angle')">+ angle</v-btn>
        <v-btn @click="addStiffener('rails')">+ rails</v-btn><v-btn @click="addStiffener('tray')">+ tray</v-btn>
      </div>
      <div class="row list" role="group" aria-label="Zones and bays">
        <ToggleButton
          v-for="thing in things"
          :key="thing.id"
          :on="(ground?.id ?? '') === thing.id"
          @click="ground = { kind: thing.kind, id: thing.id }"
        >
          {{ thing.name }}<span v-if="thing.says" class="small">&nbsp;{{ thing.says }}</span>
        </ToggleButton>
      </div>
    </div>
    <PanelHoles v-if="!bench.installed && !zone && !bay && !stiffener" />
    <div class="numbers" aria-label="Numbers of what is chosen">
      <template v-if="zone">
        <div class="measures">
          <RecordForm :key="zone.id" :schema="Zone" :record="zone" :fields="zoneFields" @set="putZone" />
          <template v-if="zone.side === 'behind'">
            <QuantityField
              kind="length"
              label="To depth"
              :model-value="zone.toDepthMm ?? panel.depthBehindMm"
              @update:model-value="v => putZone({ ...zone!, toDepthMm: v > zone!.fromDepthMm ? v : undefined })"
            />
            <QuantityField
              v-for="(label, axis) in ['Sweeps across', 'Sweeps up']"
              :key="label"
              kind="length"
              :label="label"
              :model-value="zone.sweepMm?.[axis] ?? 0"
              @update:model-value="v => setSweep(axis, v)"
            />
          </template>
          <v-btn @click="drop">Delete</v-btn>
        </div>
        <TextField
          v-if="zone.area.shape === 'polygon'"
          :lines="4"
          label="Corners, across and up, one to a line"
          :model-value="cornersText(zone.area.points)"
          empty
          @update:model-value="
            value => {
              const points = readCorners(value)
              if (points) putZone({ ...zone!, area: { shape: 'polygon', points } })
            }
          "
        />
      </template>
      <template v-else-if="bay">
        <div class="measures">
          <RecordForm :key="bay.id" :schema="Bay" :record="bay" :fields="BAY" @set="putBay" />
          <v-btn @click="drop">Delete</v-btn>
        </div>
        <TextField
          :lines="4"
          label="Corners, across and up, one to a line"
          :model-value="cornersText(bay.outline)"
          empty
          @update:model-value="
            value => {
              const points = readCorners(value)
              if (points) putBay({ ...bay!, outline: points })
            }
          "
        />
      </template>
      <PanelStiffener v-else-if="stiffener" :stiffener="stiffener" @put="putStiffener" @drop="drop" />
      <template v-else>
        <div class="measures">
          <RecordForm :schema="Panel" :record="panel" :fields="SHEET" @set="putPanel" />
        </div>
        <TextField
          :lines="4"
          label="Corners of the outline, across and up, one to a line"
          :model-value="cornersText(panel.outline)"
          empty
          @update:model-value="
            value => {
              const points = readCorners(value)
              if (points) bench.act([{ type: 'outline.set', outline: points }], 'Change the outline')
            }
          "
        />
      </template>
      <p v-if="wrong" class="small wrong" role="alert">{{ wrong }}</p>
      <p class="small quiet">On the drawing: drag a zone or a bay, or the squares at its corners.</p>
    </div>
    <PanelOutlineDialog v-model="bringing" />
  </div>
</template>

<style scoped>
.ground {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  align-content: start;
}
.things {
  padding: 8px 12px;
  border-bottom: 1px solid var(--rule);
  display: grid;
  gap: 6px;
  align-content: start;
}
.numbers {
  padding: 8px 12px;
  display: grid;
  gap: 6px;
  align-content: start;
}
.list {
  gap: 4px;
}
.wrong {
  color: var(--grease);
}
</style>
