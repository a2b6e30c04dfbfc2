export {
  type Change,
  type FileContents,
  type FileHistoryRow,
  type FileKind,
  type FilePlace,
  type FileProblem,
  type FileReading,
  type WrittenFile,
} from './file-format'
export { type ChosenPlace, type ChosenPlaces, type SheetFormat, sheetFormats } from './blocks/chosen-place'
export { type Corner, corners } from './blocks/free-place'
export { type RevisionBlocks } from './blocks/layout'
export { isLargeMap, isLayoutOf, mapGraph, mapLayout } from './map-graph'
export { dividedAt, drawRevisions } from './revision-blocks'
export { stampPages } from './pdf/stamp'
export { formats, kindOf, readFile, writeFile } from './formats'
export { type MapLayout, mapSvg, pathOf, tipOf } from './map-svg'
export { type Element, scxml } from './scxml'
export { likeAny, nearMisses, nearNames } from './near-miss'
export { mostPixels, pictureSize } from './picture'
export { portion, type Source, sourceOf } from './source'
export { compareSheets, type ComparedSheets } from './sheet/compare'
export { drawSheet, drawThumbnail, type Sheet } from './sheet/sheet'
export { drawSvg } from './sheet/svg-sheet'
