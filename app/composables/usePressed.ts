import { createSharedComposable, useMousePressed } from '@vueuse/core'

/** Whether a button of the mouse, or a finger, is down: one listener for all who ask. */
export const usePressed = createSharedComposable(() => useMousePressed().pressed)
