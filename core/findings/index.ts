export {
  byMoment,
  finding,
  fix,
  isOpenStop,
  type Finding,
  type Level,
  type Place,
  type Fix,
} from './finding';
export { apply, rule, type AnyRule, type Rule } from './rule';
