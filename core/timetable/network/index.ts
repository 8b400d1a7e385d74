export { earliestTimes, latestTimes, shortestContradiction, type Contradiction, type Link } from './network';
