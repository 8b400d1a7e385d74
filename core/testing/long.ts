/** True in `npm run test:long`, where searches run at their full size. */
const isLong = process.env.HEARTY_LONG === '1';

/** How large a search is: small in `npm test`, full in `npm run test:long`. */
export const sized = (quick: number, full: number): number => (isLong ? full : quick);
