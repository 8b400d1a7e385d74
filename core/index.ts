export * from './quantities';
export {
  beside,
  declare,
  detailsOf,
  type Detail,
  fieldAt,
  fieldOf,
  fieldsOf,
  Id,
  labelOf,
  MOST_TITLE,
  oddity,
  readField,
  sayField,
  type Field,
  type Measure,
  type Read,
} from './fields';
export * from './show';
export * from './physics';
export * from './bench';
export * from './script';
export * from './findings';
export * from './timetable';
export * from './forecast';
export * from './supplies';
export * from './safety';
export * from './logbook';
export * from './plan';
export * from './log';
export * from './live';
export * from './formats';
export type * from './answers';
