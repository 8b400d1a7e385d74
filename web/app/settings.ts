import { create } from 'zustand';
import { persist } from 'zustand/middleware';

interface Settings {
  mode: 'paper' | 'night';
  setMode: (mode: 'paper' | 'night') => void;
}

/** What this device remembers. */
export const useSettings = create<Settings>()(
  persist((set) => ({ mode: 'paper', setMode: (mode) => set({ mode }) }), { name: 'hearty-settings' }),
);
