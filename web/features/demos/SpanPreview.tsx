import { Box, Typography } from '@mui/material';
import { formatDuration, type Demo, type SpanRow } from '@hearty/core';
import { useWatch } from 'react-hook-form';
import { useSpan } from '../../workers/planner';

/** How long the demo takes and what it blocks, drawn while one types. */
export function SpanPreview() {
  const typed = useWatch<Demo>() as Demo;
  const span = useSpan(readable(typed));
  if (!span) return null;
  const { rows, fromS, toS, hands } = span;
  const whole = Math.max(1, toS - fromS);
  const at = (s: number) => `${(100 * (s - fromS)) / whole}%`;
  const kit = typed.kit.filter((k) => typed.prep.some((t) => t.holds?.includes(k.goodId))).length;
  return (
    <Box component="section" aria-label="How long it takes and what it blocks" sx={{ mb: 6 }}>
      <Typography variant="h2" sx={{ mb: 1 }}>
        Begin {formatDuration(-fromS)} before; the {typed.mark} is free again {formatDuration(toS)} after it
        begins
      </Typography>
      <Typography color="textSecondary" sx={{ mb: 2 }}>
        {hands === 0
          ? 'No hands behind the scenes.'
          : `Left to the last moment, it needs ${hands} ${hands === 1 ? 'pair' : 'pairs'} of hands behind the scenes at once.`}
        {kit > 0 && ` ${kit} ${kit === 1 ? 'piece' : 'pieces'} of kit in use from the preparation on.`}
      </Typography>
      <Box component="ul" sx={{ m: 0, p: 0, listStyle: 'none', display: 'grid', gap: 0.5 }}>
        {rows.map((row, i) => (
          <Box
            component="li"
            key={i}
            sx={{ display: 'grid', gridTemplateColumns: '220px 1fr', columnGap: 2, alignItems: 'center' }}
          >
            <Typography noWrap sx={{ fontSize: 'small' }}>
              {row.title || 'untitled'}
              {row.kind === 'stands' && ' stands'}
            </Typography>
            <Box sx={{ position: 'relative', height: 16 }}>
              <Box sx={{ position: 'absolute', left: at(0), top: -2, bottom: -2, borderLeft: '2px solid' }} />
              <Box
                title={`${formatDuration(row.toS - row.fromS)} ${row.kind}`}
                sx={{
                  position: 'absolute',
                  left: at(row.fromS),
                  width: `max(3px, ${(100 * (row.toS - row.fromS)) / whole}%)`,
                  top: 0,
                  bottom: 0,
                  borderRadius: 1,
                  border: '1px solid',
                  ...LOOK[row.kind],
                }}
              />
            </Box>
          </Box>
        ))}
      </Box>
    </Box>
  );
}

const LOOK: Record<SpanRow['kind'], object> = {
  hands: { borderColor: 'primary.main', bgcolor: 'background.paper' },
  stands: {
    borderColor: 'secondary.main',
    bgcolor: (t: { ink: { tide: string } }) => t.ink.tide,
    top: 5,
    bottom: 5,
  },
  'on stage': { borderColor: 'primary.main', bgcolor: 'primary.main' },
  reset: { borderColor: 'text.secondary', borderStyle: 'dashed' },
};

/** Fields emptied while typing count as nothing, and chains that lead nowhere yet as no chain. */
function readable(typed: Demo): Demo {
  const n = (x: unknown) => (Number.isFinite(Number(x)) ? Number(x) : 0);
  return {
    ...typed,
    ...(typed.reset && { reset: { ...typed.reset, handsOnS: n(typed.reset.handsOnS) } }),
    // What cannot be read yet is not counted with either.
    variants: [],
    worn: [],
    parameters: [],
    kit: typed.kit.map(({ places: _p, contents: _c, per: _per, ...k }) => ({
      ...k,
      count: n(k.count),
      turnRoundS: n(k.turnRoundS),
    })),
    steps: typed.steps.map(({ growsWith: _g, ...s }) => ({
      ...s,
      bestS: n(s.bestS),
      likelyS: n(s.likelyS),
      worstS: n(s.worstS),
    })),
    prep: typed.prep.map((t, i) => {
      const { afterTaskId, staleAfterS: _stale, growsWith: _g, furtherS: _f, per: _per, ...rest } = t;
      const known = typed.prep.slice(0, i).some((o) => o.id === afterTaskId);
      return {
        ...rest,
        handsOnS: n(t.handsOnS),
        readyAfterS: n(t.readyAfterS),
        holds: t.holds ?? [],
        hazards: t.hazards ?? [],
        ...(known && afterTaskId !== undefined && { afterTaskId }),
      };
    }),
  };
}
