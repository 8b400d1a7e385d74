export { ChangePanel } from './ChangePanel';
export { Guess } from './Guess';
export { JumpList } from './JumpList';
export { OutcomePanel } from './OutcomePanel';
export { ReadingPad } from './ReadingPad';
