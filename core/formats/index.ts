export * from './show-file';
export * from './assemble';
export type * from './answers';
export {
  callSheets,
  callState,
  type CallKind,
  type CallLine,
  type CallSheet,
  type CallState,
} from './call-sheet';
export { calendarOf } from './calendar';
export { readStores, STORES_COLUMNS, writeStores, type StoresPreview, type StoresRow } from './stores-csv';
export { buyingCsv, costsCsv, packingCsv } from './lists-csv';
