import { plan, prepCheckId } from '../../plan';
import { script } from '../../script';
import { demo, item, showOf, task } from '../../testing/hall-show';
import { event } from '../../testing/log';
import type { Happening, Recorded } from '../events';
import { fold } from '../fold';
import { announced, likelyStarts, showClockS } from './ahead';
import { crewLines, cuesOf } from './crew';

const lights = { cueFor: 'lights' as const, cue: 'All lights out' };
const step = (id: string, likelyS: number, more = {}) => ({
  id,
  kind: 'do' as const,
  text: id,
  bestS: likelyS,
  likelyS,
  worstS: likelyS,
  ...more,
});
const file = showOf(
  [
    demo('a', { steps: [step('a1', 100)], guessOdds: 1 }),
    demo('b', {
      steps: [step('b1', 50), step('b2', 50, lights)],
      prep: [task('warm', { who: { kind: 'person', value: 'ben' }, staleAfterS: 200 })],
      reset: { title: 'Mop', handsOnS: 30, who: { kind: 'person', value: 'ben' }, inView: false },
      guessOdds: 1,
    }),
    demo('c', { steps: [step('c1', 100)], guessOdds: 1 }),
  ],
  ['a', 'b', 'c'].map((id) => item(id, { presenterId: 'ann' })),
);
const resolved = script(file);
const planned = plan(file, { plays: 0 });
const ben = planned.callSheets.find((s) => s.personId === 'ben')!;

const UP = 1_000_000;
/** A log in which things happen at so many seconds after curtain-up. */
const log = (...happened: [s: number, h: Recorded][]) =>
  fold(
    happened.map(([s, h], i) => event(h, { id: `e${i}`, at: UP + s * 1000, tick: i + 1 })),
    resolved,
  );
const curtain: [number, Happening] = [0, { kind: 'curtain', body: {} }];
const begun = (s: number, id: string): [number, Happening] => [
  s,
  { kind: 'item begun', body: { itemId: `i-${id}` } },
];
const starts = (state: ReturnType<typeof log>, s: number) =>
  [...likelyStarts(resolved, state, UP + s * 1000)].map(([id, at]) => [id.slice(2), at]);

test('what is still to come begins after what is left of the item on stage, in the order as it stands', () => {
  expect(starts(log(curtain, begun(0, 'a')), 40)).toEqual([
    ['a', 0],
    ['b', 100],
    ['c', 200],
  ]);
  // It drags on: everything waits for it.
  expect(starts(log(curtain, begun(0, 'a')), 160)).toEqual([
    ['a', 60],
    ['b', 160],
    ['c', 260],
  ]);
  const swapped = log(curtain, begun(0, 'a'), [10, { kind: 'swap', body: { itemId: 'i-b', withId: 'i-c' } }]);
  expect(starts(swapped, 40)).toEqual([
    ['a', 0],
    ['c', 100],
    ['b', 200],
  ]);
  // Passed over by a jump, it comes last.
  expect(starts(log(curtain, begun(0, 'a'), begun(50, 'c')), 60)).toEqual([
    ['c', 50],
    ['b', 150],
  ]);
});

test('a hold stops the clock of the show', () => {
  const held = log(
    curtain,
    begun(0, 'a'),
    [10, { kind: 'hold', body: {} }],
    [70, { kind: 'resume', body: {} }],
  );
  expect(showClockS(held, UP + 100_000)).toBe(40);
  expect(starts(held, 100)).toEqual([
    ['a', 0],
    ['b', 100],
    ['c', 200],
  ]);
});

test('a crew line moves with the show, is ticked off by one tap, and goes with its item', () => {
  const lines = (state: ReturnType<typeof log>, s: number) =>
    crewLines(resolved, planned.timetable, ben, state, UP + s * 1000).map((l) => [
      l.what,
      l.inS === undefined ? undefined : Math.round(l.inS),
    ]);
  const warmAt = planned.timetable.tasks[0]!.startS;
  const mopAt = planned.timetable.resets[0]!.startS;
  expect(lines(log(), 0)).toEqual([
    ['warm', undefined],
    ['Mop', undefined],
  ]);
  const on = log(curtain, begun(0, 'a'));
  expect(lines(on, 20)).toEqual([
    ['warm', warmAt - 20],
    ['Mop', mopAt - 20],
  ]);
  // A minute late, everything is a minute later.
  expect(lines(on, 160)).toEqual([
    ['warm', warmAt + 60 - 160],
    ['Mop', mopAt + 60 - 160],
  ]);
  const done: [number, Happening] = [30, { kind: 'task done', body: { itemId: 'i-b', taskId: 'warm' } }];
  expect(lines(log(curtain, begun(0, 'a'), done), 40).map(([what]) => what)).toEqual(['Mop']);
  const checked: [number, Happening] = [
    30,
    { kind: 'check', body: { checkId: prepCheckId('i-b', 'warm'), value: true } },
  ];
  expect(lines(log(curtain, begun(0, 'a'), checked), 40).map(([what]) => what)).toEqual(['Mop']);
  // Ticked off on Prep, by the key of its line.
  const { key } = ben.lines.find((l) => l.taskId === 'warm')!;
  const left = crewLines(resolved, planned.timetable, ben, on, UP, new Set([key]));
  expect(left.map((l) => l.what)).toEqual(['Mop']);
  const [, mop] = crewLines(resolved, planned.timetable, ben, on, UP);
  expect(mop!.tick).toEqual({ itemId: 'i-b', taskId: 'reset' });
  // Played and over, what comes after it is due; skipped, nothing is.
  expect(lines(log(curtain, begun(0, 'b'), begun(100, 'c')), 120)).toEqual([['Mop', 0]]);
  expect(lines(log(curtain, [5, { kind: 'skip', body: { itemId: 'i-b' } }]), 20)).toEqual([]);
  expect(lines(log(curtain, [9, { kind: 'curtain down', body: {} }]), 20)).toEqual([]);
});

test('a cue is said for the item on stage and the one after it, and goes with its step', () => {
  const lights = { id: 'lee', role: 'lights' as const };
  const cues = (state: ReturnType<typeof log>) =>
    cuesOf(resolved, state, lights).map(({ message, at, now }) => [message, at, now]);
  expect(cues(log(curtain, begun(0, 'a')))).toEqual([['All lights out', 'b2', false]]);
  const b1: [number, Happening] = [20, { kind: 'step done', body: { itemId: 'i-b', stepId: 'b1' } }];
  expect(cues(log(curtain, begun(0, 'b'), b1))).toEqual([['All lights out', 'b2', true]]);
  expect(cues(log(curtain, begun(0, 'c')))).toEqual([]);
  expect(cuesOf(resolved, log(curtain, begun(0, 'a')), { id: 'sue', role: 'sound' })).toEqual([]);
  // A step that helpers do is a cue of whoever helps.
  const helped = script(
    showOf(
      [
        demo('a', {
          helpers: 1,
          steps: [{ ...demo('a').steps[0]!, id: 'hold', text: 'Hold it', by: 'helper' }],
        }),
      ],
      [item('a', { helperIds: ['ben'] })],
    ),
  );
  const state = fold([event(begun(0, 'a')[1], { id: 'e1', at: UP, tick: 1 })], helped);
  const benHelps = { id: 'ben', role: 'stagehand' as const };
  expect(cuesOf(helped, state, benHelps).map(({ message }) => message)).toEqual(['Hold it']);
  expect(cuesOf(helped, state, { ...benHelps, id: 'ann' })).toEqual([]);
});

test('the narrator reads off the number on stage and the two after it, as the order stands', () => {
  const numbers = (state: ReturnType<typeof log>) => {
    const { now, next } = announced(resolved, state);
    return [now?.number, next.map((n) => n.number)];
  };
  expect(numbers(log())).toEqual([undefined, [1, 2]]);
  expect(numbers(log(curtain, begun(0, 'a')))).toEqual([1, [2, 3]]);
  expect(numbers(log(curtain, begun(0, 'c')))).toEqual([3, [1, 2]]);
  expect(numbers(log(curtain, [9, { kind: 'curtain down', body: {} }]))).toEqual([undefined, []]);
});
