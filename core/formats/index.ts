export * from './show-file';
export { calendarOf } from './calendar';
export { readStores, STORES_COLUMNS, writeStores, type StoresPreview, type StoresRow } from './stores-csv';
export { buyingCsv, costsCsv, packingCsv } from './lists-csv';
export { debriefCsv, debriefMarkdown, type DebriefOf } from './debrief';
export { seasonCsv } from './season-csv';
export { RISK_DRAFT, riskCsv, riskMarkdown } from './risk';
