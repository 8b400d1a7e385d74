import { Box, Checkbox, Paper, Typography } from '@mui/material';
import { callState, clockOf, formatDuration, type CallState, type DayLine } from '@hearty/core';
import { Fragment, memo, useEffect, useMemo, useRef } from 'react';
import { useShow } from '../../session/show';
import { useTick } from '../../session/stores';
import { lineWords, warnings, whatWords } from './words';

/** The lines of a day under one another, with one line for now across everybody. Seconds from curtain-up. */
export function Day({
  lines,
  nowS,
  done,
  inRun,
  alone,
}: {
  lines: readonly DayLine[];
  /** Undefined on another day. */
  nowS: number | undefined;
  done: ReadonlySet<string>;
  /** What of it was ticked off in the run that is open: it is taken back there. */
  inRun: ReadonlySet<string>;
  /** Of one person: nobody needs to be named. */
  alone: boolean;
}) {
  const { file, script } = useShow();
  const clock = useMemo(() => clockOf(script, alone ? lines.map((l) => l.atS) : []), [script, lines, alone]);
  const { mutate: onTick } = useTick(file.show.id);
  const shown = alone ? lines : together(lines);
  const nextAt = nowS === undefined ? -1 : shown.findIndex((l) => l.atS > nowS);
  const now = nowS !== undefined && <Now clock={clock(nowS)} />;
  return (
    <Paper
      variant="outlined"
      component="ol"
      aria-label="The day"
      sx={{ listStyle: 'none', p: 0, m: 0, maxWidth: 900 }}
    >
      {shown.map((line, i) => {
        const state = callState(line, nowS ?? -Infinity, done.has(line.key));
        return (
          <Fragment key={line.personId + line.key}>
            {i === nextAt && now}
            <Line
              line={line}
              clock={clock}
              isSame={shown[i - 1]?.atS === line.atS}
              state={state}
              message={nowS === undefined ? '' : stateWords(line, state, nowS)}
              inRun={inRun.has(line.key)}
              alone={alone}
              onTick={onTick}
            />
          </Fragment>
        );
      })}
      {nextAt === -1 && now}
    </Paper>
  );
}

/** Those who arrive, or leave, at the same moment are one line. */
function together(lines: readonly DayLine[]): DayLine[] {
  const joined: DayLine[] = [];
  for (const line of lines) {
    const i = joined.findIndex((l) => l.kind === line.kind && l.atS === line.atS);
    if (i < 0 || !['arrive', 'leave'].includes(line.kind)) joined.push(line);
    else joined[i] = { ...joined[i]!, name: `${joined[i]!.name}, ${line.name}` };
  }
  return joined;
}

/** Warnings in sight before the others are opened; a single other one takes no more room than the word for it. */
const IN_SIGHT = 2;

function Warnings({ all }: { all: readonly string[] }) {
  const inSight = all.length <= IN_SIGHT + 1 ? all.length : IN_SIGHT;
  const rest = all.slice(inSight);
  return (
    <>
      {all.slice(0, inSight).join(' ')}
      {rest.length > 0 && (
        <details>
          <summary>{rest.length} more cautions</summary>
          {rest.join(' ')}
        </details>
      )}
    </>
  );
}

/** Where the day is; it comes into sight when the page is opened. */
function Now({ clock }: { clock: string }) {
  const at = useRef<HTMLLIElement>(null);
  useEffect(() => {
    // Newer browsers answer with a promise, which an effect must not.
    void at.current?.scrollIntoView({ block: 'center' });
  }, []);
  return (
    <Box
      component="li"
      ref={at}
      aria-label={`Now, ${clock}`}
      sx={{ bgcolor: 'secondary.main', color: 'background.paper', px: 3, py: 0.5, fontWeight: 700 }}
    >
      {clock} now
    </Box>
  );
}

const INK: Partial<Record<CallState, string>> = {
  late: 'error.main',
  due: 'primary.main',
  'may begin': 'secondary.main',
};

const Line = memo(function Line({
  line,
  clock,
  isSame: isSame,
  state,
  message,
  inRun,
  alone,
  onTick,
}: {
  line: DayLine;
  clock: (s: number) => string;
  /** The line before it is of the same time. */
  isSame: boolean;
  state: CallState;
  message: string;
  inRun: boolean;
  alone: boolean;
  onTick: ReturnType<typeof useTick>['mutate'];
}) {
  const quiet = state === 'done' || state === 'over';
  return (
    <Box
      component="li"
      data-state={state}
      sx={{
        display: 'grid',
        gridTemplateColumns: {
          xs: 'minmax(56px, max-content) minmax(0, 1fr) 44px',
          sm: alone
            ? 'minmax(64px, max-content) minmax(0, 1fr) 44px'
            : 'minmax(64px, max-content) 130px minmax(0, 1fr) 44px',
        },
        columnGap: 2,
        px: 3,
        py: 1,
        borderTop: isSame ? 0 : 1,
        borderColor: 'divider',
        opacity: quiet ? 0.6 : 1,
        // Lines out of sight are not drawn.
        contentVisibility: 'auto',
        containIntrinsicSize: 'auto 58px',
      }}
    >
      <Typography sx={{ fontWeight: 700, whiteSpace: 'nowrap' }}>{clock(line.atS)}</Typography>
      {!alone && (
        <Typography sx={{ display: { xs: 'none', sm: 'block' }, fontWeight: 600, overflowWrap: 'anywhere' }}>
          {line.name}
        </Typography>
      )}
      <Box>
        <Typography sx={{ fontWeight: line.kind === 'prepare' ? 700 : 500, overflowWrap: 'anywhere' }}>
          {!alone && (
            <Box component="span" sx={{ display: { xs: 'inline', sm: 'none' } }}>
              {line.name}:{' '}
            </Box>
          )}
          {whatWords(line)}
        </Typography>
        <Typography variant="body2" color="textSecondary" sx={{ overflowWrap: 'anywhere' }}>
          {lineWords(line, clock)}
        </Typography>
        {inRun && (
          <Typography variant="body2" color="textSecondary">
            done, by the screens of the show
          </Typography>
        )}
        {state !== 'done' && warnings(line).length > 0 && (
          <Typography
            component="div"
            variant="body2"
            sx={{ borderLeft: 3, borderColor: 'warning.main', pl: 1.5, maxWidth: '80ch' }}
          >
            <Warnings all={warnings(line)} />
          </Typography>
        )}
        {message && INK[state] && (
          <Typography variant="body2" sx={{ fontWeight: 700, color: INK[state] }}>
            {message}
          </Typography>
        )}
      </Box>
      {line.kind === 'prepare' || line.kind === 'reset' ? (
        <Checkbox
          checked={state === 'done'}
          disabled={inRun}
          onChange={() => onTick({ way: 'prep', key: line.key, done: state !== 'done' })}
          slotProps={{ input: { 'aria-label': `Done: ${line.what}` } }}
          sx={{ width: 44, height: 44 }}
        />
      ) : (
        <span />
      )}
    </Box>
  );
});

function stateWords(line: DayLine, state: CallState, nowS: number): string {
  const ago = (s: number) => formatDuration(Math.max(60, Math.round(s / 60) * 60));
  switch (state) {
    case 'late':
      return `Late by ${ago(nowS - (line.latestS ?? line.atS))}`;
    case 'due':
      return line.kind === 'prepare' && (line.latestS ?? line.atS) - nowS > 60
        ? `Due now; can wait another ${ago(line.latestS! - nowS)}`
        : 'Due now';
    case 'may begin':
      return 'May begin';
    default:
      return '';
  }
}
