export { OnPaper } from './OnPaper';
export { PaperStyles } from './PaperStyles';
export { PaperTable, Sheet } from './Sheet';
export { StopsOnPaper } from './StopsOnPaper';
export { Warned } from './Warned';
