export { OnPaper } from './OnPaper';
export { PaperStyles } from './PaperStyles';
export { PrintButton } from './PrintButton';
export { PaperTable, Sheet } from './Sheet';
