export * from './reliability';
export * from './learn';
export { learnedTiming } from './durations';
