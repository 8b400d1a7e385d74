import { createKeeper } from './keepAsTyped';

describe('what is typed', () => {
  beforeEach(() => void jest.useFakeTimers());
  afterEach(() => void jest.useRealTimers());

  function typing() {
    const kept = new Map<string, unknown>();
    const form = { value: undefined as unknown, isFull: false, said: [] as boolean[] };
    const keeper = createKeeper({
      key: 'form',
      copies: {
        write: (key, value) => {
          if (form.isFull) return false;
          kept.set(key, value);
          return true;
        },
        forget: (key) => void kept.delete(key),
      },
      current: () => form.value,
      onKept: (isKept) => void form.said.push(isKept),
    });
    const type = (value: unknown) => {
      form.value = value;
      keeper.changed();
    };
    return { kept, form, keeper, type };
  }

  test('is kept once it settles, and at once when the page is left', () => {
    const { kept, keeper, type } = typing();
    type('Fo');
    jest.advanceTimersByTime(300);
    type('Foam');
    jest.advanceTimersByTime(300);
    expect(kept.size).toBe(0);
    jest.advanceTimersByTime(200);
    expect(kept.get('form')).toBe('Foam');
    type('Foam!');
    keeper.keepNow();
    expect(kept.get('form')).toBe('Foam!');
  });

  test('is forgotten where it says no more than what is saved, and stays forgotten once saved or discarded', () => {
    const { kept, keeper, type } = typing();
    type('Foam');
    keeper.keepNow();
    type(undefined);
    jest.runAllTimers();
    expect(kept.size).toBe(0);
    type('Foam');
    keeper.forget();
    jest.runAllTimers();
    keeper.keepNow();
    expect(kept.size).toBe(0);
  });

  test('is known not to be kept where the device has no room', () => {
    const { form, type } = typing();
    form.isFull = true;
    type('Foam');
    jest.runAllTimers();
    expect(form.said).toEqual([false]);
  });
});
