export * from './demo';
export * from './show';
export * from './validate';
export * from './blank';
export { asPlayed, demoFor } from './variant';
