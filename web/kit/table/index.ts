export { onPaper, TICK_BOX, type Column } from './columns';
export { DataTable } from './DataTable';
