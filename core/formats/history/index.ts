export { blockRow, numberedRows, oldestFirst, type Tagged } from './rows'
export { type PlacedText, tableRows } from './table'
