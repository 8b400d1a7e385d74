import { useDraggable } from '@dnd-kit/core';
import { Box, ButtonBase, Typography, type Theme } from '@mui/material';
import { formatDuration, playedWith, oddsOf, Timing, type PlannedItem, type ScriptItem } from '@hearty/core';
import { memo, useState } from 'react';
import { FieldOf } from '../../kit/fields';
import { useShow } from '../../session/show';
import { equalAsJson } from './equalAsJson';
import type { Held } from './drag';
import { stretched } from './timing';
import { make, select } from './view';
import { PinIcon } from '../../kit/icons';

/** What is written of an item; nothing of it but words and numbers, so that one that says the same is not drawn again. */
export interface StageItemProps {
  itemId: string;
  title: string;
  /** A demo, not talk around one. */
  demo: boolean;
  /** Among the demos of the running order; 0 for talk. */
  number: number;
  pinned: boolean;
  at: string;
  startsAt: string;
  lengthS: number;
  byHand: boolean;
  details: string;
  top: number;
  height: number;
  selected: boolean;
  /** It is being moved: this is where it would stand. */
  moving: boolean;
}

/** What is said of an item besides its title. `begins`: prep of later items that is begun on stage in it. */
export function detailsOf(
  item: PlannedItem,
  scripted: ScriptItem | undefined,
  begins: readonly string[],
  titleOf: (itemId: string) => string | undefined,
): string {
  const { item: source } = scripted ?? {};
  return [
    ...begins.map((title) => `begins “${title}”`),
    scripted && oddsWords(scripted),
    source?.series && `series: ${source.series.levels.join(', ')}`,
    scripted?.options &&
      `choice: ${scripted.options.map(({ source: scriptItem }) => scriptItem.demo?.title).join(' or ')}`,
    source && source.showings > 1 && !source.series && `${source.showings} showings`,
    source && source.retries > 0 && `${source.retries} ${source.retries === 1 ? 'retry' : 'retries'}`,
    source?.worth !== undefined && `may be cut, worth ${source.worth}`,
    scripted && playedWith(scripted, titleOf).join(', '),
    item.timingFrom === 'log' && 'from the log',
  ]
    .filter(Boolean)
    .join(' · ');
}

const oddsWords = ({ demo, record }: ScriptItem): string => {
  if (!demo) return '';
  const { mean, attempts } = oddsOf(record, demo.guessOdds);
  return `works ${Math.round(100 * mean)} % (${attempts > 0 ? `${attempts} + guess` : 'a guess'})`;
};

/** One item on the stage lane, as tall as it is long. Dragged by hand or picked up with space. */
export const StageItem = memo(function StageItem({
  itemId,
  title,
  demo,
  number,
  pinned,
  at,
  startsAt,
  lengthS,
  byHand,
  details,
  top,
  height,
  selected,
  moving,
}: StageItemProps) {
  const { listeners, setNodeRef, attributes } = useDraggable({
    id: `item:${itemId}`,
    data: { kind: 'item', itemId, title } satisfies Held,
  });
  // A long title is broken into lines where there is room for two.
  const twoLines = height > 46 && title.length > 16;
  return (
    <Box
      component="li"
      sx={{ position: 'absolute', left: 0, right: 0, contain: 'layout' }}
      style={{ top, height: Math.max(height - 2, 14), zIndex: moving ? 5 : 2 }}
    >
      <Box
        ref={setNodeRef}
        {...attributes}
        {...listeners}
        role="button"
        data-item={itemId}
        aria-pressed={moving}
        aria-label={`${title}, ${startsAt}, ${formatDuration(lengthS)}`}
        aria-roledescription="item of the running order"
        aria-describedby="plan-keys"
        onClick={() => select(itemId)}
        onFocus={(e) => e.currentTarget.matches(':focus-visible') && select(itemId)}
        className={[demo && 'demo', moving ? 'moving' : selected && 'selected'].filter(Boolean).join(' ')}
        sx={itemSx}
        style={{ paddingBlock: height > 40 ? 3 : 0 }}
      >
        <Typography noWrap={!twoLines} sx={{ fontWeight: demo ? 700 : 500, pr: 18, ...TITLE }}>
          {pinned && (
            <PinIcon titleAccess="kept in place" sx={{ fontSize: 'small', mr: 0.5, verticalAlign: '-2px' }} />
          )}
          {number > 0 && <span>{number} · </span>}
          {at && <span>{at} · </span>}
          {title}
        </Typography>
        {height > (twoLines ? 66 : 42) && (
          <Typography noWrap={height < 88} color="textSecondary" variant="body2">
            {details}
          </Typography>
        )}
      </Box>
      <Length itemId={itemId} title={title} lengthS={lengthS} byHand={byHand} />
    </Box>
  );
}, equalAsJson);

const TITLE = { fontSize: 'text', lineHeight: '22px' } as const;

const itemSx = {
  height: '100%',
  pl: 2.5,
  pr: 2,
  overflow: 'hidden',
  cursor: 'grab',
  touchAction: 'none',
  bgcolor: 'background.paper',
  border: '1px dashed',
  borderColor: 'divider',
  borderRadius: 1,
  '&.demo': {
    border: '1px solid',
    borderColor: 'divider',
    borderLeft: '5px solid',
    borderLeftColor: 'primary.main',
  },
  '&.selected': { borderColor: 'primary.main', outline: '1px solid', outlineColor: 'primary.main' },
  '&.moving': { bgcolor: (t: Theme) => t.ink.wash, outline: '2px dashed', outlineColor: 'primary.main' },
} as const;

/** How long it is, to be changed in place. */
function Length({
  itemId,
  title,
  lengthS,
  byHand,
}: Pick<StageItemProps, 'itemId' | 'title' | 'lengthS' | 'byHand'>) {
  const [open, setOpen] = useState(false);
  if (open)
    return <LengthField itemId={itemId} title={title} lengthS={lengthS} onDone={() => setOpen(false)} />;
  return (
    <ButtonBase
      data-on-paper
      aria-label={`Change the length of ${title}`}
      onClick={() => setOpen(true)}
      sx={{
        ...place,
        ...TITLE,
        fontFamily: 'inherit',
        px: 1,
        minHeight: 24,
        borderRadius: 1,
        bgcolor: 'background.paper',
        whiteSpace: 'nowrap',
        color: byHand ? 'text.primary' : 'secondary.main',
        '&:hover': { textDecoration: 'underline' },
      }}
    >
      {formatDuration(lengthS)}
    </ButtonBase>
  );
}

const place = { position: 'absolute', top: 0, right: 6 } as const;

function LengthField({
  itemId,
  title,
  lengthS,
  onDone,
}: Pick<StageItemProps, 'itemId' | 'title' | 'lengthS'> & { onDone: () => void }) {
  const scripted = useShow().script.byItem.get(itemId);
  return (
    <Box
      sx={{ ...place, width: 130, zIndex: 6, bgcolor: 'background.paper' }}
      onBlur={onDone}
      onKeyDown={(e) => (e.key === 'Enter' || e.key === 'Escape') && onDone()}
    >
      <FieldOf
        type={Timing}
        name="likelyS"
        autoFocus
        hiddenLabel={`Length of ${title}`}
        value={lengthS}
        onValue={(value) => scripted && make(stretched(scripted, value))}
      />
    </Box>
  );
}
