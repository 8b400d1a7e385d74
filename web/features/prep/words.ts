import { formatClock, formatDuration, numbered, type CallLine, type CallSheet } from '@hearty/core';

const KINDS: Record<CallLine['kind'], string> = {
  arrive: '',
  prepare: '',
  'on stage': 'On stage: ',
  help: 'Help: ',
  reset: 'After it: ',
  leave: '',
};

export const whatWords = ({ kind, what, number }: CallLine): string => KINDS[kind] + numbered(number, what);

/** What is theirs to do or to watch in a line, what is worn, and its cautions, each a sentence; empty for most lines. */
export const warnings = ({ does = [], worn, cautions = [] }: CallLine): string[] => [
  ...does.map((message) => (/[.!?]”$/.test(message) ? message : `${message}.`)),
  ...(worn ? [`Wear: ${worn.join('; ')}.`] : []),
  ...cautions,
];

/** When somebody's hands are first needed at the latest; nothing where that is not said by their coming. */
export const neededWords = ({ neededS, comesS }: CallSheet, up: number): string =>
  neededS === undefined || neededS <= comesS ? '' : ` · first needed by ${formatClock(up + neededS)}`;

/** How long, where, what for, and the times that bind it. */
export const lineWords = (line: CallLine, clock: (s: number) => string): string => {
  return [
    line.endS > line.atS && formatDuration(line.endS - line.atS),
    line.place,
    line.forItem && `for ${line.forItem}`,
    line.with?.join(', '),
    line.earliestS !== undefined &&
      line.latestS !== undefined &&
      line.latestS > line.earliestS &&
      `not before ${clock(line.earliestS)}, can wait until ${clock(line.latestS)}`,
    line.readyS !== undefined &&
      (line.staleS === undefined
        ? `ready ${clock(line.readyS)}`
        : `fresh ${clock(line.readyS)}–${clock(line.staleS)}`),
  ]
    .filter(Boolean)
    .join(' · ');
};
