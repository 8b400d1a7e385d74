import type { Show, Stored } from '@hearty/core';
import { useStore } from 'zustand';
import { api } from './api';
import { createDraft, type DraftState } from './createDraft';
import { localCopies } from './localCopies';
import { queryClient } from './queryClient';

const draft = createDraft({
  put: (path, body) => api<Stored<Show>>(path, { method: 'PUT', body }),
  copies: localCopies,
  onSaved: () => {
    for (const queryKey of [['overview'], ['tour'], ['documents', 'shows']])
      void queryClient.invalidateQueries({ queryKey });
  },
});

export const {
  openDraft,
  edit,
  editItem,
  changeDraft,
  undo,
  redo,
  settleConflict,
  saveAgain,
  discardUnreadable,
  flushDraft,
} = draft;

/** The store of the draft, for code outside components. */
export const draftStore = draft.store;

export const useDraft = <T = DraftState>(select: (state: DraftState) => T = (s) => s as T): T =>
  useStore(draft.store, select);
