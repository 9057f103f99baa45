/**
 * Every code of a finding, by the room that reports it, with its title. A finding is reported under one of these and no other; the
 * app finds the step that shows it by its room.
 */
const TITLES = {
  brief: {
    dislike: 'Unit the brief excludes',
    function: 'Required function not working',
    unwatched: 'Wishes that are not checked',
    wish: 'Wish of the brief not met'
  },
  catalogue: {
    newer: 'Newer catalog revision'
  },
  functions: {
    'duplicate': 'Duplicate without redundancy',
    'left-over': 'Unit no longer required',
    'lost': 'Function lost',
    'place': 'Location not suitable',
    'seats': 'Seats without audio'
  },
  mass: {
    'arm': 'Arm outside the aircraft',
    'no-loading': 'No loading entered',
    'outside': 'Center of gravity outside the envelope',
    'over': 'Maximum weight exceeded',
    'station': 'Station limit exceeded'
  },
  money: {
    'over': 'Over the budget limit',
    'quote': 'Quote differs from the estimate',
    'quote-lacks': 'Lines missing in a quote',
    'quote-twice': 'Line quoted twice',
    'visit': 'Visit over its limit'
  },
  panel: {
    'access': 'Removable only from behind',
    'bay-frame': 'Body meets the frame of a bay',
    'bay-lip': 'Cutout too near the seam of a bay',
    'behind-overlap': 'Units collide behind the panel',
    'bend': 'Panel deflection over the limit',
    'bezel-edge': 'Bezel beyond the panel edge',
    'bezel-overlap': 'Units overlap',
    'bulkhead': 'Too deep for the bulkhead',
    'depth': 'Too deep for what is behind',
    'edge': 'Edge margin too small',
    'face-zone': 'Overlaps a reserved area',
    'inside-corner': 'Inside corner too sharp',
    'label': 'Label overlaps',
    'letters': 'Letters the engraving font does not have',
    'nut-plate': 'No room for a nut plate',
    'open-hole': 'Hole without a unit or a plate',
    'own-screw': 'Screw hole overlaps its own cutout',
    'plate-room': 'Blanking plate overlaps a unit',
    'rear-support': 'Rear support required',
    'screw': 'Screws overlap',
    'screw-edge': 'Screw too near an edge',
    'screw-head': 'No room for a screw head',
    'screw-lost': 'Screw in an existing hole',
    'screw-nut': 'No room for a nut',
    'screw-web': 'Web at a screw too narrow',
    'screw-zone': 'Screw in a reserved area',
    'seam': 'Unit crosses the seam of a bay',
    'sheet-conflict': 'Unit cannot use the existing sheet',
    'stiffener': 'Stiffener cannot be riveted',
    'tray-gap': 'Opening wider than the tray',
    'unplaced': 'Not placed on the panel',
    'web': 'Web between cutouts too narrow'
  },
  pilot: {
    'basic-t': 'Not a basic T',
    'cone': 'Outside the viewing cone',
    'flow': 'Step of a flow is hard to do',
    'order': 'Better switch order',
    'reach': 'Beyond reach',
    'scan': 'Standby too far from the display',
    'sight': 'Outside the field of view',
    'single-control': 'One control point only',
    'warning-light': 'Warning light not in view'
  },
  power: {
    'ampacity': 'Wire too small for the load',
    'battery-gives': 'Battery discharges in flight',
    'breaker-brief': 'Breaker opens at the peak load',
    'breaker-small': 'Breaker too small for the load',
    'cells-loose': 'Internal battery feeds no bus',
    'diode-drop': 'Diode type not entered',
    'drop': 'Voltage drop over the limit',
    'endurance': 'Time on battery too short',
    'essential-feed': 'No power on the essential feed',
    'feed-ring': 'Feeders form a ring',
    'feeder-ampacity': 'Feeder wire too small',
    'feeder-bare': 'Feeder without protection',
    'feeder-drop': 'Feeder voltage drop over the limit',
    'feeder-none': 'Feeder over the largest breaker',
    'feeder-protector': 'Feeder protection too large for its wire',
    'feeder-rated': 'Feeder part rated too low',
    'feeder-starter': 'Starter cable too small',
    'five-minutes': 'Five-minute load over the supply',
    'fuse-spares': 'Spare fuses required',
    'idle': 'Discharge at idle',
    'idle-unknown': 'Idle output not entered',
    'landing-reserve': 'No reserve for the landing',
    'lithium-place': 'Lithium battery in the cabin',
    'no-route': 'No route for a wire',
    'no-source': 'Bus without a source',
    'no-wire': 'No wire carries the load',
    'nothing-kept': 'No essential units marked',
    'one-breaker': 'One breaker, several units',
    'one-lost': 'Discharge with one alternator lost',
    'overload': 'Alternator overloaded',
    'phase-endurance': 'Time on battery too short in a phase',
    'protector': 'Protection too large for the wire',
    'protector-hot': 'Protection too large for a derated wire',
    'shared-buses': 'Shared breaker on two buses',
    'sheds-pitot-heat': 'Pitot heat is shed',
    'switch': 'Switch rated too low',
    'two-answers': 'Voltage can collapse after a dip',
    'uncharged': 'Battery is not charged',
    'volts': 'Bus voltage too low'
  },
  rules: {
    'approval': 'Approval missing',
    'brief': 'Entries of the brief disagree',
    'certified-on': 'Check the certification date',
    'made-on': 'Check the date of manufacture',
    'missing': 'Requirement not met',
    'model-awaited': 'Model approval awaited',
    'model-not-entered': 'Model approval not entered',
    'model-not-listed': 'Not approved for this model'
  },
  wiring: {
    'antennas-near': 'Antennas too close',
    'antennas-where': 'Antenna positions not entered',
    'can-long': 'CAN bus too long',
    'can-stub': 'CAN stub too long',
    'coax-loss': 'Coax loss over the limit',
    'coax-old': 'Existing coax not identified',
    'coax-power': 'Coax next to power wires',
    'coax-shield': 'Coax shield too weak',
    'contact-amps': 'Contact rated too low',
    'contact-gauge': 'Wire does not fit its contact',
    'crowded': 'Too many connections at a port',
    'dark-lamps': 'Warning lamps not connected',
    'function-missing': 'Required unit missing',
    'ground-loop': 'Ground loop in the audio',
    'ground-plane': 'Ground plane required',
    'iron': 'Magnetic parts near the magnetometer',
    'iron-where': 'Magnetic parts: positions not entered',
    'light-by-aerial': 'Light power supply near an antenna',
    'magnetometer': 'Wire disturbs the magnetometer',
    'magnetometer-where': 'Magnetometer position not entered',
    'mismatch': 'Ports do not match',
    'no-route': 'No route for a connection',
    'noise': 'Noise in audio wires',
    'opening': 'Access opening too small',
    'opening-unknown': 'Access opening not entered',
    'pin-missing': 'Pin not entered',
    'pins-made-up': 'Placeholder pins',
    'pins-unknown': 'Pin table not entered',
    'rs-232-long': 'RS-232 too long',
    'signal-missing': 'Required signal missing',
    'socket-far': 'Socket out of reach',
    'stands-facing': 'Mounted facing the wrong way',
    'stands-inverted': 'Mounted inverted',
    'stands-nose': 'Pitch angle over the limit',
    'stands-roll': 'Roll angle over the limit',
    'stands-turn': 'Yaw angle over the limit',
    'stands-unmeasured': 'Mounting angles not entered',
    'talkers': 'Two transmitters on one input',
    'tubes': 'Pitot and static test required',
    'way': 'Route needs protection',
    'wing-root': 'No connector at the wing root',
    'wireless-range': 'Wireless link leaves the cabin'
  }
} as const
type Titles = typeof TITLES

/** A room that reports findings, as it stands before the dot of their codes. */
export type FindingRoom = keyof Titles
/** The code of a finding: its room, and what is wrong. */
export type FindingCode = { [R in FindingRoom]: `${R}.${keyof Titles[R] & string}` }[FindingRoom]
/** The title of each finding: what is wrong, in under 60 characters. */
export const FINDING_TITLES = Object.fromEntries(
  Object.entries(TITLES).flatMap(([room, titles]) =>
    Object.entries(titles).map(([code, title]) => [`${room}.${code}`, title])
  )
) as Readonly<Record<FindingCode, string>>

/** The room that reports findings of a code. */
export const roomOf = (code: FindingCode): FindingRoom => code.slice(0, code.indexOf('.')) as FindingRoom

/** Every kind of figure whose working can be asked for. */
export type FigureKind =
  | 'money'
  | 'later'
  | 'useful load'
  | 'arm'
  | 'loading'
  | 'amps'
  | 'load'
  | 'minutes'
  | 'metal'
  | 'wires'
  | 'rules'
  | 'findings'
  | 'bend'
  | 'tray'
  | 'coax'
  | 'magnetometer'
  | 'circuit breaker'
  | 'circuit wire'
  | 'circuit drop'
  | 'circuit switch'
  | 'feeder rating'
  | 'feeder wire'
