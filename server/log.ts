import pino, { type Logger } from 'pino';

/**
 * What the server writes down about itself: one JSON object a line on the error output, so that the address on the
 * standard output stays alone. HEARTY_LOG sets the least level that is written (info; silent for none).
 */
export const openLog = (level = process.env.HEARTY_LOG ?? 'info'): Logger =>
  pino({ level, base: undefined, timestamp: pino.stdTimeFunctions.isoTime }, pino.destination(2));
