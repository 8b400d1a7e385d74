export * from './envelope';
export * from './kinds';
export * from './fold';
export * from './growing';
