import { Box, Tooltip } from '@mui/material';
import { useState, type ReactNode } from 'react';

/** One tooltip for everything within that has a `data-hint`: a score has hundreds of parts, and shows one hint at a time. */
export function Hints({ children }: { children: ReactNode }) {
  return (
    <Box sx={{ position: 'relative' }}>
      <Hint />
      {children}
    </Box>
  );
}

/** Listens to what is around it, so that what is within is not drawn again with each hint. */
function Hint() {
  const [anchor, setAnchor] = useState<HTMLElement>();
  const listen = (mark: HTMLElement | null) => {
    const around = mark?.parentElement;
    if (!around) return;
    const over = ({ target }: Event) =>
      setAnchor((target as HTMLElement).closest<HTMLElement>('[data-hint]') ?? undefined);
    const out = () => setAnchor(undefined);
    around.addEventListener('pointerover', over);
    around.addEventListener('pointerleave', out);
    around.addEventListener('pointerdown', out);
    return () => {
      around.removeEventListener('pointerover', over);
      around.removeEventListener('pointerleave', out);
      around.removeEventListener('pointerdown', out);
    };
  };
  return (
    <>
      <span ref={listen} hidden />
      {anchor?.isConnected && (
        <Tooltip
          open
          disableInteractive
          title={anchor.dataset.hint}
          slotProps={{ popper: { anchorEl: anchor } }}
        >
          <span hidden />
        </Tooltip>
      )}
    </>
  );
}
