export { perObject, remembered, sameElements } from './remembered'
export { track, trackedOf, valueOf, varied, type Shape, type Tracked } from './reader'
