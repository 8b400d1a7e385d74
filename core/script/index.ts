export { LONGEST_TASK_S, USUAL_FRONT_ROW, volunteersInAll } from './as-played';
export { levelValue, settingValue } from './settings';
export { learnedTiming, sortPlays } from './learned-timing';
export { Marks, type PlacedMark, type Standing } from './marks';
export { basisOf, describeOdds, isUnreliable, oddsOf, type Odds } from './odds';
export {
  mayPlay,
  numbered,
  possibleShowings,
  script,
  standingsOf,
  standsOn,
  type Script,
  type ScriptItem,
  type ScriptOption,
  type Showing,
} from './script';
export { playedWith, withUnit } from './played-with';
export { added, slotOf, stepSpanS, stepsTiming, type TimingFrom } from './timing';
export { chillsOf, type Chill } from './pours';
