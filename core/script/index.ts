export { demoFor } from './as-played';
export { learnedTiming } from './learned-timing';
export { posterior, type Posterior } from './odds';
export { firstShowing, stepsTiming, wholeItem, type TimingFrom } from './timing';
