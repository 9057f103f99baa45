/**
 * The screens of the app, by step and pane, with their names: declared here once, so that a finding can point to one and the app's
 * own tabs cannot say another name.
 */
export const SCREENS = {
  brief: { name: 'Brief', panes: {} },
  equipment: { name: 'Equipment', panes: { add: 'Add', installed: 'Installed' } },
  panel: {
    name: 'Panel',
    panes: {
      pieces: 'Selected',
      finder: 'Find space',
      sheet: 'Sheet',
      seats: 'Seats',
      hands: 'Flow',
      paper: 'Print and cut'
    }
  },
  power: {
    name: 'Power',
    panes: {
      loads: 'Loads',
      feeds: 'Distribution',
      circuits: 'Circuits',
      loss: 'On battery',
      failures: 'Failures',
      paper: 'Print and files'
    }
  },
  wiring: {
    name: 'Wiring',
    panes: {
      links: 'Data connections',
      list: 'Wire list',
      connectors: 'Connectors',
      joints: 'Buses and splices',
      airframe: 'Airframe and routes',
      radio: 'Radio and compass',
      paper: 'Print and files'
    }
  },
  rules: {
    name: 'Rules',
    panes: {
      clauses: 'Clauses',
      works: 'What works',
      failures: 'Failures',
      backups: 'Backups',
      papers: 'Papers and packs'
    }
  },
  budget: {
    name: 'Budget',
    panes: {
      money: 'What it costs',
      visits: 'Visits',
      quotes: 'Quotes',
      time: 'Time and odds',
      options: 'Options side by side',
      paid: 'Actual cost',
      balance: 'Weight and balance'
    }
  },
  build: { name: 'Build', panes: {} }
} as const

/** A step of the app. */
export type StepId = keyof typeof SCREENS
/** A pane of a step. */
export type PaneOf<S extends StepId> = keyof (typeof SCREENS)[S]['panes'] & string
/** Any pane. */
export type Pane = { [S in StepId]: PaneOf<S> }[StepId]

/** What a step, or a pane of it, is called: “Power, Distribution”. */
export function screenName<S extends StepId>(step: S, pane?: PaneOf<S>): string {
  const { name, panes } = SCREENS[step]
  return pane === undefined ? name : `${name}, ${(panes as Record<string, string>)[pane]!}`
}
/** The panes of a step with their names, in the order of their tabs. */
export const panesOf = <S extends StepId>(step: S): (readonly [PaneOf<S>, string])[] =>
  Object.entries(SCREENS[step].panes) as [PaneOf<S>, string][]
