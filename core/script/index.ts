export { learnedTiming } from './learned-timing';
export { posterior, type Posterior } from './odds';
export { script, type Script, type ScriptItem } from './script';
export { stepsTiming, type TimingFrom } from './timing';
