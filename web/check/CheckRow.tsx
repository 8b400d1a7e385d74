import { Box, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import { declare, judge, type Check, type RunState, type Verdict } from '@hearty/core';
import { format } from 'date-fns';
import { Drawn } from '../kit/fields';
import { record } from '../session/runLog';

/** What the two answers to a check are called. */
const ANSWERS: Record<Exclude<Check['kind'], 'measured'>, [yes: string, no: string]> = {
  present: ['There', 'Missing'],
  'yes-no': ['Yes', 'No'],
  tested: ['Works', 'Does not'],
};

/** One check, answered by a press or a number. */
export function CheckRow({
  check,
  state,
  now,
  may,
  due,
}: {
  check: Check;
  state: RunState;
  now: number;
  /** Whether this device may answer. */
  may: boolean;
  /** The time of day at which it comes up, where that is in the show. */
  due?: string;
}) {
  const answer = state.checks.get(check.id);
  const verdict = judge(check, answer, now);
  const put = (value: boolean | number | null) =>
    void record({ kind: 'check', body: { checkId: check.id, value } });
  return (
    <Box
      component="li"
      data-testid={`check-${check.id}`}
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        gap: { xs: 2, sm: 3 },
        alignItems: 'center',
        px: { xs: 3, sm: 4 },
        py: { xs: 1, sm: 2 },
        borderBottom: 1,
        borderColor: 'divider',
        '&:last-child': { border: 0 },
      }}
    >
      <Box sx={{ flex: { xs: '1 1 130px', sm: '1 1 220px' }, minWidth: 0 }}>
        <Typography sx={{ fontWeight: 600, overflowWrap: 'anywhere' }}>{check.title}</Typography>
        <Typography color="textSecondary" sx={{ fontSize: 'small' }}>
          {[due && `ready at ${due}`, check.detail, !check.must && 'optional'].filter(Boolean).join(' · ')}
        </Typography>
      </Box>
      {verdict === 'fails' && check.instead && (
        <Typography sx={{ flex: '1 1 100%', order: 9, fontSize: 'small', overflowWrap: 'anywhere' }}>
          <b>Will do instead:</b> {check.instead}
        </Typography>
      )}
      <VerdictWord verdict={verdict} at={answer?.at} />
      {check.kind === 'measured' ? (
        <Reading may={may} check={check} value={answer?.value} onValue={put} />
      ) : (
        <ToggleButtonGroup
          exclusive
          disabled={!may}
          value={verdict === 'stale' ? null : (answer?.value ?? null)}
          onChange={(_e, value: boolean | null) => put(value)}
          aria-label={check.title}
        >
          {ANSWERS[check.kind].map((word, i) => (
            <ToggleButton key={word} value={i === 0} sx={toggleSx}>
              {word}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      )}
    </Box>
  );
}

const toggleSx = {
  minHeight: 44,
  minWidth: 76,
  textTransform: 'none',
  color: 'text.primary',
  '&.Mui-selected, &.Mui-selected:hover': {
    fontWeight: 700,
    bgcolor: 'primary.main',
    color: 'primary.contrastText',
  },
} as const;

/** The most a reading may be, either way; the log takes no more. */
const MOST = 1e9;

function Reading({
  may,
  check,
  value,
  onValue,
}: {
  may: boolean;
  check: Check;
  value: boolean | number | undefined;
  onValue: (value: number | null) => void;
}) {
  const unit = check.unit ?? '';
  const field =
    unit === '°C'
      ? declare.temperature(-273.15, MOST, 'Reading')
      : declare.figure(-MOST, MOST, { label: 'Reading', unit });
  return (
    <Drawn
      field={{ ...field, optional: true }}
      message={`${check.title}, ${unit}`}
      value={typeof value === 'number' ? value : undefined}
      onValue={(read) => onValue(typeof read === 'number' ? Math.round(read * 100) / 100 : null)}
      disabled={!may}
      sx={{ width: 160 }}
    />
  );
}

const SAID: Record<Exclude<Verdict, 'open'>, [words: string, color: string]> = {
  holds: ['✓ holds', 'secondary.main'],
  stale: ['⟳ stale, look again', 'warning.main'],
  fails: ['✕ not OK', 'error.main'],
};

function VerdictWord({ verdict, at }: { verdict: Verdict; at: number | undefined }) {
  if (verdict === 'open') return null;
  const [words, color] = SAID[verdict];
  return (
    <Typography sx={{ color, fontWeight: 700, fontSize: 'text' }}>
      {words}
      {at && (
        <Box component="span" sx={{ color: 'text.secondary', fontWeight: 400, ml: 1 }}>
          {format(at, 'HH:mm')}
        </Box>
      )}
    </Typography>
  );
}
