import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { formatLength, formatMass, formatRun, type UnitSystem } from '#core/quantity'

/** What a person likes in this browser: inch or metric, light or dark, the snag drawer open. */
export const useTaste = defineStore('taste', () => {
  const system = useLocalStorage<UnitSystem>('ewerpanel.units', 'inch')
  const dark = useLocalStorage('ewerpanel.dark', false)
  const snagsOpen = useLocalStorage('ewerpanel.snags', true)
  return {
    system,
    dark,
    snagsOpen,
    length: (mm: number) => formatLength(mm, system.value),
    run: (mm: number) => formatRun(mm, system.value),
    mass: (kg: number) => formatMass(kg, system.value)
  }
})
