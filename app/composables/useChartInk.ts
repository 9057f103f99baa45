import { Chart } from 'chart.js'
import { usePreferences } from '~/stores/preferences'

/** Colors of charts in the theme that is on: text and grid, and inks that differ in lightness as well as in hue. */
export function useChartInk() {
  Chart.defaults.font.family = 'Public Sans'
  Chart.defaults.font.size = 11
  const preferences = usePreferences()
  return computed(() =>
    preferences.dark
      ? {
          text: '#E4E2DA',
          rule: '#465055',
          line: '#93B0EC',
          wash: 'rgba(147,176,236,.16)',
          limit: '#F0907F',
          parts: ['#93B0EC', '#B4C381', '#E2B04A', '#7F8A90', '#C9A0DC', '#F0907F', '#5F8F8A', '#D8D4C4']
        }
      : {
          text: '#22272A',
          rule: '#D5D8D4',
          line: '#27498F',
          wash: 'rgba(39,73,143,.12)',
          limit: '#B83A27',
          parts: ['#27498F', '#7F8F4A', '#C98F1B', '#9AA3A6', '#7A5490', '#B83A27', '#4E7D78', '#C9CDC6']
        }
  )
}
