export { OnPaper } from './OnPaper';
export { PaperStyles } from './PaperStyles';
export { PaperTable, Sheet, type PaperRow } from './Sheet';
