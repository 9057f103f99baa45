import { byKind } from './own-names'
import type { FunctionName, TradeKind } from './vocabulary'
import type { Item } from './item'

/** What people call things besides their kind (common practice). */
const OF_KIND: Partial<Record<TradeKind, string>> = {
  'switch': 'master toggle rocker contactor relay solenoid',
  'breaker': 'fuse circuit breaker protection cb fuse block',
  'display': 'efis pfd mfd screen glass',
  'round instrument': 'gauge dial',
  'mechanical instrument': 'gauge dial steam six pack',
  'vacuum part': 'gyro steam suction six pack',
  'navigator': 'gps receiver',
  'nav/com': 'radio vhf vor ils',
  'com': 'radio vhf transceiver',
  'remote com': 'radio vhf transceiver',
  'audio panel': 'intercom',
  'transponder': 'squawk mode c mode s ads-b',
  'remote transponder': 'squawk mode s ads-b',
  'ads-b receiver': 'traffic weather',
  'attitude and air data': 'ahrs adahrs adc',
  'magnetometer': 'compass flux sensor',
  'engine monitor': 'ems egt cht gauges',
  'elt': 'emergency beacon locator',
  'backup battery': 'standby battery',
  'annunciator': 'warning lights lamps',
  'usb power': 'charger outlet',
  'camera': 'video film',
  'jack': 'headset plug',
  'antenna': 'aerial',
  'dimmer': 'lighting rheostat',
  'airframe part': 'contactor'
}
const OF_FUNCTION: Partial<Record<FunctionName, string>> = {
  'gps': 'position source',
  'waas gps': 'position source sbas',
  'position lights': 'position navigation nav lights',
  'anti-collision light': 'beacon strobe',
  'pitot and static': 'pitot probe static port',
  'battery power': 'master contactor battery',
  'generator': 'alternator',
  'starter': 'contactor solenoid',
  'circuit protection': 'fuse breaker bus',
  'attitude': 'horizon ai',
  'airspeed': 'asi',
  'altitude': 'altimeter',
  'vertical speed': 'vsi variometer',
  'heading': 'dg direction gyro hsi',
  'rate of turn': 'turn and bank coordinator'
}

/** All the words by which an item may be looked for. */
export const searchWords = (item: Item): string =>
  [item.kind, byKind(OF_KIND, item), ...item.provides.flatMap(name => [name, OF_FUNCTION[name]])]
    .filter(Boolean)
    .join(' ')
