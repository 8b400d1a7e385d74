import { Button } from '@mui/material';
import { useEffect, useRef, useState, type ReactNode } from 'react';

/**
 * The first of many, and a way to more that opens by itself when one comes near it: a long list costs no more than what
 * is looked at. Where there are no more, `more` is nothing.
 */
export function useMore<T>(all: readonly T[], step = 50): { shown: readonly T[]; more: ReactNode } {
  const [upTo, setUpTo] = useState(step);
  const left = all.length - upTo;
  return {
    shown: left > 0 ? all.slice(0, upTo) : all,
    more:
      left > 0 ? (
        <MoreButton left={left} step={Math.min(step, left)} onMore={() => setUpTo((n) => n + step)} />
      ) : null,
  };
}

function MoreButton({ left, step, onMore }: { left?: number; step: number; onMore: () => void }) {
  const ref = useRef<HTMLButtonElement>(null);
  const latest = useRef(onMore);
  useEffect(() => {
    latest.current = onMore;
  });
  useEffect(() => {
    const near = new IntersectionObserver(
      (entries) => entries.some((e) => e.isIntersecting) && latest.current(),
      { rootMargin: '400px' },
    );
    if (ref.current) near.observe(ref.current);
    return () => near.disconnect();
    // Looked at again after each page, in case its end is in sight at once.
  }, [left]);
  return (
    <Button ref={ref} onClick={onMore} sx={{ minHeight: 44 }}>
      {left === undefined ? `${step} more` : `${step} more of ${left} left`}
    </Button>
  );
}
