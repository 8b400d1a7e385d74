import { Box, Typography } from '@mui/material';
import { formatClock, type Timetable } from '@hearty/core';
import { memo } from 'react';
import { spread, type Scale } from './scale';

/** The points of the day that are fixed, in their order. */
function fixedPoints(timetable: Timetable): { s: number; label: string; strong: boolean }[] {
  const { doorsS, getInS, crewCallS, slotEndS, hardEndS, opensS, closesS } = timetable;
  const all = [
    { s: opensS, label: 'House opens', strong: false },
    { s: getInS, label: 'Get-in', strong: false },
    {
      s: crewCallS < getInS || crewCallS === 0 ? undefined : crewCallS,
      label: 'Crew call',
      strong: false,
    },
    { s: doorsS, label: 'Doors', strong: true },
    { s: 0, label: 'Curtain-up', strong: true },
    { s: slotEndS, label: 'Slot ends', strong: true },
    { s: hardEndS, label: 'Everyone out', strong: true },
    { s: closesS, label: 'House closes', strong: false },
  ];
  return all.flatMap(({ s, ...rest }) => (s === undefined ? [] : [{ s, ...rest }])).sort((a, b) => a.s - b.s);
}

const LABEL_PX = 17;

/** Labels before curtain-up sit on their lines and give way upwards, later ones hang below and give way downwards. */
function labelTops(lines: { y: number; below: boolean }[]): number[] {
  const above = lines.filter((l) => !l.below).reverse();
  const up = spread(
    above.map((l) => -(l.y - 2)),
    above.map(() => LABEL_PX),
    0,
  ).map((top) => -top - LABEL_PX);
  const below = lines.filter((l) => l.below);
  const down = spread(
    below.map((l) => l.y + 2),
    below.map(() => LABEL_PX),
    0,
  );
  return [...up.reverse(), ...down];
}

/** Clock times down the left, and the fixed points of the day. What lies beyond the score is named at its edge. */
export function Rulings({ scale, timetable, up }: { scale: Scale; timetable: Timetable; up: number }) {
  const inside = (s: number) => scale.y(s) >= 0 && scale.y(s) <= scale.height;
  const all = fixedPoints(timetable);
  const fixed = all.filter((f) => inside(f.s));
  const beyond = all.filter((f) => !inside(f.s));
  const near = (s: number) => fixed.some((f) => Math.abs(scale.y(f.s) - scale.y(s)) < 18);
  const tops = labelTops(fixed.map((f) => ({ y: scale.y(f.s), below: f.s > 0 })));
  return (
    <>
      <Box
        sx={{
          position: 'absolute',
          top: 0,
          left: 56,
          right: 0,
          bgcolor: (t) => t.ink.prep,
        }}
        style={{ height: scale.curtainY }}
      />
      {scale.marks
        .filter((s) => !near(s))
        .map((s) => (
          <Ruling key={s} top={scale.y(s)} clock={formatClock(up + s)} />
        ))}
      {scale.bent.map(({ fromS, toS, items }) => (
        <Bent key={fromS} top={scale.y(fromS)} height={scale.y(toS) - scale.y(fromS)} items={items} />
      ))}
      {fixed.map(({ s, label, strong }, i) => (
        <Fixed
          key={label}
          top={scale.y(s)}
          labelTop={tops[i]!}
          below={s > 0}
          strong={strong}
          clock={formatClock(up + s)}
          label={label}
        />
      ))}
      {beyond.length > 0 && (
        <Typography
          sx={{ position: 'absolute', bottom: -18, right: 4, fontSize: 'small', color: 'text.secondary' }}
        >
          {beyond.map((f) => `${f.label} ${formatClock(up + f.s)}`).join(' · ')}
        </Typography>
      )}
    </>
  );
}

// Each says nothing but what it is given: one that says the same is not drawn again.

const Ruling = memo(function Ruling({ top, clock }: { top: number; clock: string }) {
  return (
    <Box
      sx={{ position: 'absolute', left: 0, right: 0, borderTop: 1, borderColor: 'divider' }}
      style={{ top }}
    >
      <Typography component="span" sx={{ ...clockSx, color: 'text.secondary' }}>
        {clock}
      </Typography>
    </Box>
  );
});

/** A point of the day that is fixed: its line, and its words below or above it. */
const Fixed = memo(function Fixed({
  top,
  labelTop,
  below,
  strong,
  clock,
  label,
}: {
  top: number;
  labelTop: number;
  below: boolean;
  strong: boolean;
  clock: string;
  label: string;
}) {
  return (
    <Box>
      <Box
        sx={{
          position: 'absolute',
          left: 0,
          right: 0,
          borderTop: strong ? '2px solid' : '1px dashed',
          borderColor: strong ? 'text.primary' : 'text.secondary',
          zIndex: 1,
          pointerEvents: 'none',
        }}
        style={{ top }}
      />
      <Box
        sx={{
          position: 'absolute',
          ...(below ? { right: 4 } : { left: 0 }),
          zIndex: 4,
          pointerEvents: 'none',
          bgcolor: (t) => (below ? 'transparent' : t.ink.prep),
          fontSize: 'small',
          lineHeight: `${LABEL_PX}px`,
          whiteSpace: 'nowrap',
          fontWeight: strong ? 700 : 500,
          color: strong ? 'text.primary' : 'text.secondary',
        }}
        style={{ top: labelTop }}
      >
        <Box component="span" sx={{ display: 'inline-block', width: below ? 'auto' : 64, mr: below ? 1 : 0 }}>
          {clock}
        </Box>
        {label}
      </Box>
    </Box>
  );
});

/** Where time is drawn longer than elsewhere: a dotted edge, and what it means. */
const Bent = memo(({ top, height, items }: { top: number; height: number; items: number }) => (
  <Box
    sx={{ position: 'absolute', left: 50, width: 4, borderLeft: '3px dotted', borderColor: 'secondary.main' }}
    style={{ top, height }}
    data-hint={
      items === 1
        ? 'A short item, drawn taller than it is long so that it can be read.'
        : `${items} short items, drawn taller than they are long so that they can be read.`
    }
  >
    {height > 60 && (
      <Box
        component="span"
        sx={{
          position: 'absolute',
          right: 8,
          top: 4,
          writingMode: 'vertical-rl',
          whiteSpace: 'nowrap',
          fontSize: 'small',
          color: 'secondary.main',
          bgcolor: 'background.default',
        }}
      >
        not to scale
      </Box>
    )}
  </Box>
));
Bent.displayName = 'Bent';

const clockSx = {
  position: 'absolute',
  top: -10,
  left: 0,
  width: 50,
  bgcolor: 'background.default',
  fontSize: 'small',
} as const;
