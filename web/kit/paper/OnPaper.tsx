import { Box, ThemeProvider } from '@mui/material';
import { useSyncExternalStore, type ReactNode } from 'react';
import { themeOf } from '../theme';
import { PaperStyles } from './PaperStyles';

/** A screen, and the sheet it is when it is printed. What was typed on the screen stays where it is. */
export function OnPaper({
  title,
  paper,
  children,
}: {
  /** What stands on every page. */
  title: string;
  paper: () => ReactNode;
  children: ReactNode;
}) {
  const printing = usePrinting();
  return (
    <>
      <PaperStyles title={title} />
      <Box sx={{ '@media print': { display: 'none' } }}>{children}</Box>
      {printing && (
        <ThemeProvider theme={PAPER}>
          <style>{'@media print { [data-show-head], [data-page-head] { display: none !important; } }'}</style>
          <Box sx={{ display: 'none', '@media print': { display: 'block' } }}>{paper()}</Box>
        </ThemeProvider>
      )}
    </>
  );
}

const PAPER = themeOf('print');

let printing = false;
const watchers = new Set<() => void>();
const set = (value: boolean) => () => {
  printing = value;
  for (const tell of watchers) tell();
};
window.addEventListener('beforeprint', set(true));
window.addEventListener('afterprint', set(false));

/** Whether the page is being printed: the sheet is only drawn then. */
const usePrinting = () =>
  useSyncExternalStore(
    (tell) => {
      watchers.add(tell);
      return () => watchers.delete(tell);
    },
    () => printing,
  );
