import { Box, Button } from '@mui/material';
import {
  doses,
  itemsOf,
  nextItem,
  onStage,
  playedAs,
  standByOf,
  toPick,
  unread,
  volunteersNow,
  type Gate,
  type Happening,
  type LiveLanding,
  type RunState,
  type Script,
  type Volunteers,
} from '@hearty/core';

interface Offer {
  key: string;
  message: string;
  onPress: () => void;
}

/** What may be done besides going on, in a place of its own: a pick, a reading, a dose, a stand-by, what to leave out. */
export function Offers({
  script,
  state,
  landing,
  gates,
  onGo,
  onReading,
}: {
  script: Script;
  state: RunState;
  landing: LiveLanding | undefined;
  gates: ReadonlyMap<string, Gate>;
  onGo: (does: readonly Happening[]) => void;
  onReading: (attemptId: string) => void;
}) {
  if (state.phase !== 'running' && state.phase !== 'before') return null;
  const current = onStage(state);
  const near = [current?.status === 'now' ? current : undefined, nextItem(state)].filter(
    (i) => i !== undefined,
  );
  const reading = unread(script, state);
  const volunteers = volunteersNow(script, state);
  const offers: Offer[] = [
    ...(current?.status === 'now'
      ? toPick(script, current).map(({ demoId, title }) => ({
          key: demoId,
          message: `They pick “${title}”`,
          onPress: () => onGo([{ kind: 'chosen', body: { itemId: current.itemId, demoId } }]),
        }))
      : []),
    ...(volunteers
      ? [
          {
            key: 'volunteers',
            message: volunteersSaid(volunteers),
            onPress: () =>
              onGo([
                {
                  kind: 'volunteers',
                  body: {
                    itemId: volunteers.itemId,
                    count: comeUp(volunteers) ? volunteers.wanted : 0,
                  },
                },
              ]),
          },
        ]
      : []),
    ...(reading
      ? [
          {
            key: reading.attemptId,
            message: `Write down: ${reading.reading.title} (${reading.title})`,
            onPress: () => onReading(reading.attemptId),
          },
        ]
      : []),
    ...near.flatMap((item) =>
      doses(script, state, item).map(({ itemId, parameterId, title, unit, level, value, name, planned }) => ({
        key: `${itemId} ${parameterId}`,
        message: `“${item.title}” with ${title} at ${level} ${unit}, the best so far (planned: ${planned})`,
        onPress: () =>
          onGo([
            {
              kind: 'dose',
              body: {
                itemId,
                parameterId,
                ...(value !== undefined && { value }),
                ...(name !== undefined && { name }),
              },
            },
          ]),
      })),
    ),
    ...near.flatMap((item) => noGo(script, item, gates.get(item.itemId), onGo)),
    ...cuts(landing, state, onGo),
  ];
  if (offers.length === 0) return null;
  return (
    <Box
      role="group"
      aria-label="You may"
      sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, maxHeight: { xs: 132, sm: 150 }, overflowY: 'auto' }}
    >
      {offers.map(({ key, message, onPress }) => (
        <Button key={key} variant="outlined" color="inherit" onClick={onPress} sx={offerSx}>
          {message}
        </Button>
      ))}
    </Box>
  );
}

const offerSx = {
  minHeight: 60,
  fontSize: 'stageSmall',
  textAlign: 'left',
  justifyContent: 'flex-start',
  overflowWrap: 'anywhere',
} as const;

/** Of an item that is no-go and was not tried: its stand-by demo, or to play it all the same. */
function noGo(
  script: Script,
  item: NonNullable<ReturnType<typeof onStage>>,
  gate: Gate | undefined,
  onGo: (does: readonly Happening[]) => void,
): Offer[] {
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
    // A stop that nobody can answer for is not passed here either.
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

/** What to leave out so that the show lands in its slot: one press, one unit of undo. */
function cuts(
  landing: LiveLanding | undefined,
  state: RunState,
  onGo: (does: readonly Happening[]) => void,
): Offer[] {
  const cut = landing?.cuts;
  if (!cut || state.phase !== 'running') return [];
  const open = itemsOf(state).filter((i) => cut.itemIds.includes(i.itemId) && i.status === 'to come');
  // The offer is from a moment ago: once any of it is played or skipped, wait for the next.
  if (open.length < cut.itemIds.length) return [];
  const titles = open.map((i) => `“${i.title}”`).join(' and ');
  return [
    {
      key: 'cuts',
      message: `To land in time, leave out ${titles} (then ${Math.round(100 * cut.withinSlot)} %)`,
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
