export * from './demo';
export * from './show';
export * from './validate';
export * from './blank';
export { applyChange, setUpTiming, tidied, type Change, type ItemFields } from './change';
