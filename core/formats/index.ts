export { type MapLayout, mapSvg, pathOf, tipOf } from './map-svg'
export { type Element, scxml } from './scxml'
