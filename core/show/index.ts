export * from './demo';
export * from './show';
export * from './validate';
export * from './blank';
export { demoFor } from './variant';
