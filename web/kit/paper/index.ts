export { OnPaper } from './OnPaper';
export { PaperStyles } from './PaperStyles';
export { PaperTable, Sheet } from './Sheet';
export { Warned } from './Warned';
