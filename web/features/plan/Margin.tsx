import { Box, Button, Typography } from '@mui/material';
import { isOpenStop, type Finding } from '@hearty/core';
import { useCallback, useState, type RefCallback } from 'react';
import { LevelMark, levelWord } from '../../kit/LevelMark';
import { AcknowledgeStop } from './AcknowledgeStop';
import { spread, type Scale } from './scale';
import { HEADS_PX } from './Score';
import { make, think } from './view';

/** A note that is not drawn yet is thought of as so tall, px. */
const USUAL_PX = 120;

/** What a finding is found by: the mark that jumps to it knows the same. */
export const findingId = ({ code, itemId = '', message }: Finding) =>
  `finding-${code}-${itemId}-${message.length}`.replace(/[^\w-]/g, '_');

/** In the order of the moments they concern. */
export const inOrder = (findings: readonly Finding[]): Finding[] => [...findings].sort((a, b) => a.at - b.at);

/** What is to be read first, at the top wherever its moment is: the first open stop, else poor odds, else the first caution. */
const worstOf = (findings: readonly Finding[]): Finding | undefined => {
  const all = inOrder(findings);
  const cautions = all.filter((f) => f.level === 'caution');
  return all.find(isOpenStop) ?? cautions.find((f) => f.code === 'slot-odds') ?? cautions[0];
};

/** Height that stands above the notes in their column. */
const ABOVE_PX = 48;

/** The worst finding first, the others beside the moment they concern, each with its fixes. Without a scale they are a plain list. */
export function Margin({
  findings,
  scale,
  onSelect,
}: {
  findings: readonly Finding[];
  scale: Scale | undefined;
  onSelect: (itemId: string) => void;
}) {
  const worst = worstOf(findings);
  const sorted = [...(worst ? [worst] : []), ...inOrder(findings).filter((f) => f !== worst)];
  const { heightOf, watch } = useHeights();
  const heights = sorted.map((finding) => heightOf(findingId(finding)));
  const tops =
    scale &&
    spread(
      sorted.map((f) => (f === worst ? 0 : Math.max(0, scale.y(f.at) + HEADS_PX - ABOVE_PX))),
      heights,
      8,
    );
  const height = tops ? (tops.at(-1) ?? 0) + (heights.at(-1) ?? 0) : undefined;
  return (
    <Box
      component="ul"
      aria-label="Findings"
      sx={{ position: 'relative', m: 0, p: 0, listStyle: 'none', height: { lg: height } }}
    >
      {sorted.map((finding, i) => (
        <FindingNote
          key={findingId(finding)}
          finding={finding}
          top={tops?.[i]}
          watch={watch}
          {...(finding.itemId !== undefined && { onOpen: () => onSelect(finding.itemId!) })}
        />
      ))}
      {findings.length === 0 && (
        <Typography component="li" color="textSecondary">
          No problems found.
        </Typography>
      )}
    </Box>
  );
}

/** How tall notes are drawn, by their ids, for keeping them from covering one another. */
function useHeights() {
  const [drawn, setDrawn] = useState<ReadonlyMap<string, number>>(new Map());
  const [observer] = useState(
    () =>
      new ResizeObserver((entries) =>
        setDrawn(
          (was) =>
            new Map([
              ...was,
              ...entries.map(({ target }) => [target.id, (target as HTMLElement).offsetHeight] as const),
            ]),
        ),
      ),
  );
  const watch = useCallback(
    (note: HTMLElement | null) => {
      if (!note) return undefined;
      observer.observe(note);
      return () => observer.unobserve(note);
    },
    [observer],
  );
  return { heightOf: (id: string) => drawn.get(id) ?? USUAL_PX, watch };
}

/** What is to be said of the plan at one moment, and the fixes of it. */
export function FindingNote({
  finding,
  top,
  watch,
  onOpen,
}: {
  finding: Finding;
  /** Beside the score, where its moment is. */
  top?: number | undefined;
  /** Follows how tall it is drawn. */
  watch?: RefCallback<HTMLElement>;
  /** Opens the item it is about. */
  onOpen?: () => void;
}) {
  return (
    <Box
      component="li"
      id={findingId(finding)}
      {...(watch && { ref: watch })}
      tabIndex={-1}
      sx={{
        pl: 3,
        mb: 3,
        borderLeft: 3,
        borderColor: COLORS[finding.level],
        overflowWrap: 'anywhere',
        ...(top !== undefined && { position: { lg: 'absolute' }, left: 0, right: 0 }),
      }}
      style={top === undefined ? {} : { top }}
    >
      <Typography sx={{ lineHeight: 1.4 }}>
        <LevelMark level={finding.level} /> <b style={{ fontWeight: 700 }}>{levelWord(finding.level)}</b>{' '}
        {finding.message}
      </Typography>
      {finding.fixes.map(({ label, change }) =>
        change ? (
          <Button
            key={label}
            size="small"
            variant="outlined"
            sx={{ mt: 1, mr: 1, textAlign: 'left', lineHeight: 1.25, overflowWrap: 'anywhere' }}
            onClick={() => make(change)}
            onMouseEnter={() => think(change)}
            onMouseLeave={() => think(undefined)}
            onFocus={() => think(change)}
            onBlur={() => think(undefined)}
          >
            {label}
          </Button>
        ) : (
          <Typography key={label} variant="body2" sx={{ mt: 0.5 }} color="textSecondary">
            Or: {label}.
          </Typography>
        ),
      )}
      {finding.level === 'stop' && <AcknowledgeStop finding={finding} />}
      {onOpen && finding.fixes.length === 0 && finding.level !== 'note' && (
        <Button size="small" sx={{ mt: 0.5, ml: -1 }} onClick={onOpen}>
          Open the item
        </Button>
      )}
    </Box>
  );
}

const COLORS = { stop: 'error.main', caution: 'warning.main', note: 'divider' } as const;
