import * as z from 'zod'
import { Name } from '../../catalogue/item'
import {
  Airframe,
  Bay,
  Brief,
  Loading,
  Panel,
  Pilot,
  Place,
  Point,
  Route,
  Station,
  Stiffener,
  Zone
} from '../schema/schema'
import { edit, recordEdits } from './kit'

/** Edits of the aeroplane itself and of what it is for. */
export const aeroplaneEdits = {
  'project.rename': edit({ title: Name }, (project, { title }) => {
    project.title = title
  }),
  'brief.set': edit({ brief: Brief }, (project, { brief }) => {
    project.brief = brief
  }),
  'airframe.set': edit({ airframe: Airframe }, (project, { airframe }) => {
    project.airframe = airframe
  }),
  'panel.set': edit({ panel: Panel }, (project, { panel }) => {
    project.airframe.panel = panel
  }),
  'outline.set': edit({ outline: z.array(Point).min(3).max(2_000) }, (project, { outline }) => {
    project.airframe.panel.outline = outline
  }),
  ...recordEdits('zone', Zone, project => project.airframe.panel.zones),
  ...recordEdits('bay', Bay, project => project.airframe.panel.bays),
  ...recordEdits('stiffener', Stiffener, project => project.airframe.panel.stiffeners),
  ...recordEdits('pilot', Pilot, project => project.airframe.pilots),
  ...recordEdits('place', Place, project => project.airframe.places),
  ...recordEdits('route', Route, project => project.airframe.routes),
  ...recordEdits('station', Station, project => project.airframe.stations),
  ...recordEdits('loading', Loading, project => project.airframe.loadings)
}
