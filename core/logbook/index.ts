export * from './reliability';
export * from './learn';
