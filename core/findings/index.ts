export type { Finding, FindingCode, Fix, Level } from './finding';
