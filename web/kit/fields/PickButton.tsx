import { IconButton, InputAdornment } from '@mui/material';
import { lazy, Suspense, useState } from 'react';
import { CalendarIcon, ClockIcon } from '../icons';

// Most days and times are typed; the calendar and the clock are fetched when one is opened.
const Picker = lazy(() => import('../Picker'));

/** Opens the calendar or the clock beside a field, to pick in place of typing. */
export function PickButton({
  field,
  value,
  label,
  onPick,
}: {
  field: { as: 'clock' | 'day' };
  value: unknown;
  label: string;
  onPick: (picked: string) => void;
}) {
  const [anchor, setAnchor] = useState<HTMLElement>();
  return (
    <InputAdornment position="end">
      <IconButton
        edge="end"
        size="small"
        aria-label={`${field.as === 'day' ? 'Calendar' : 'Clock'}: ${label}`}
        aria-haspopup="dialog"
        onClick={(e) => setAnchor(e.currentTarget)}
      >
        {field.as === 'day' ? <CalendarIcon fontSize="small" /> : <ClockIcon fontSize="small" />}
      </IconButton>
      {anchor && (
        <Suspense fallback={null}>
          <Picker
            {...{ anchor, label, onPick }}
            as={field.as}
            value={typeof value === 'string' ? value : ''}
            onClose={() => setAnchor(undefined)}
          />
        </Suspense>
      )}
    </InputAdornment>
  );
}
