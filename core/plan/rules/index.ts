export { findings } from './findings';
