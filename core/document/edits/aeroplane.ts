import * as z from 'zod'
import { Id, Name } from '../../catalogue/item'
import { Airframe, Bay, Brief, Panel, Pilot, Point, Stiffener, Zone } from '../schema/schema'
import { drop, edit, putById } from './kit'

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
  'zone.put': edit({ zone: Zone }, (project, { zone }) => putById(project.airframe.panel.zones, zone)),
  'zone.drop': edit({ zone: Id }, (project, { zone }) => {
    drop(project.airframe.panel.zones, other => other.id === zone, `zone “${zone}”`)
  }),
  'bay.put': edit({ bay: Bay }, (project, { bay }) => putById(project.airframe.panel.bays, bay)),
  'bay.drop': edit({ bay: Id }, (project, { bay }) => {
    drop(project.airframe.panel.bays, other => other.id === bay, `bay “${bay}”`)
  }),
  'stiffener.put': edit({ stiffener: Stiffener }, (project, { stiffener }) =>
    putById(project.airframe.panel.stiffeners, stiffener)
  ),
  'stiffener.drop': edit({ stiffener: Id }, (project, { stiffener }) => {
    drop(project.airframe.panel.stiffeners, other => other.id === stiffener, `stiffener “${stiffener}”`)
  }),
  'pilot.put': edit({ pilot: Pilot }, (project, { pilot }) => putById(project.airframe.pilots, pilot)),
  'pilot.drop': edit({ pilot: Id }, (project, { pilot }) => {
    drop(project.airframe.pilots, other => other.id === pilot, `pilot “${pilot}”`)
  })
}
