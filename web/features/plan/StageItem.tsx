import { useDraggable } from '@dnd-kit/core';
import PushPinIcon from '@mui/icons-material/PushPin';
import { Box, ButtonBase, Typography } from '@mui/material';
import { formatDuration, posterior, Timing, type PlannedItem, type ScriptItem } from '@hearty/core';
import { useState, type KeyboardEvent } from 'react';
import { FieldOf } from '../../kit/fields';
import type { Held } from './drag';
import { stretched } from './timing';
import { make, select } from './view';

interface StageItemProps {
  item: PlannedItem;
  /** Prep tasks of later items that are begun on stage in this one. */
  begins: string[];
  scripted: ScriptItem | undefined;
  top: number;
  height: number;
  startsAt: string;
  selected: boolean;
  /** It is being moved: this is where it would stand. */
  moving: boolean;
  onKeyDown: (event: KeyboardEvent) => void;
}

/** One item on the stage lane, as tall as it is long. Dragged by hand or picked up with space. */
export function StageItem({
  item,
  begins,
  scripted,
  top,
  height,
  startsAt,
  selected,
  moving,
  onKeyDown,
}: StageItemProps) {
  const source = scripted?.item;
  const demo = scripted?.demo;
  const { listeners, setNodeRef, attributes } = useDraggable({
    id: `item:${item.itemId}`,
    data: { kind: 'item', itemId: item.itemId, title: item.title } satisfies Held,
  });
  const small = height < 22;
  const text = { fontSize: small ? 11.5 : 14.5, lineHeight: small ? 1.15 : 1.45 };
  return (
    <Box
      component="li"
      sx={{
        position: 'absolute',
        top,
        left: 0,
        right: 0,
        height: Math.max(height - 2, 14),
        zIndex: moving ? 5 : 2,
      }}
    >
      <Box
        ref={setNodeRef}
        {...attributes}
        {...listeners}
        role="button"
        aria-pressed={moving}
        aria-label={`${item.title}, ${startsAt}, ${formatDuration(item.endS - item.startS)}`}
        aria-roledescription="item of the running order"
        aria-describedby="plan-keys"
        onClick={() => select(item.itemId)}
        onFocus={(e) => e.currentTarget.matches(':focus-visible') && select(item.itemId)}
        onKeyDown={onKeyDown}
        sx={{
          height: '100%',
          pl: 2.5,
          pr: 2,
          py: height > 40 ? 0.75 : 0,
          overflow: 'hidden',
          cursor: 'grab',
          touchAction: 'none',
          bgcolor: moving ? (t) => t.ink.wash : 'background.paper',
          border: demo ? '1px solid' : '1px dashed',
          borderColor: selected ? 'primary.main' : 'divider',
          borderLeft: demo ? '5px solid' : undefined,
          borderLeftColor: demo ? 'primary.main' : undefined,
          outline: (t) => (moving ? `2px dashed ${t.ink.act}` : selected ? `1px solid ${t.ink.act}` : 'none'),
          borderRadius: 1,
          '&:focus-visible': { outline: '3px solid', outlineColor: 'secondary.main' },
        }}
      >
        <Typography noWrap sx={{ fontWeight: demo ? 700 : 500, pr: 20, ...text }}>
          {source?.pinned && (
            <PushPinIcon
              titleAccess="keeps its place"
              sx={{ fontSize: 13, mr: 0.5, verticalAlign: '-2px' }}
            />
          )}
          {source?.at && <span>{source.at} · </span>}
          {item.title}
        </Typography>
        {height > 42 && (
          <Typography noWrap color="textSecondary" sx={{ fontSize: 13 }}>
            {[...begins.map((title) => `begins “${title}”`), ...wordsOf(scripted, item)].join(' · ')}
          </Typography>
        )}
      </Box>
      {scripted && <Length item={item} scripted={scripted} text={text} />}
    </Box>
  );
}

/** How long it is, to be changed in place. */
function Length({
  item,
  scripted,
  text,
}: {
  item: PlannedItem;
  scripted: ScriptItem;
  text: { fontSize: number; lineHeight: number };
}) {
  const [open, setOpen] = useState(false);
  const lengthS = item.endS - item.startS;
  const place = { position: 'absolute', top: 1, right: 6 } as const;
  if (open)
    return (
      <Box
        sx={{ ...place, width: 130, zIndex: 6, bgcolor: 'background.paper' }}
        onBlur={() => setOpen(false)}
        onKeyDown={(e) => (e.key === 'Enter' || e.key === 'Escape') && setOpen(false)}
      >
        <FieldOf
          of={Timing}
          name="likelyS"
          autoFocus
          hiddenLabel={`Length of ${item.title}`}
          value={lengthS}
          onValue={(value) => make(stretched(scripted, value))}
        />
      </Box>
    );
  return (
    <ButtonBase
      aria-label={`Change the length of ${item.title}`}
      onClick={() => setOpen(true)}
      sx={{
        ...place,
        ...text,
        fontFamily: 'inherit',
        px: 1,
        borderRadius: 1,
        bgcolor: 'background.paper',
        whiteSpace: 'nowrap',
        color: item.timingFrom === 'by hand' ? 'text.primary' : 'secondary.main',
        '&:hover': { textDecoration: 'underline' },
      }}
    >
      {formatDuration(lengthS)}
    </ButtonBase>
  );
}

function wordsOf(scripted: ScriptItem | undefined, item: PlannedItem): string[] {
  const { item: source, demo } = scripted ?? {};
  return [
    scripted && oddsWords(scripted),
    source && source.showings > 1 && `${source.showings} showings`,
    source && source.retries > 0 && `${source.retries} ${source.retries === 1 ? 'retry' : 'retries'}`,
    source?.worth !== undefined && `may be cut, worth ${source.worth}`,
    demo?.variants?.find((v) => v.id === source?.variantId)?.title,
    item.timingFrom === 'log' && 'from the log',
  ].filter((word): word is string => !!word);
}

/** "8 in 10" from the log, or the presenter's guess said as one. */
function oddsWords({ demo, record }: ScriptItem): string {
  if (!demo) return '';
  const { a, b } = posterior(record, demo.guessOdds);
  const odds = `works ${Math.round((100 * a) / (a + b))} in 100`;
  return record && record.worked + record.partly + record.failed > 0 ? odds : `${odds} (a guess)`;
}
