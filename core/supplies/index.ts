export * from './needs';
export type { KitNeedTotal } from './kit';
