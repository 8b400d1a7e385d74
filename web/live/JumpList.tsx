import { Box, Button, Typography } from '@mui/material';
import {
  itemsOf,
  nextItem,
  numbered,
  type Gate,
  type ItemState,
  type RunState,
  type Script,
} from '@hearty/core';
import { useEffect, useRef, useState } from 'react';
import { record } from '../session/runLog';

/** Every item: begin it now, leave it out, play it later or in the place of another. What is passed over stays owed. */
export function JumpList({
  script,
  state,
  gates,
  onBegin,
}: {
  script: Script;
  state: RunState;
  gates: ReadonlyMap<string, Gate>;
  onBegin: (itemId: string) => void;
}) {
  const [swapping, setSwapping] = useState<string>();
  const here = useRef<HTMLLIElement>(null);
  useEffect(() => {
    here.current?.scrollIntoView({ block: 'center' });
  }, []);
  const at = state.now ?? nextItem(state)?.itemId;
  return (
    <Box component="ol" aria-label="All items" sx={{ m: 0, p: 0, listStyle: 'none' }}>
      {itemsOf(state).map((item) => {
        const { itemId, title, status } = item;
        const number = script.byItem.get(itemId)?.number;
        const toCome = status === 'to come';
        return (
          <Box component="li" key={itemId} ref={itemId === at ? here : undefined} sx={rowSx}>
            <Typography
              sx={{
                flex: { xs: '1 1 100%', sm: '1 1 160px' },
                minWidth: 0,
                fontSize: 'stageText',
                overflowWrap: 'anywhere',
                opacity: status === 'done' || status === 'skipped' ? 0.65 : 1,
              }}
            >
              {numbered(number, title)}
            </Typography>
            <Typography
              sx={{ flex: { xs: 1, sm: 'none' }, fontSize: 'stageSmall', color: stateColor(item, gates) }}
            >
              {stateWords(item, gates)}
            </Typography>
            <Small
              message={`Begin ${title}${status === 'now' ? ' again' : ''}`}
              onPress={() => onBegin(itemId)}
            >
              {status === 'now' || status === 'done' ? 'Again' : 'Begin'}
            </Small>
            <Small
              message={`Skip ${title}`}
              disabled={!toCome}
              onPress={() => void record({ kind: 'skip', body: { itemId } })}
            >
              Skip
            </Small>
            <Small
              message={`Play ${title} last`}
              disabled={!toCome}
              onPress={() => void record({ kind: 'later', body: { itemId } })}
            >
              Last
            </Small>
            <Small
              message={swapping ? `Swap with ${title}` : `Swap ${title}`}
              disabled={!toCome || swapping === itemId}
              onPress={() => {
                if (!swapping) return setSwapping(itemId);
                setSwapping(undefined);
                void record({ kind: 'swap', body: { itemId: swapping, withId: itemId } });
              }}
            >
              {swapping ? 'With this' : 'Swap'}
            </Small>
          </Box>
        );
      })}
    </Box>
  );
}

const noGo = ({ itemId, status }: ItemState, gates: ReadonlyMap<string, Gate>) =>
  status === 'to come' && gates.get(itemId)?.verdict === 'no-go';

const stateWords = (item: ItemState, gates: ReadonlyMap<string, Gate>): string =>
  noGo(item, gates) ? 'no-go' : item.standBy ? 'stand-by' : item.status;

const stateColor = (item: ItemState, gates: ReadonlyMap<string, Gate>) =>
  noGo(item, gates) ? 'error.main' : undefined;

const rowSx = {
  display: 'flex',
  flexWrap: 'wrap',
  gap: 2,
  alignItems: 'center',
  minHeight: 72,
  py: 1,
  borderBottom: 1,
  borderColor: 'divider',
} as const;

const Small = ({
  children,
  message,
  disabled = false,
  onPress,
}: {
  children: string;
  message: string;
  disabled?: boolean;
  onPress: () => void;
}) => (
  <Button
    aria-label={message}
    disabled={disabled}
    onClick={onPress}
    sx={{
      minHeight: 60,
      minWidth: { xs: 64, sm: 88 },
      fontSize: 'stageSmall',
      border: '1px solid',
      borderColor: 'divider',
      color: 'text.primary',
    }}
  >
    {children}
  </Button>
);
