import {
  ACTION_ON,
  MOVE_KINDS,
  OUTCOMES,
  SPEEDS,
  VOLUNTEER_CHANGES,
  type RunEvent,
  type StoresEvent,
  type TickEvent,
} from '@hearty/core';

type Bodies<E extends { kind: string; body: unknown }> = {
  [K in E['kind']]: Extract<E, { kind: K }>['body'][];
};

const itemId = 'i-hanging-hammer';
const none = {};

/**
 * Bodies of every kind of event in a run of the show “Small forces”, each choice of a field among them. A new kind does
 * not compile without a row here.
 */
export const EVERY_RUN_KIND: Bodies<RunEvent> = {
  slept: [{ from: 1000, to: 1_200_000 }],
  'sleep answered': [true, false].map((wentOn) => ({ sleepId: 'e1', wentOn })),
  conditions: [none, { roomC: 18, humidityPercent: 50, pressureKPa: 101, indoors: true, heads: 40 }],
  rehearsal: SPEEDS.map((speed) => ({ speed, seed: 1, guided: false })),
  'trouble met': [{ troubleId: 't1', did: 'Swapped the bottle' }],
  'slot cut': [{ byS: 120 }],
  check: [true, false, 12.5, null].map((value) => ({ checkId: 'c1', value })),
  'all there': [{ checkIds: ['c2', 'c3'] }],
  'task done': [{ itemId, taskId: 't1' }],
  overridden: [{ reason: 'The spare will do', itemId }],
  overruled: [{ reason: 'Seen by everybody', itemId }],
  curtain: [none],
  'item begun': [{ itemId }],
  chosen: [{ itemId, demoId: 'hanging-hammer' }],
  'step done': [{ itemId, stepId: 's1' }],
  'timer done': [{ itemId, stepId: 's1' }],
  volunteers: [{ itemId, count: 2 }],
  dose: [{ itemId, parameterId: 'p1', value: 3 }],
  hold: [none],
  resume: [none],
  again: [{ itemId }, { itemId, showing: 1 }],
  'setting changed': [
    { itemId, parameterId: 'p1', value: 2, once: true },
    { itemId, parameterId: 'p1', name: 'copper' },
    { itemId, variantId: 'v1' },
    { itemId, variantId: null },
    { itemId, other: true },
  ],
  guess: [42, 'sinks'].map((value) => ({ itemId, stepId: 's1', value })),
  hitch: [{ itemId }],
  'near miss': [none, { itemId }],
  volunteer: VOLUNTEER_CHANGES.map((what) => ({ itemId, what })),
  'work answered': [true, false].map((done) => ({ itemId, taskId: 't1', done })),
  summary: [{ text: 'Full house, one retry' }],
  'counts all the same': [none],
  described: [{ eventId: 'e1', text: 'The lid jumped' }],
  'attempt closed': OUTCOMES.map((outcome) => ({ itemId, outcome, symptom: 'It fell', go: 1 })),
  reading: [{ attemptId: 'a1', value: 4 }],
  skip: [{ itemId }],
  later: [{ itemId }],
  swap: [{ itemId, withId: itemId }],
  'stand-by': [{ itemId }],
  note: [{ text: 'A note', itemId, nearMiss: true }],
  'no near miss': [none],
  cause: [{ attemptId: 'a1', cause: 'Too short', symptom: 'It fell' }],
  change: [{ attemptId: 'a1', text: 'A longer handle' }],
  action: ACTION_ON.map((on) => ({ text: `Ask about the ${on}`, on, onId: 'x1' })),
  'action closed': [{ actionId: 'x1' }],
  leftover: [{ goodId: 'g1', amount: 3 }],
  called: [{ rehearsal: false }],
  tap: [
    {
      did: [
        { kind: 'note', body: { text: 'one' } },
        { kind: 'hold', body: none },
      ],
    },
  ],
  undo: [{ eventId: 'nothing' }],
  'curtain down': [none],
  'struck out': [{ reason: 'The hall was dark' }],
};

export const EVERY_STORES_KIND: Bodies<StoresEvent> = {
  written: MOVE_KINDS.map((kind) => ({
    lots: [{ id: 'lot-1', goodId: 'vinegar', expires: '2027-01-01' }],
    moves: [
      {
        ...{
          id: `m-${kind}`,
          lotId: 'lot-1',
          kind,
          amount: ['bought', 'counted', 'packed'].includes(kind) ? 100 : 2,
          day: '2026-11-23',
        },
        ...(['packed', 'used', 'returned'].includes(kind) && { showId: 'small-forces' }),
        ...(kind === 'undo' && { ofId: 'm-opened' }),
      },
    ],
  })),
};

export const EVERY_TICK_KIND: Bodies<TickEvent> = {
  tick: (['out', 'home', 'prep'] as const).map((way) => ({ way, key: 'k1', done: true })),
};
