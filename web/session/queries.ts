import { useSnackbar } from 'notistack';
import { monotonicFactory } from 'ulid';
import { notifyManager, QueryClient, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Crate, Demo, Good, Library, Person, Show, Venue } from '@hearty/core';
import { api, type ApiError } from './api';
import type {
  Broken,
  Logbook,
  Lot,
  RunSummary,
  ShowLine,
  Stored,
  StoreMove,
  StoresAnswer,
  Tick,
  TourAnswer,
} from '@hearty/core';

// What a tap changes is drawn with the tap, not a turn of the clock later.
notifyManager.setScheduler(queueMicrotask);

export const queryClient = new QueryClient({
  defaultOptions: {
    queries: { retry: 1, staleTime: 2000, networkMode: 'always' },
    mutations: { networkMode: 'always' },
  },
});

interface Kinds {
  demos: Demo;
  shows: Show;
  venues: Venue;
  people: Person;
  goods: Good;
  crates: Crate;
}

export const useLibrary = () =>
  useQuery<Library, ApiError>({ queryKey: ['library'], queryFn: () => api('/library') });
export const useOverview = () =>
  useQuery<ShowLine[], ApiError>({ queryKey: ['overview'], queryFn: () => api('/overview') });
export const useLogbook = () =>
  useQuery<Logbook, ApiError>({ queryKey: ['logbook'], queryFn: () => api('/logbook') });
export const useRuns = (showId: string) =>
  useQuery<RunSummary[], ApiError>({
    queryKey: ['runs', showId],
    queryFn: () => api(`/runs?showId=${showId}`),
  });
export const useDocuments = <K extends keyof Kinds>(kind: K) =>
  useQuery<Stored<Kinds[K]>[], ApiError>({ queryKey: ['documents', kind], queryFn: () => api(`/${kind}`) });

export const useStores = () =>
  useQuery<StoresAnswer, ApiError>({ queryKey: ['stores'], queryFn: () => api('/stores') });
export const useTour = () =>
  useQuery<TourAnswer, ApiError>({ queryKey: ['tour'], queryFn: () => api('/tour') });

/** Writes lots and moves into the ledger, all or none. */
export function useWrite() {
  const client = useQueryClient();
  return useMutation<StoresAnswer, ApiError, { lots?: Lot[]; moves: StoreMove[] }>({
    mutationFn: ({ lots = [], moves }) => api('/stores/moves', { method: 'POST', body: { lots, moves } }),
    onSuccess: () => client.invalidateQueries(),
  });
}

export const useTicks = (showId: string) =>
  useQuery<Tick[], ApiError>({
    queryKey: ['ticks', showId],
    queryFn: () => api(`/shows/${showId}/ticks`),
    // Two people load one van.
    refetchInterval: 4000,
  });

/** Ticks something off, or takes the tick back; shown at once, and put right when the server says otherwise. */
export function useTick(showId: string) {
  const client = useQueryClient();
  const queryKey = ['ticks', showId];
  const { enqueueSnackbar } = useSnackbar();
  return useMutation<Tick[], ApiError, { way: Tick['way']; key: string; done: boolean }, Tick[] | undefined>({
    mutationFn: (body) => api(`/shows/${showId}/ticks`, { method: 'POST', body }),
    onMutate: ({ way, key, done }) => {
      // An answer on its way was asked for before the tick.
      void client.cancelQueries({ queryKey });
      const before = client.getQueryData<Tick[]>(queryKey);
      client.setQueryData<Tick[]>(queryKey, (old = []) => {
        const others = old.filter((t) => t.way !== way || t.key !== key);
        return done ? [...others, { way, key, at: Date.now() }] : others;
      });
      return before;
    },
    onError: (error, _tick, before) => {
      client.setQueryData(queryKey, before);
      enqueueSnackbar(`Not ticked. ${error.says}`, { variant: 'error' });
    },
    onSettled: () => client.invalidateQueries({ queryKey }),
  });
}

/** Saves one document; on success everything that may depend on it is asked for again. */
export function useSave<K extends keyof Kinds>(kind: K) {
  const client = useQueryClient();
  return useMutation<Stored<Kinds[K]>, ApiError, { id: string; version: number; body: Kinds[K] }>({
    mutationFn: ({ id, version, body }) => api(`/${kind}/${id}`, { method: 'PUT', body: { version, body } }),
    onSuccess: () => client.invalidateQueries(),
  });
}

export function useRemove(kind: keyof Kinds) {
  const client = useQueryClient();
  return useMutation<void, ApiError, string>({
    mutationFn: (id) => api(`/${kind}/${id}`, { method: 'DELETE' }),
    onSuccess: () => client.invalidateQueries(),
  });
}

/** Documents that are broken; asked for beside the lists, so that one of them never holds up a list. */
export const useBroken = () =>
  useQuery<Broken[], ApiError>({ queryKey: ['broken'], queryFn: () => api('/broken') });

/** Puts a document of any kind away, by its address ("shows/x"). */
export function useRemoveAny() {
  const client = useQueryClient();
  return useMutation<void, ApiError, string>({
    mutationFn: (address) => api(`/${address}`, { method: 'DELETE' }),
    onSuccess: () => client.invalidateQueries(),
  });
}

export function useRestore(kind: keyof Kinds) {
  const client = useQueryClient();
  return useMutation<unknown, ApiError, string>({
    mutationFn: (id) => api(`/${kind}/${id}/restore`, { method: 'POST' }),
    onSuccess: () => client.invalidateQueries(),
  });
}

const ulid = monotonicFactory();

/** A new id for a document or event: unlike any other, and sorting after every one made here before. */
export const newId = () => ulid().toLowerCase();
