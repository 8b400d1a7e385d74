export * from './reliability';
export * from './learn';
export * from './sum-up';
