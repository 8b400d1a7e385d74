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

/** When somebody has to be there. */
export const callWords = ({ callS }: CallSheet, up: number): string =>
  callS === undefined ? 'no job' : `${callS < 0 ? 'call' : 'first on at'} ${formatClock(up + callS)}`;

/** When the first of the crew has to be there, where there is a job before curtain-up. */
export const crewCallWords = (crewCallS: number, up: number): string =>
  crewCallS < 0 ? `Crew call ${formatClock(up + crewCallS)}` : 'No jobs before curtain-up';

/** How late their first job may start, where that is later than planned. */
export const latestWords = ({ callS = 0, neededS }: CallSheet, up: number): string =>
  neededS === undefined || neededS <= callS ? '' : ` · first job must start by ${formatClock(up + neededS)}`;

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
