export { byMoment, finding, wayOut, type Finding, type Level, type Place, type WayOut } from './finding';
export { apply, rule, type AnyRule, type Rule } from './rule';
