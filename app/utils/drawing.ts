export { figurePath, ringPath } from '#core/picture'
