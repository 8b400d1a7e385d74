export { ConsistentNetwork, type Contradiction } from './consistent';
export { earliestTimes, latestTimes, type Link } from './network';
