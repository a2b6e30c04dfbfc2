export { blockRow, merged, numberedRows, oldestFirst, type Tagged } from './rows'
export { type PlacedText, tableRows } from './table'
