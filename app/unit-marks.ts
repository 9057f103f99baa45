import {
  mdiAccessPointNetwork,
  mdiBatteryOutline,
  mdiClockOutline,
  mdiCompassOutline,
  mdiGaugeEmpty,
  mdiHeadphones,
  mdiHelp,
  mdiLightbulbOutline,
  mdiMapMarkerOutline,
  mdiMonitor,
  mdiRadioTower,
  mdiSteering,
  mdiToggleSwitchOutline,
  mdiVideoOutline
} from '@mdi/js'
import { byKind, type Item, type TradeKind } from '#core/catalogue'

const MARKS: Partial<Record<TradeKind, string>> = {
  'display': mdiMonitor,
  'round instrument': mdiGaugeEmpty,
  'mechanical instrument': mdiGaugeEmpty,
  'vacuum part': mdiGaugeEmpty,
  'navigator': mdiMapMarkerOutline,
  'nav/com': mdiRadioTower,
  'com': mdiRadioTower,
  'audio panel': mdiHeadphones,
  'transponder': mdiAccessPointNetwork,
  'autopilot computer': mdiSteering,
  'autopilot controller': mdiSteering,
  'engine monitor': mdiGaugeEmpty,
  'backup battery': mdiBatteryOutline,
  'annunciator': mdiLightbulbOutline,
  'clock': mdiClockOutline,
  'compass': mdiCompassOutline,
  'switch': mdiToggleSwitchOutline,
  'breaker': mdiToggleSwitchOutline,
  'camera': mdiVideoOutline,
  'dimmer': mdiLightbulbOutline
}

/** A small mark for what a unit does: a path on a 24 by 24 field. */
export const markOf = (item: Item): string => byKind(MARKS, item) ?? (item.provides.length ? mdiGaugeEmpty : mdiHelp)
