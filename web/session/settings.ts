import type { Cup } from '@hearty/core';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';

interface Settings {
  /** What a cup holds. */
  cup: Cup;
  setCup: (cup: Cup) => void;
  /** The venue that the calculators use; none: as each begins. */
  benchVenueId: string | undefined;
  setBenchVenue: (id: string | undefined) => void;
  /** The benches used last, the newest first. */
  lastBenches: readonly string[];
  useBench: (id: string) => void;
  mode: 'paper' | 'night';
  setMode: (mode: 'paper' | 'night') => void;
}

/** This many of the calculators used last are remembered. */
const MOST_LAST = 5;

/** What this device remembers. */
export const useSettings = create<Settings>()(
  persist(
    (set) => ({
      mode: 'paper',
      setMode: (mode) => set({ mode }),
      benchVenueId: undefined,
      setBenchVenue: (benchVenueId) => set({ benchVenueId }),
      lastBenches: [],
      useBench: (id) =>
        set(({ lastBenches }) => ({
          lastBenches: [id, ...lastBenches.filter((other) => other !== id)].slice(0, MOST_LAST),
        })),
      cup: 'US',
      setCup: (cup) => set({ cup }),
    }),
    { name: 'hearty-settings' },
  ),
);
