export * from './quantities';
export * from './show';
export * from './timetable';
export * from './forecast';
export * from './supplies';
export * from './live';
export * from './logbook';
export * from './formats';
