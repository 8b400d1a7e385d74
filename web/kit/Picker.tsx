import { Popover } from '@mui/material';
import Pickers from './Pickers';

/** The calendar or the clock, at what opened it. */
export default function Picker({
  as,
  anchor,
  label,
  value,
  onPick,
  onClose,
}: {
  as: 'clock' | 'day';
  anchor: HTMLElement | undefined;
  label: string;
  value: string;
  onPick: (picked: string) => void;
  onClose: () => void;
}) {
  return (
    <Popover
      open={!!anchor}
      anchorEl={anchor ?? null}
      onClose={onClose}
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
      {anchor && <Pickers as={as} value={value} onPick={onPick} onDone={onClose} />}
    </Popover>
  );
}
