import { defineStore } from 'pinia'
import { act, cure, redo, undo } from './bench/editing'
import { examine } from './bench/examining'
import { flush, keepMine, open, settle, takeTheirs } from './bench/keeping'
import { benchState } from './bench/state'

/** The project on the bench: the document, its history, what the core says of it, and its keeping. */
export const useBench = defineStore('bench', () => {
  const state = benchState()
  const { catalogue, own: _, ...seen } = state
  // What stands in the catalogue now tells where a unit stands on an earlier revision.
  watch([state.project, state.optionId, catalogue.items], () => {
    void examine(state)
  })
  return {
    ...seen,
    open: (id: string) => open(state, id),
    act: (edits: Parameters<typeof act>[1], label: string, key = '') => act(state, edits, label, key),
    undo: () => undo(state),
    redo: () => redo(state),
    cure: (remedy: Parameters<typeof cure>[1]) => cure(state, remedy),
    flush: () => flush(state),
    settle: (chosen: Parameters<typeof settle>[1]) => settle(state, chosen),
    keepMine: () => keepMine(state),
    takeTheirs: () => takeTheirs(state)
  }
})
