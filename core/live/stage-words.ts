import { withUnit, numbered, type Script } from '../script';
import { formatDuration } from '../quantities';
import type { Cue } from './cue';
import { doses } from './dose';
import type { RunState } from './fold';
import type { Gate } from './gates';
import { nextItem } from './moves';
import { levelAt, playedAs, showingNow, tally, toPick } from './played';
import { onStage, type ItemState } from './slices/stage';

/** What the stage says, from the smallest to the largest. */
export interface StageWords {
  /** "2 · The can that bows". */
  head: string;
  /** Where one is in it: "level 4 of 10: 5 pumps · attempt 3 · 2 missed". */
  detail: string;
  /** What is done now. */
  line: string;
  /** The value to use at this moment, larger than all else: a dose, a pick, how many come up. */
  value: string | undefined;
  /** Of a talk. */
  keyWords: readonly string[];
}

const OUTCOME_WORDS = {
  worked: 'It worked.',
  partly: 'It partly worked.',
  failed: 'It did not work.',
  'not tried': 'Not tried.',
} as const;

/** What the stage says now. Pure. */
export function stageWords(script: Script, state: RunState, c: Cue | undefined): StageWords {
  const item = onStage(state);
  const plain = { detail: '', value: undefined, keyWords: [] };
  const { title: showTitle } = script.file.show;
  if (state.phase === 'before') return { ...plain, head: showTitle, line: 'Ready when you are.' };
  if (state.phase === 'down') return { ...plain, head: showTitle, line: 'The curtain is down. Well played.' };
  if (!item || item.status !== 'now')
    return { ...plain, head: showTitle, line: item ? 'On to the next.' : 'The stage is yours.' };
  const words = {
    head: itemTitle(script, item),
    detail: detailOf(script, item, c),
    value: valueOf(script, state, item, c),
    keyWords: script.byItem.get(item.itemId)?.item.keyWords ?? [],
  };
  if (item.closed) return { ...words, value: undefined, line: OUTCOME_WORDS[item.attempts.at(-1)!.outcome] };
  return { ...words, line: c?.step?.text ?? item.title };
}

/** An item with its number, and its stand-by demo where that goes on. */
export function itemTitle(script: Script, item: ItemState): string {
  const title = item.standBy ? (playedAs(script, item)?.item.title ?? item.title) : item.title;
  return numbered(script.byItem.get(item.itemId)?.number, title);
}

function detailOf(script: Script, item: ItemState, c: Cue | undefined): string {
  const attempt = item.attempts.length + (item.closed ? 0 : 1);
  const missed = tally(script, item).failed;
  return [
    c?.level !== undefined
      ? `level ${c.showing} of ${c.showings}: ${c.level}`
      : c && c.showings > 1 && `showing ${c.showing} of ${c.showings}`,
    attempt > 1 && `attempt ${attempt}`,
    missed > 0 && `${missed} missed`,
  ]
    .filter(Boolean)
    .join(' · ');
}

/** The largest thing on the screen while it is what one needs; undefined where the step is. */
function valueOf(script: Script, state: RunState, item: ItemState, c: Cue | undefined): string | undefined {
  const scripted = script.byItem.get(item.itemId);
  const picks = toPick(script, item).map(({ title }) => title);
  if (picks.length > 0) return `${picks.join(' or ')}?`;
  if (scripted?.item.kind === 'volunteer pick') {
    const next = nextItem(state);
    const count = next && playedAs(script, next)?.demo?.volunteers;
    return count ? `${count} ${count === 1 ? 'volunteer' : 'volunteers'}` : undefined;
  }
  // What was taken over or changed is needed as the go begins.
  const isFirstStep = item.stepsDone.length === 0 && !item.closed;
  if (!isFirstStep) return undefined;
  if (scripted?.options && !item.standBy) return playedAs(script, item)?.demo?.title;
  const [dose] = doses(script, state, item);
  if (dose) return `${dose.title}: ${withUnit(dose, dose.level)}?`;
  if (levelAt(script, item, showingNow(script, item)) !== undefined) return c?.level;
  return item.doses.length + item.goSettings.parameters.length > 0 ? c?.with.join(', ') : undefined;
}

/** What changes the whole screen: by shape, word and colour. */
export interface StageAlarm {
  kind: 'held' | 'no-go' | 'over' | 'failed';
  word: string;
  message: string;
}

/** The one state of the stage that outweighs the others; undefined while all is well. `leftS`: of the slot. Pure. */
export function stageAlarm(
  script: Script,
  state: RunState,
  gate: Gate | undefined,
  leftS: number | undefined,
): StageAlarm | undefined {
  const item = onStage(state);
  if (state.phase === 'held')
    return {
      kind: 'held',
      word: 'Paused',
      message: script.file.show.slotWaits ? 'the slot waits too' : 'the slot is still running',
    };
  if (state.phase !== 'running') return undefined;
  if (item?.status === 'now' && gate?.verdict === 'no-go') {
    const [first, ...more] = gate.reasons;
    const rest = more.length ? ` And ${more.length} more: see Check.` : '';
    const fixes = gate.fixes ? ` Fixes: ${gate.fixes.join('; ')}.` : '';
    return { kind: 'no-go', word: 'No-go', message: `${first ?? ''}${rest}${fixes}` };
  }
  if (leftS !== undefined && leftS < 0)
    return {
      kind: 'over',
      word: 'Over time',
      message: `${formatDuration(Math.floor(-leftS))} over the slot`,
    };
  if (item?.status === 'now' && item.closed && item.attempts.at(-1)?.outcome === 'failed')
    return { kind: 'failed', word: 'Failed', message: item.attempts.at(-1)?.symptom ?? '' };
  return undefined;
}
