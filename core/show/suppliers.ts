/** Where goods come from. */
export const SUPPLIERS = [
  'supermarket',
  'chemist',
  'hardware shop',
  'laboratory supplier',
  'gas supplier',
  'ice supplier',
  'party shop',
  'by post',
] as const;
export type Supplier = (typeof SUPPLIERS)[number];
