export { LONGEST_TASK_S, stepsOfShowing, USUAL_FRONT_ROW } from './as-played';
export { levelFactors, levelValue, settingValue } from './settings';
export { learnedTiming } from './learned-timing';
export { Marks, type PlacedMark, type Standing } from './marks';
export { isUnreliable, posterior, type Posterior } from './odds';
export { numbered, script, type Script, type ScriptItem, type ScriptOption } from './script';
export type { Played, PlayedAt, Sum, Sums, SumValue } from './sums';
export { added, slotOf, stepsTiming, type TimingFrom } from './timing';
export { sharedPieces } from './vessels';
