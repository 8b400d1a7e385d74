export { byMoment, finding, fix, type Finding, type Level, type Place, type Fix } from './finding';
export { apply, rule, type AnyRule, type Rule } from './rule';
