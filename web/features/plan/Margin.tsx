import { Box, Button, Typography } from '@mui/material';
import type { Finding } from '@hearty/core';
import { LevelMark, levelWord } from '../../kit/LevelMark';
import { spread, type Scale } from './scale';
import { make, think } from './view';

const NOTHING: Pick<Finding, 'says' | 'waysOut'> = { says: '', waysOut: [] };

/** About how tall a note is, for keeping notes from covering one another. */
const heightOf = (finding: Pick<Finding, 'says' | 'waysOut'>) =>
  26 +
  Math.ceil((finding.says.length + 9) / 40) * 20 +
  finding.waysOut.reduce((sum, f) => sum + (f.change ? (f.label.length > 34 ? 58 : 40) : 24), 0);

/** Findings beside the moment they concern, each with its way out. Without a scale they stand in a plain list. */
export function Margin({
  findings,
  scale,
  onSelect,
}: {
  findings: Finding[];
  scale: Scale | undefined;
  onSelect: (itemId: string) => void;
}) {
  const sorted = [...findings].sort((a, b) => a.at - b.at);
  // The lane heads of the score stand above its zero.
  const tops =
    scale &&
    spread(
      sorted.map((f) => Math.max(0, scale.y(f.at)) + 24),
      sorted.map(heightOf),
      8,
    );
  const height = tops ? (tops.at(-1) ?? 0) + heightOf(sorted.at(-1) ?? NOTHING) : undefined;
  return (
    <Box
      component="ul"
      aria-label="Findings"
      sx={{ position: 'relative', m: 0, p: 0, listStyle: 'none', height: { lg: height } }}
    >
      {sorted.map((finding, i) => (
        <Box
          component="li"
          key={finding.code + (finding.itemId ?? '') + finding.says}
          sx={{
            pl: 3,
            mb: 3,
            borderLeft: 3,
            borderColor: COLORS[finding.level],
            ...(tops && { position: { lg: 'absolute' }, top: tops[i], left: 0, right: 0 }),
          }}
        >
          <Typography sx={{ fontSize: 14, lineHeight: 1.4 }}>
            <LevelMark level={finding.level} /> <b style={{ fontWeight: 700 }}>{levelWord(finding.level)}</b>{' '}
            {finding.says}
          </Typography>
          {finding.waysOut.map(({ label, change }) =>
            change ? (
              <Button
                key={label}
                size="small"
                variant="outlined"
                sx={{ mt: 1, mr: 1, textAlign: 'left', lineHeight: 1.25 }}
                onClick={() => make(change)}
                onMouseEnter={() => think(change)}
                onMouseLeave={() => think(undefined)}
                onFocus={() => think(change)}
                onBlur={() => think(undefined)}
              >
                {label}
              </Button>
            ) : (
              <Typography key={label} sx={{ fontSize: 13, mt: 0.5 }} color="textSecondary">
                Or: {label}.
              </Typography>
            ),
          )}
          {finding.itemId && finding.waysOut.length === 0 && finding.level !== 'note' && (
            <Button size="small" sx={{ mt: 0.5, ml: -1 }} onClick={() => onSelect(finding.itemId!)}>
              Open the item
            </Button>
          )}
        </Box>
      ))}
      {findings.length === 0 && (
        <Typography color="textSecondary">Nothing to say against this plan.</Typography>
      )}
    </Box>
  );
}

const COLORS = { stop: 'error.main', caution: 'warning.main', note: 'divider' } as const;
