import { Box, Button } from '@mui/material';
import {
  incidentsOf,
  doses,
  itemsOf,
  lateWork,
  nextItem,
  onStage,
  playedAs,
  standByOf,
  toPick,
  unread,
  volunteersNow,
  withUnit,
  type Gate,
  type Happening,
  type LiveLanding,
  type RunState,
  type Script,
  type Volunteers,
} from '@hearty/core';

interface Single {
  key: string;
  message: string;
  onPress: () => void;
}

interface Props {
  script: Script;
  state: RunState;
  landing: LiveLanding | undefined;
  gates: ReadonlyMap<string, Gate>;
  /** Whether the go under way may be given an outcome, and whether another may follow. */
  asks: boolean;
  again: boolean;
  onGo: (does: readonly Happening[]) => void;
  onReading: (attemptId: string) => void;
  onOutcome: () => void;
  onChange: () => void;
}

/** What one press does besides going on, in a place of its own: an outcome, a hitch, a volunteer, a reading, a cut. */
export function Singles(props: Props) {
  const { script, state, landing, gates, asks, again, onGo, onReading, onOutcome, onChange } = props;
  if (state.phase !== 'running' && state.phase !== 'before') return null;
  const current = onStage(state);
  const isOn = state.phase === 'running' && current?.status === 'now';
  const near = [current?.status === 'now' ? current : undefined, nextItem(state)].filter(
    (i) => i !== undefined,
  );
  const reading = unread(script, state);
  const one = (key: string, message: string, onPress: () => void): Single => ({ key, message, onPress });
  const does = (key: string, message: string, what: readonly Happening[]) =>
    one(key, message, () => onGo(what));
  /** How often it was marked at this item: that a press was taken is seen where it was made. */
  const marked = (label: string, kind: 'hitch' | 'near miss') => {
    const count = incidentsOf(state, kind, current?.itemId);
    return count > 0 ? `${label} · ${count} marked` : label;
  };
  const singles: Single[] = [
    ...(isOn
      ? toPick(script, current).map(({ demoId, title }) =>
          does(demoId, `They pick “${title}”`, [
            { kind: 'chosen', body: { itemId: current.itemId, demoId } },
          ]),
        )
      : []),
    ...near.flatMap((item) =>
      doses(script, state, item).map(({ itemId, parameterId, title, unit, level, value, name, planned }) =>
        does(
          `${itemId} ${parameterId}`,
          `“${item.title}” with ${title} at ${withUnit({ unit }, level)}, the best so far (planned: ${planned})`,
          [
            {
              kind: 'dose',
              body: {
                itemId,
                parameterId,
                ...(value !== undefined && { value }),
                ...(name !== undefined && { name }),
              },
            },
          ],
        ),
      ),
    ),
    ...volunteerSingles(script, state, does),
    ...(reading
      ? [
          one(reading.attemptId, `Record: ${reading.reading.title} (${reading.title})`, () =>
            onReading(reading.attemptId),
          ),
        ]
      : []),
    ...near.flatMap((item) => noGo(script, item, gates.get(item.itemId), onGo)),
    ...lateWork(script, state).map(({ itemId, taskId, title, forTitle }) =>
      does(`late ${itemId} ${taskId}`, `Late, now done: ${title} (for “${forTitle}”)`, [
        { kind: 'task done', body: { itemId, taskId } },
      ]),
    ),
    ...(again ? [one('changed', 'Once more, changed', onChange)] : []),
    ...(asks ? [one('outcome', 'How did it go?', onOutcome)] : []),
    ...(asks && current && current.attempts.length > 0 && current.stepsDone.length === 0
      ? [one('setting', 'Change a setting', onChange)]
      : []),
    ...(asks && current
      ? [does('hitch', marked('Hitch', 'hitch'), [{ kind: 'hitch', body: { itemId: current.itemId } }])]
      : []),
    ...(isOn
      ? [
          does('near miss', marked('Near miss', 'near miss'), [
            { kind: 'near miss', body: { itemId: current.itemId } },
          ]),
        ]
      : []),
    ...cuts(landing, state, onGo),
  ];
  if (singles.length === 0) return null;
  return (
    <Box
      role="group"
      aria-label="Single presses"
      sx={{
        flex: 'none',
        display: 'flex',
        flexWrap: 'wrap',
        gap: 2,
        maxHeight: 132,
        overflowY: 'auto',
        '@media (max-height: 600px), (max-width: 600px)': {
          flexWrap: 'nowrap',
          overflowX: 'auto',
          overflowY: 'hidden',
          '& > *': { flex: 'none', maxWidth: '80vw' },
        },
      }}
    >
      {singles.map(({ key, message, onPress }) => (
        <Button key={key} variant="outlined" color="inherit" onClick={onPress} sx={singleSx}>
          {message}
        </Button>
      ))}
    </Box>
  );
}

const singleSx = {
  minHeight: 60,
  '@media (max-height: 600px)': { minHeight: 48 },
  fontSize: 'stageSmall',
  textAlign: 'left',
  justifyContent: 'flex-start',
  overflowWrap: 'anywhere',
} as const;

function volunteerSingles(
  script: Script,
  state: RunState,
  does: (key: string, message: string, what: readonly Happening[]) => Single,
): Single[] {
  const volunteers = volunteersNow(script, state);
  if (!volunteers) return [];
  const { itemId, wanted, up, pickedBefore } = volunteers;
  const mark = (what: 'said no' | 'left' | 'picked before', message: string) =>
    does(what, message, [{ kind: 'volunteer', body: { itemId, what } }]);
  const comes = comeUp(volunteers);
  return [
    does('volunteers', volunteersSaid(volunteers), [
      { kind: 'volunteers', body: { itemId, count: comes ? wanted : 0 } },
    ]),
    ...(comes ? [mark('said no', 'Said no')] : []),
    ...(comes && !pickedBefore ? [mark('picked before', 'Picked beforehand')] : []),
    ...(up > 0 ? [mark('left', up === 1 ? 'The volunteer left' : 'One volunteer left')] : []),
  ];
}

/** Of an item that is no-go and was not tried: its stand-by demo, or to play it all the same. */
function noGo(
  script: Script,
  item: NonNullable<ReturnType<typeof onStage>>,
  gate: Gate | undefined,
  onGo: (does: readonly Happening[]) => void,
): Single[] {
  if (gate?.verdict !== 'no-go' || item.attempts.length > 0) return [];
  const { itemId, title } = item;
  const why = gate.isStopped ? 'the person responsible has decided' : 'it is fixed';
  const played = playedAs(script, item) ?? script.byItem.get(itemId);
  const standBy = played && standByOf(script, played);
  return [
    ...(standBy
      ? [
          {
            key: `stand-by ${itemId}`,
            message: `Instead of “${title}”: “${standBy.title}”`,
            onPress: () => onGo([{ kind: 'stand-by', body: { itemId } }]),
          },
        ]
      : []),
    // A stop that cannot be overridden is not passed here either.
    gate.isFinal
      ? {
          key: `skip ${itemId}`,
          message: `Leave out “${title}”`,
          onPress: () => onGo([{ kind: 'skip', body: { itemId } }]),
        }
      : {
          key: `overrule ${itemId}`,
          message: `Play “${title}” all the same: ${why}`,
          onPress: () => onGo([{ kind: 'overruled', body: { itemId, reason: `on stage: ${why}` } }]),
        },
  ];
}

/** What to leave out so that the show ends in its slot: one press, one unit of undo. */
function cuts(
  landing: LiveLanding | undefined,
  state: RunState,
  onGo: (does: readonly Happening[]) => void,
): Single[] {
  const cut = landing?.cuts;
  if (!cut || state.phase !== 'running') return [];
  const open = itemsOf(state).filter((i) => cut.itemIds.includes(i.itemId) && i.status === 'to come');
  // The offer is from a moment ago: once any of it is played or skipped, wait for the next.
  if (open.length < cut.itemIds.length) return [];
  const titles = open.map((i) => `“${i.title}”`).join(' and ');
  return [
    {
      key: 'cuts',
      message: `Leave out ${titles} → ${Math.round(100 * cut.withinSlot)} % in time`,
      onPress: () => onGo(open.map(({ itemId }) => ({ kind: 'skip', body: { itemId } }))),
    },
  ];
}

/** Whether volunteers come up now: more than are up, or others. */
const comeUp = ({ wanted, up, change }: Volunteers) => change || wanted > up;

function volunteersSaid(volunteers: Volunteers): string {
  const { wanted, up, change } = volunteers;
  if (!comeUp(volunteers)) return `${up === 1 ? 'The volunteer is' : 'The volunteers are'} down again`;
  const who = change
    ? wanted === 1
      ? 'Another one is'
      : `${wanted} others are`
    : wanted === 1
      ? 'The volunteer is'
      : `${wanted} volunteers are`;
  return `${who} up, and ${wanted === 1 ? 'was' : 'were'} asked`;
}
