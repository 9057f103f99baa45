<script setup lang="ts">
/** A task as a bar on its track of days. Drawn along it, or moved by its arrow keys, it is not to begin before another day. */
import { useDraggable, useElementSize, useEventListener } from '@vueuse/core'
import { workingDayOf, type JobTask } from '#core/money'
import { usePreferences } from '~/stores/preferences'

const { task, name, days, start, closed } = defineProps<{
  task: JobTask
  name: string
  /** Working days that the whole track stands for. */
  days: number
  /** The day of its left end; a bar cannot be moved where there is none. */
  start?: string
  closed: readonly string[]
}>()
/** The day before which it is not to begin; none when it may begin as soon as what it waits for is done. */
const emit = defineEmits<{ move: [day: string] }>()
const preferences = usePreferences()
const track = useTemplateRef('track')
const bar = useTemplateRef('bar')
const { width } = useElementSize(track)
/** Working days it has been drawn by. */
const drawn = ref<number>()
/** Where it was put, until the plan has been worked out with it. */
const put = ref<number>()
watch(
  () => task,
  () => {
    put.value = undefined
  }
)
let from = 0
const dayOf = (index: number) => (start ? workingDayOf(start, Math.max(0, index), closed) : '')
const begins = computed(() => Math.max(0, (put.value ?? Math.floor(task.start + 1e-9)) + (drawn.value ?? 0)))
function moveTo(index: number) {
  const first = Math.max(0, index)
  // As soon as it may: so it begins already.
  if (first <= task.ready + 1e-9 && task.from === undefined) return
  put.value = Math.max(first, Math.ceil(task.ready - 1e-9))
  emit('move', first <= task.ready + 1e-9 ? '' : dayOf(first))
}
useDraggable(bar, {
  axis: 'x',
  preventDefault: true,
  disabled: () => !start,
  onStart: (_, event) => {
    from = event.clientX
    drawn.value = 0
  },
  onMove: (_, event) => {
    if (drawn.value !== undefined) drawn.value = Math.round(((event.clientX - from) / (width.value || 1)) * days)
  },
  onEnd: () => {
    const to = begins.value
    const by = drawn.value
    drawn.value = undefined
    if (by) moveTo(to)
  }
})
useEventListener('keydown', event => {
  if (event.key === 'Escape') drawn.value = undefined
})
const KEYS: Readonly<Record<string, number>> = { ArrowLeft: -1, ArrowRight: 1, PageUp: -5, PageDown: 5 }
function press(event: KeyboardEvent) {
  const by = event.key === 'Home' ? -begins.value : KEYS[event.key]
  if (by === undefined || !start) return
  event.preventDefault()
  moveTo(begins.value + by)
}
const moved = computed(() => drawn.value !== undefined || put.value !== undefined)
const left = computed(() => (days ? ((moved.value ? begins.value : task.start) / days) * 100 : 0))
const long = computed(() => (days ? Math.max(0.6, ((task.finish - task.start) / days) * 100) : 0))
</script>

<template>
  <div ref="track" class="track">
    <span
      ref="bar"
      class="bar"
      :class="{ critical: task.slack < 0.05, movable: start, drawn: drawn !== undefined }"
      :style="{ left: `${left}%`, width: `${long}%` }"
      v-bind="
        start
          ? {
              'role': 'slider',
              'tabindex': 0,
              'aria-label': `Begin of ${name}`,
              'aria-valuenow': begins,
              'aria-valuemin': 0,
              'aria-valuemax': Math.max(begins, Math.ceil(days)),
              'aria-valuetext': preferences.day(dayOf(begins))
            }
          : {}
      "
      @keydown="press"
    />
    <output
      v-if="drawn"
      class="day figures"
      :class="{ before: left > 50 }"
      :style="{ left: `${left > 50 ? left : left + long}%` }"
      >{{ preferences.day(dayOf(begins)) }}</output
    >
  </div>
</template>

<style scoped>
.track {
  position: relative;
  height: 20px;
}
.bar {
  position: absolute;
  top: 4px;
  height: 12px;
  min-width: 4px;
  background: var(--dye);
  opacity: 0.55;
}
/* What is caught by a finger is larger than what is seen. */
.bar.movable::before {
  content: '';
  position: absolute;
  inset: -10px -12px;
}
.bar.critical {
  opacity: 1;
  background: var(--graphite);
}
.movable {
  cursor: ew-resize;
  touch-action: none;
}
.movable:focus-visible {
  outline: 2px solid var(--dye);
  outline-offset: 2px;
}
.drawn {
  opacity: 1;
}
.day {
  position: absolute;
  top: -1px;
  z-index: 1;
  margin: 0 6px;
  padding: 1px 5px;
  background: var(--paper, #fff);
  border: 1px solid var(--graphite);
  white-space: nowrap;
  pointer-events: none;
}
.day.before {
  transform: translateX(-100%);
}
</style>
