export { facePicture } from './face'
export { figurePath, ringPath } from './path'
export { LOST, METAL, paintOf, type Light, type Paint } from './palette'
export type { Area, FacePane, FacePicture, Ink, Mark, PicturedItem } from './mark'
