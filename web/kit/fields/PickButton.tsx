import CalendarMonthIcon from '@mui/icons-material/CalendarMonth';
import ScheduleIcon from '@mui/icons-material/Schedule';
import { IconButton, InputAdornment, Popover } from '@mui/material';
import { lazy, Suspense, useState } from 'react';

// Most fields are typed into; the calendar and the clock are fetched when one is opened.
const Pickers = lazy(() => import('./Pickers'));

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
  const close = () => setAnchor(undefined);
  return (
    <InputAdornment position="end">
      <IconButton
        edge="end"
        size="small"
        aria-label={`${field.as === 'day' ? 'Calendar' : 'Clock'}: ${label}`}
        aria-haspopup="dialog"
        onClick={(e) => setAnchor(e.currentTarget)}
      >
        {field.as === 'day' ? <CalendarMonthIcon fontSize="small" /> : <ScheduleIcon fontSize="small" />}
      </IconButton>
      <Popover
        open={!!anchor}
        anchorEl={anchor ?? null}
        onClose={close}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'right' }}
        transformOrigin={{ vertical: 'top', horizontal: 'right' }}
        slotProps={{
          paper: {
            role: 'dialog',
            'aria-label': label,
            elevation: 0,
            sx: { border: 1, borderColor: 'divider' },
          },
        }}
      >
        <Suspense fallback={null}>
          {anchor && (
            <Pickers
              as={field.as}
              value={typeof value === 'string' ? value : ''}
              onPick={onPick}
              onDone={close}
            />
          )}
        </Suspense>
      </Popover>
    </InputAdornment>
  );
}
