import { applyChange, plan, type Change, type Show, type ShowFile } from '@hearty/core';
import type { KeyboardEvent } from 'react';
import { draftStore, openDraft } from '../../session/draft';
import { fakeStorage } from '../../testing/fake-server';
import { itemKeys, workKeys } from './keys';
import { usePlanView, zoomBy } from './view';

beforeAll(() => {
  globalThis.localStorage = fakeStorage();
});

const show: Show = {
  id: 's',
  title: 'S',
  venueId: 'v',
  date: '2026-12-12',
  getIn: '12:30',
  doors: '13:40',
  curtainUp: '14:00',
  slotMin: 45,
  heads: 9,
  crew: [
    { personId: 'ann', arrives: '12:30' },
    { personId: 'ben', arrives: '12:30' },
  ],
  items: ['a', 'b', 'c'].map((id) => ({
    id,
    kind: 'link',
    title: id.toUpperCase(),
    showings: 1,
    retries: 0,
    helperIds: [],
  })),
  notes: '',
};

const event = (key: string, more: Partial<KeyboardEvent> = {}) => {
  let stopped = false;
  const e = { key, altKey: false, ctrlKey: false, metaKey: false, shiftKey: false, ...more };
  return {
    ...e,
    preventDefault: () => (stopped = true),
    stopPropagation: () => {},
    wasStopped: () => stopped,
  } as unknown as KeyboardEvent & {
    wasStopped: () => boolean;
  };
};
const order = () => draftStore.getState().show!.items.map((i) => i.id);
const told = () => usePlanView.getState().announcement;
const press = (itemId: string, ...keys: string[]) =>
  keys.forEach((key) => itemKeys(draftStore.getState().show!, itemId)(event(key)));

beforeEach(() => {
  // Nothing is sent: only what the keys make of the draft is looked at.
  jest.useFakeTimers();
  localStorage.clear();
  draftStore.setState({ show: undefined, status: 'saved' });
  openDraft({ id: 's', version: 1, body: show });
  usePlanView.setState({ preview: undefined, moving: false, announcement: '' });
});

describe('an item', () => {
  test('is picked up, moved and put down, and a screen reader is told each time', () => {
    press('a', ' ');
    expect(told()).toBe('A is at place 1 of 3.');
    press('a', 'ArrowDown');
    expect(told()).toBe('A is at place 2 of 3.');
    expect(order()).toEqual(['a', 'b', 'c']);
    press('a', ' ');
    expect(told()).toBe('A is put down at place 2.');
    expect(order()).toEqual(['b', 'a', 'c']);
    expect(usePlanView.getState()).toMatchObject({ preview: undefined, moving: false });
  });

  test('stops at the top and at the end', () => {
    press('a', ' ', 'ArrowUp', 'ArrowUp');
    expect(told()).toBe('A is at place 1 of 3.');
    press('a', 'ArrowDown', 'ArrowDown', 'ArrowDown', 'ArrowDown', 'Enter');
    expect(order()).toEqual(['b', 'c', 'a']);
  });

  test('is left where it was by escape, and put down where it was changes nothing', () => {
    press('b', ' ', 'ArrowDown', 'Escape');
    expect([order(), told()]).toEqual([['a', 'b', 'c'], 'B is back where it was.']);
    const before = draftStore.getState().show;
    press('b', ' ', ' ');
    expect(draftStore.getState().show).toBe(before);
  });

  test('that is not held lets arrows go to the next one, which is chosen before it has the focus', () => {
    const [frames, focused] = [[] as (() => void)[], [] as string[]];
    Object.assign(globalThis, {
      requestAnimationFrame: (draw: () => void) => frames.push(draw),
      document: { querySelector: (at: string) => ({ focus: () => focused.push(at) }) },
    });
    const arrow = event('ArrowDown');
    itemKeys(show, 'a')(arrow);
    expect(arrow.wasStopped()).toBe(true);
    expect([order(), usePlanView.getState().selected]).toEqual([['a', 'b', 'c'], 'b']);
    for (const draw of frames) draw();
    expect(focused).toEqual(['[data-item="b"]']);
    const beyond = event('ArrowUp');
    itemKeys(show, 'a')(beyond);
    expect(beyond.wasStopped()).toBe(false);
  });

  test('does not take keys that belong to shortcuts', () => {
    itemKeys(show, 'a')(event(' ', { ctrlKey: true }));
    expect(usePlanView.getState().moving).toBe(false);
  });
});

describe('work of the crew', () => {
  const file: ShowFile = {
    format: 'hearty-stage/show',
    version: 2,
    show: {
      ...show,
      items: [
        {
          id: 'i',
          kind: 'demo',
          title: 'Foam',
          demoId: 'd',
          showings: 1,
          retries: 0,
          helperIds: [],
          presenterId: 'ann',
        },
      ],
    },
    demos: [
      {
        id: 'd',
        title: 'Foam',
        topic: 'foam',
        shows: '',
        teaches: '',
        mark: 'bench',
        furtherS: 0,
        retryS: 0,
        coverS: 0,
        coverLine: '',
        steps: [{ id: 's1', kind: 'do', text: 'x', bestS: 60, likelyS: 60, worstS: 60 }],
        showings: 1,
        retries: 0,
        helpers: 0,
        volunteers: 0,
        skills: [],
        prep: [
          {
            id: 't',
            title: 'Stir',
            handsOnS: 60,
            who: { kind: 'anyone' },
            readyAfterS: 0,
            beforeDoors: false,
          },
        ],
        kit: [],
        consumables: [],
        hazards: [],
        cautions: [],
        worn: [],
        faults: [],
        conditions: [],
        guessOdds: 0.8,
        intensity: 1,
      },
    ],
    venue: {
      id: 'v',
      name: 'V',
      kind: 'hall',
      indoors: true,
      flameAllowed: true,
      marks: [],
      notes: '',
    },
    crew: ['ann', 'ben'].map((id) => ({ id, name: id, role: 'presenter', skills: [] })),
    stock: [],
    record: [],
  };
  const { timetable } = plan(file, { plays: 0 });
  const task = timetable.tasks[0]!;
  const change = (key: string, more: Partial<KeyboardEvent> = {}): Change[] => {
    const made: Change[] = [];
    draftStore.setState({ show: file.show });
    const before = draftStore.getState().show!;
    workKeys(
      file.show,
      timetable,
      (id) => id,
      14 * 3600,
    )({
      kind: 'task',
      itemId: 'i',
      taskId: 't',
      title: 'Stir',
      startS: task.startS,
      personId: 'ann',
    })(event(key, more));
    const after = draftStore.getState().show!;
    const choice = after.items[0]!.tasks?.[0];
    if (after !== before && choice) made.push({ kind: 'set-task', itemId: 'i', taskId: 't', choice });
    return made;
  };

  test('is given to the next pair of hands by an arrow, and to nobody beyond the last', () => {
    expect(change('ArrowRight')).toMatchObject([{ choice: { personId: 'ben' } }]);
    expect(told()).toBe('Stir goes to ben.');
    expect(change('ArrowLeft')).toEqual([]);
  });

  test('is locked a whole minute later, five with shift, and by L where it stands', () => {
    const minute = Math.round(task.startS / 60);
    expect(change('ArrowDown')).toMatchObject([{ choice: { startS: (minute + 1) * 60 } }]);
    expect(change('ArrowUp', { shiftKey: true })).toMatchObject([{ choice: { startS: (minute - 5) * 60 } }]);
    expect(change('l')).toMatchObject([{ choice: { startS: task.startS } }]);
  });

  test('what the keys make is a change that core applies to the same end', () => {
    const [made] = change('ArrowRight');
    expect(applyChange(file.show, made!).items[0]!.tasks).toEqual([{ taskId: 't', personId: 'ben' }]);
  });
});

test('zoom goes by steps, stops at both ends, and comes back to the whole show', () => {
  const zoom = () => usePlanView.getState().zoom;
  zoomBy(0);
  const seen = [1, 1, 1, 1, 1, 1, 1].map(() => (zoomBy(1), zoom()));
  expect([...seen].sort((a, b) => a - b)).toEqual(seen);
  expect(new Set(seen.slice(-2)).size).toBe(1);
  for (let i = 0; i < 12; i++) zoomBy(-1);
  expect(zoom()).toBeLessThan(1);
  zoomBy(0);
  expect(zoom()).toBe(1);
});
