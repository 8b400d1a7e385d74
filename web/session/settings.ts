import type { Cup } from '@hearty/core';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';

interface Settings {
  /** What a cup holds. */
  cup: Cup;
  setCup: (cup: Cup) => void;
  mode: 'paper' | 'night';
  setMode: (mode: 'paper' | 'night') => void;
}

/** What this device remembers. */
export const useSettings = create<Settings>()(
  persist(
    (set) => ({
      mode: 'paper',
      setMode: (mode) => set({ mode }),
      cup: 'US',
      setCup: (cup) => set({ cup }),
    }),
    { name: 'hearty-settings' },
  ),
);
