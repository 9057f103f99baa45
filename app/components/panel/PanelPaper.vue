<script setup lang="ts">
import { datumsOf, facesOf, holeSchedule, isNewSheet, isWorked, partsToCut, sectionOf, wholeFace } from '#core/build'
import { writePartDxf, writePartSvg } from '#core/formats'
import type { Paper } from '#core/print'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** Out of the screen: paper at full size, drawings for the cutter, words to engrave, and an offer from the cutter. */
const bench = useBench()
const preferences = usePreferences()
const design = computed(() => bench.design!)
const on = computed(() => bench.option!.id)
/** The face of the visit chosen: each visit cuts its own. When all is done, where none is chosen. */
const faces = computed(() => facesOf(design.value))
const visit = ref('')
watch(
  faces,
  now => {
    if (!now.some(face => face.visit === visit.value)) visit.value = now.at(-1)!.visit
  },
  { immediate: true }
)
const face = computed(() => faces.value.find(face => face.visit === visit.value) ?? faces.value.at(-1)!)
const parts = computed(() => partsToCut(design.value, face.value).filter(isWorked))
/** What a cutter makes out of sheet: holes in an existing sheet are made in the shop. */
const toCut = computed(() => parts.value.filter(isNewSheet))
const stem = computed(() =>
  [bench.project!.brief.registration || bench.project!.title, bench.option!.name, face.value.name]
    .filter(Boolean)
    .join(' ')
)
const paper = ref<Paper>(usePreferences().paper)
const whole = computed(() => wholeFace(design.value, face.value))
const schedule = computed(() => holeSchedule(design.value, face.value))
const datums = computed(() => datumsOf(whole.value, schedule.value))
const from = ref('lower left')
/** The point chosen, or the corner where that opening is no more. */
const datum = computed(() => datums.value.find(datum => datum.id === from.value) ?? datums.value[0])
const along = ref<'x' | 'y'>('x')
const sectionAt = ref<number>()
const at = computed({
  get: () =>
    sectionAt.value ??
    (along.value === 'x' ? (whole.value.minY + whole.value.maxY) / 2 : (whole.value.minX + whole.value.maxX) / 2),
  set: value => {
    sectionAt.value = value
  }
})
watch(along, () => {
  sectionAt.value = undefined
})
const section = computed(() => sectionOf(design.value, along.value, at.value))
const busy = ref(false)
const label = ref('')

async function print(sheet: boolean) {
  busy.value = true
  try {
    // The PDF writer is fetched only when paper is wanted.
    const { writeFacePdf, writeSheetPdf } = await import('#core/print')
    const bytes = sheet
      ? await writeSheetPdf({
          part: whole.value,
          design: design.value,
          schedule: schedule.value,
          reading: preferences.reading,
          title: stem.value,
          datum: datum.value,
          section: section.value,
          fonts: await paperFonts()
        })
      : await writeFacePdf(whole.value, paper.value, stem.value, await paperFonts())
    giveFile(
      fileName(`${stem.value} ${sheet ? 'drawing sheet' : `full size ${paper.value}`}`, 'pdf'),
      bytes,
      'application/pdf'
    )
  } catch (error) {
    bench.said = `The file could not be made: ${sayError(error)} Nothing was changed.`
  } finally {
    busy.value = false
  }
}
/** The piece comes first: a long name is cut at its end, and two pieces are never called the same. */
const partFile = (index: number, kind: 'dxf' | 'svg', unit = '') =>
  fileName(`${parts.value[index]!.name} ${unit} ${stem.value}`, kind)
const giveDxf = (index: number) =>
  giveFile(
    partFile(index, 'dxf', preferences.system === 'inch' ? 'inch' : 'mm'),
    writePartDxf(parts.value[index]!, preferences.system),
    'application/dxf'
  )
const giveSvg = (index: number) => giveFile(partFile(index, 'svg'), writePartSvg(parts.value[index]!), 'image/svg+xml')
function addLabel() {
  const text = label.value.trim()
  const unit = design.value.units.find(unit => unit.id === bench.selected[0])
  if (!text) return
  const spot = unit?.at ?? { xMm: 100, yMm: 20 }
  if (
    bench.act(
      [
        {
          type: 'label.put',
          option: on.value,
          label: {
            id: newId('l'),
            text: text.slice(0, 120),
            xMm: spot.xMm,
            yMm: Number((spot.yMm + 14).toFixed(2)),
            heightMm: 3
          }
        }
      ],
      `Label ${text}`
    )
  )
    label.value = ''
}

interface Offer {
  part: string
  accepted: boolean
  reasons?: string[]
  priceCents?: number
  days?: number
  lines?: { text: string; cents: number }[]
  notes?: string[]
}
const shop = ref<{ name: string; stock: string[]; finishes: string[]; cutterRadiusMm: number }>()
/** The panel is to be cut by this shop: its corners are held against what its cutter leaves. */
function takeCutter() {
  bench.act(
    [
      {
        type: 'panel.set',
        panel: { ...bench.project!.airframe.panel, cutterRadiusMm: shop.value!.cutterRadiusMm }
      }
    ],
    'Choose the cutter'
  )
}
const stock = ref('')
const finish = ref('')
const offers = ref<Offer[]>()
const asking = ref('')
onMounted(async () => {
  try {
    shop.value = await ask('/api/cutter')
    stock.value = shop.value!.stock[0]!
    finish.value = shop.value!.finishes[0]!
  } catch (error) {
    asking.value = sayError(error)
  }
})
async function send() {
  asking.value = 'Sending…'
  try {
    offers.value = await Promise.all(
      toCut.value.map(async part => ({
        part: part.name,
        ...(await ask<Omit<Offer, 'part'>>('/api/cutter', {
          method: 'POST',
          body: { dxf: writePartDxf(part, preferences.system), stock: stock.value, finish: finish.value }
        }))
      }))
    )
    asking.value = ''
  } catch (error) {
    asking.value = sayError(error)
  }
}
// An offer is for the drawing that was sent.
watch(parts, () => {
  offers.value = undefined
})
const total = computed(() =>
  offers.value?.every(offer => offer.accepted)
    ? offers.value.reduce((sum, offer) => sum + (offer.priceCents ?? 0), 0)
    : undefined
)
</script>

<template>
  <div class="paper">
    <div class="col">
      <h2>Paper and files</h2>
      <div class="row">
        <ChoiceField v-model="paper" label="Paper" hide-label :items="PAPER_NAMES" /><v-btn
          color="primary"
          variant="flat"
          :disabled="busy"
          @click="print(false)"
          >Full size, PDF</v-btn
        ><v-btn :disabled="busy" @click="print(true)">Drawing sheet, PDF</v-btn>
      </div>
      <div class="row">
        <ChoiceField
          v-model="from"
          class="grow"
          label="Positions on the sheet from"
          :items="datums.map(datum => ({ value: datum.id, title: datum.name }))"
        />
      </div>
      <div class="row">
        <ChoiceField
          v-model="along"
          label="Section"
          :items="[
            { value: 'x', title: 'level, from above' },
            { value: 'y', title: 'upright, from the side' }
          ]"
        /><QuantityField
          v-model="at"
          class="at"
          kind="position"
          :label="along === 'x' ? 'At height' : 'Across at'"
          :least="along === 'x' ? whole.minY : whole.minX"
          :most="along === 'x' ? whole.maxY : whole.maxX"
        />
      </div>
      <PanelSection :section="section" />
      <p class="small quiet">Measure the check bar, align the crosses, tape it up in the aircraft.</p>
      <ChoiceField
        v-if="faces.length > 1"
        v-model="visit"
        label="Face after"
        :items="faces.map(face => ({ value: face.visit, title: face.name }))"
      />
      <p v-if="face.work.sheet === 'existing'" class="small">
        Existing sheet: the drawings show only the holes to cut and drill. What is there is on REFERENCE.
        <template v-if="parts.length === 0"> Nothing is cut or drilled. </template>
      </p>
      <div v-for="(part, index) in parts" :key="part.id" class="row">
        <b class="small grow"
          >{{ part.name }}
          <span class="quiet figures"
            >{{ preferences.length(part.maxX - part.minX) }} × {{ preferences.length(part.maxY - part.minY) }}</span
          ></b
        ><v-btn :aria-label="`${part.name} as DXF`" @click="giveDxf(index)">DXF</v-btn
        ><v-btn :aria-label="`${part.name} as SVG`" @click="giveSvg(index)">SVG</v-btn>
      </div>
    </div>
    <div class="col">
      <h2>Words to engrave</h2>
      <div class="row tight">
        <v-text-field
          v-model="label"
          aria-label="Words of a new label"
          placeholder="ALT FIELD"
          maxlength="120"
          @keydown.enter="addLabel"
        /><v-btn @click="addLabel">+ label</v-btn>
      </div>
      <div v-for="drawn in design.labels" :key="drawn.id" class="row tight">
        <b class="small grow">{{ drawn.text }}</b>
        <QuantityField
          kind="position"
          label="Across"
          hide-label
          :model-value="drawn.xMm"
          class="pos"
          @update:model-value="
            v => bench.act([{ type: 'label.put', option: on, label: { ...drawn, xMm: v } }], `Move ${drawn.text}`)
          "
        /><QuantityField
          kind="position"
          label="Up"
          hide-label
          :model-value="drawn.yMm"
          class="pos"
          @update:model-value="
            v => bench.act([{ type: 'label.put', option: on, label: { ...drawn, yMm: v } }], `Move ${drawn.text}`)
          "
        /><QuantityField
          kind="length"
          label="Letter height"
          hide-label
          :model-value="drawn.heightMm"
          class="pos"
          @update:model-value="
            v => bench.act([{ type: 'label.put', option: on, label: { ...drawn, heightMm: v } }], `Size ${drawn.text}`)
          "
        />
        <v-btn
          :aria-label="`Take the label ${drawn.text} away`"
          @click="bench.act([{ type: 'label.drop', option: on, label: drawn.id }], `Delete ${drawn.text}`)"
        >
          ✕
        </v-btn>
      </div>
      <p v-if="design.labels.length" class="small quiet">Across, up, letter height.</p>
    </div>
    <div class="col">
      <h2>{{ shop?.name ?? 'The cutter' }} <span class="quiet small">simulated, invented prices</span></h2>
      <div class="row">
        <ChoiceField v-model="stock" label="Stock" hide-label :items="shop?.stock ?? []" /><ChoiceField
          v-model="finish"
          label="Finish"
          hide-label
          :items="shop?.finishes ?? []"
        /><v-btn color="primary" variant="flat" :disabled="!shop || toCut.length === 0" @click="send"
          >Send the drawing</v-btn
        >
      </div>
      <p v-if="shop && design.airframe.panel.cutterRadiusMm !== shop.cutterRadiusMm" class="small row">
        <span class="grow"
          >Its cutter leaves inside corners of R
          <span class="figures">{{ preferences.length(shop.cutterRadiusMm) }}</span>.</span
        ><v-btn @click="takeCutter">Check against these limits</v-btn>
      </p>
      <p v-if="asking" class="small" role="status">{{ asking }}</p>
      <div v-for="offer in offers" :key="offer.part" class="small">
        <template v-if="offer.accepted"
          ><p>
            <StateMark state="holds" :size="14" /> <b>{{ offer.part }}</b>:
            <span class="figures">{{ preferences.money(offer.priceCents!) }}, {{ offer.days }} days</span>
          </p>
          <p class="quiet">
            {{ offer.lines!.map(line => `${line.text} ${preferences.money(line.cents)}`).join(' · ') }}
          </p>
          <p v-for="note in offer.notes" :key="note" class="quiet">{{ note }}</p></template
        >
        <template v-else
          ><p><StateMark state="must fix" :size="14" /> <b>{{ offer.part }}</b> is refused:</p>
          <ul>
            <li v-for="reason in offer.reasons!.slice(0, 8)" :key="reason">{{ reason }}</li>
            <li v-if="offer.reasons!.length > 8">and {{ offer.reasons!.length - 8 }} more</li>
          </ul></template
        >
      </div>
      <p v-if="total !== undefined" class="small">
        <b class="figures">{{ preferences.money(total) }}</b> for all {{ offers!.length }}
        {{ offers!.length === 1 ? 'piece' : 'pieces' }}.
      </p>
    </div>
  </div>
</template>

<style scoped>
.paper {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  align-content: start;
}
.col {
  min-width: 0;
  padding: 8px 12px;
  border-bottom: 1px solid var(--rule);
  display: grid;
  gap: 9px;
  align-content: start;
}
.pos {
  width: 76px;
  flex: none;
}
.at {
  width: 120px;
}
.grow {
  min-width: 0;
}
.tight {
  flex-wrap: nowrap;
  gap: 4px;
}
ul {
  padding-left: 18px;
}
</style>
