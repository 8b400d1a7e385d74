import { Button } from '@mui/material';
import { lazy, Suspense, useState, type ReactNode } from 'react';

// Fetched when it is opened.
const Picker = lazy(() => import('./Picker'));

/** Does something for a day: it opens the calendar, and the day picked there is the day it is done for. */
export function DayButton({
  day,
  label,
  name,
  onPick,
  children,
}: {
  /** Where the calendar begins. */
  day: string;
  /** What the calendar is for. */
  label: string;
  name: string;
  onPick: (day: string) => void;
  children: ReactNode;
}) {
  const [anchor, setAnchor] = useState<HTMLElement>();
  return (
    <>
      <Button
        color="inherit"
        aria-label={name}
        aria-haspopup="dialog"
        onClick={(e) => setAnchor(e.currentTarget)}
      >
        {children}
      </Button>
      {anchor && (
        <Suspense fallback={null}>
          <Picker {...{ anchor, label, onPick }} as="day" value={day} onClose={() => setAnchor(undefined)} />
        </Suspense>
      )}
    </>
  );
}
