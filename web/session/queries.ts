import {
  keepPreviousData,
  useInfiniteQuery,
  useMutation,
  useQuery,
  useQueryClient,
  type InfiniteData,
  type QueryClient,
} from '@tanstack/react-query';
import type {
  AttemptInShow,
  DemoLine,
  DemoRecordAnswer,
  DemoTrials,
  Crate,
  Demo,
  Good,
  Library,
  LibraryFile,
  Person,
  Show,
  Venue,
} from '@hearty/core';
import { api, type ApiError } from './api';
import { newId } from './ids';
import { lastAnswers } from './answers';
import type {
  Broken,
  Logbook,
  LogbookAsk,
  Overview,
  PastShows,
  Run,
  RunLine,
  RunPage,
  RunSummary,
  RemarkLine,
  ShowLine,
  Stored,
  TourAnswer,
} from '@hearty/core';

export interface Kinds {
  demos: Demo;
  shows: Show;
  venues: Venue;
  people: Person;
  goods: Good;
  crates: Crate;
}

export type DocumentKind = keyof Kinds;

/** While something newer is being worked out on the server, it is asked for again so soon, in ms. */
const AGAIN_MS = 500;
const untilFresh = ({ state }: { state: { data?: { fresh: boolean } | undefined } }) =>
  state.data && !state.data.fresh && lastAnswers.old.getState().size === 0 ? AGAIN_MS : false;

export const useLibrary = () =>
  useQuery<Library, ApiError>({
    queryKey: ['library'],
    queryFn: ({ signal }) => lastAnswers.ask('/library', signal),
  });
/** A dozen demos to begin with; asked for only where a library is still small. */
export const useStarter = (wanted: boolean) =>
  useQuery<LibraryFile, ApiError>({
    queryKey: ['starter'],
    enabled: wanted,
    staleTime: Infinity,
    queryFn: ({ signal }) => api('/starter', { signal }),
  });

/** Brings demos of a library file in; gives the ids they have here, by their ids in the file. */
export function useBringIn() {
  const client = useQueryClient();
  return useMutation<
    { demos: Record<string, string>; goods: number },
    ApiError,
    { file: LibraryFile; demoIds: string[] }
  >({
    mutationFn: (body) => api('/library-file', { method: 'POST', body }),
    onSuccess: () => client.invalidateQueries(),
  });
}

export const useOverview = () =>
  useQuery<Overview, ApiError>({
    queryKey: ['overview'],
    queryFn: ({ signal }) => lastAnswers.ask('/overview', signal),
    refetchInterval: untilFresh,
  });
/** Shows of the past, the newest first, page by page; with words, those in whose title or venue they stand. */
export const usePastShows = (find: string) =>
  useInfiniteQuery<PastShows, ApiError, InfiniteData<PastShows>, string[], ShowLine | undefined>({
    queryKey: ['overview', 'past', find],
    initialPageParam: undefined,
    placeholderData: keepPreviousData,
    queryFn: ({ pageParam: oldest, signal }) => {
      const asked = { ...(find && { find }), ...(oldest && { before: oldest.date, id: oldest.id }) };
      const path = `/overview/past?${new URLSearchParams(asked)}`;
      // What was looked for once is not kept for when the server is silent.
      return find ? api(path, { signal }) : lastAnswers.ask(path, signal);
    },
    getNextPageParam: (page) => (page.morePast ? page.past.at(-1) : undefined),
  });
/** Closes an action asked for in a debrief, wherever it is shown. */
export function useCloseAction() {
  const client = useQueryClient();
  return useMutation<unknown, ApiError, string>({
    mutationFn: (id) => api(`/actions/${id}/close`, { method: 'POST', body: { id: newId() } }),
    onSuccess: () => client.invalidateQueries(),
  });
}

/** Sooner than this nobody asks again how far the figures of past runs are, in ms. */
const REST_MS = 2000;

/** A part of the logbook as its address has it. */
export const askedOf = (ask: LogbookAsk): string => {
  const params = new URLSearchParams(Object.entries(ask).map(([name, value]) => [name, String(value)]));
  return params.size ? `?${params}` : '';
};

export const useLogbook = (ask: LogbookAsk = {}) =>
  useQuery<Logbook, ApiError>({
    queryKey: ['logbook', askedOf(ask)],
    placeholderData: keepPreviousData,
    queryFn: ({ signal }) => lastAnswers.ask(`/logbook${askedOf(ask)}`, signal),
    // How long runs were planned, and what they used up, comes a little after them.
    refetchInterval: ({ state }) =>
      (state.data?.costsPending ?? 0) > 0 && lastAnswers.old.getState().size === 0 ? REST_MS : false,
  });
/** What was written about a demo after shows, the newest first. */
export const useSaid = (demoId: string | undefined) =>
  useQuery<RemarkLine[], ApiError>({
    queryKey: ['said', demoId],
    enabled: demoId !== undefined,
    queryFn: ({ signal }) => lastAnswers.ask(`/demos/${demoId}/said`, signal),
  });
/** The newest attempts at a demo, with what was read and foretold of them. */
export const useAttempts = (demoId: string | undefined) =>
  useQuery<AttemptInShow[], ApiError>({
    queryKey: ['attempts', demoId],
    enabled: demoId !== undefined,
    queryFn: ({ signal }) => lastAnswers.ask(`/demos/${demoId}/attempts`, signal),
  });
/** How often each demo of the library works. */
export const useOdds = () =>
  useQuery<DemoLine[], ApiError>({
    queryKey: ['logbook', 'demos'],
    queryFn: ({ signal }) => lastAnswers.ask('/logbook/demos', signal),
  });
/** A demo's odds, its attempts over time, and what its failures came from. */
export const useRecord = (demoId: string) =>
  useQuery<DemoRecordAnswer, ApiError>({
    queryKey: ['logbook', 'record', demoId],
    queryFn: ({ signal }) => lastAnswers.ask(`/demos/${demoId}/record`, signal),
  });
/** What the attempts at a demo show of what was set. */
export const useTrials = (demoId: string) =>
  useQuery<DemoTrials, ApiError>({
    queryKey: ['trials', demoId],
    queryFn: ({ signal }) => lastAnswers.ask(`/demos/${demoId}/trials`, signal),
  });
/** Runs older than the oldest of the logbook, page by page. */
export const useOlderRuns = (oldest: RunLine | undefined, ask: LogbookAsk) =>
  useInfiniteQuery<RunPage, ApiError, InfiniteData<RunPage>, string[], number>({
    queryKey: ['logbook', 'runs', oldest?.id ?? '', askedOf(ask)],
    enabled: false,
    initialPageParam: oldest?.openedAt ?? 0,
    queryFn: ({ pageParam, signal }) =>
      lastAnswers.ask(`/logbook/runs?before=${pageParam}${askedOf(ask).replace('?', '&')}`, signal),
    getNextPageParam: (page) => (page.moreRuns ? page.runs.at(-1)?.openedAt : undefined),
  });
export const useRuns = (showId: string) =>
  useQuery<RunSummary[], ApiError>({
    queryKey: ['runs', showId],
    queryFn: ({ signal }) => lastAnswers.ask(`/runs?showId=${showId}`, signal),
  });
export const useDocuments = <K extends keyof Kinds>(kind: K) =>
  useQuery<Stored<Kinds[K]>[], ApiError>({
    queryKey: ['documents', kind],
    queryFn: ({ signal }) => lastAnswers.ask(`/${kind}`, signal),
  });
/** The last time a show was played, or a copy of it, with its file as it was; null where it never was. */
export const useLastPlayed = (showId: string) =>
  useQuery<Run | null, ApiError>({
    queryKey: ['runs', showId, 'last'],
    queryFn: ({ signal }) => lastAnswers.ask(`/shows/${showId}/last`, signal),
  });
/** One document; null where there is none. Not `enabled`, it is only fetched when asked for by `refetch`. */
export const useDocument = <K extends keyof Kinds>(kind: K, id: string, enabled = true) =>
  useQuery<Stored<Kinds[K]> | null, ApiError>({
    queryKey: ['documents', kind, id],
    enabled,
    queryFn: ({ signal }) =>
      lastAnswers.ask<Stored<Kinds[K]>>(`/${kind}/${id}`, signal).catch((error: ApiError) => {
        if (error.code === 'not-found') return null;
        throw error;
      }),
  });

export const useTour = () =>
  useQuery<TourAnswer, ApiError>({
    queryKey: ['tour'],
    queryFn: ({ signal }) => lastAnswers.ask('/tour', signal),
    refetchInterval: untilFresh,
  });

/** What rests on documents of a kind, besides their own lists. */
const RESTS: Record<DocumentKind, readonly string[]> = {
  demos: ['library', 'overview', 'tour', 'logbook', 'broken'],
  shows: ['overview', 'tour', 'broken'],
  venues: ['library', 'overview', 'tour', 'broken'],
  people: ['library', 'overview', 'tour', 'broken'],
  goods: ['library', 'overview', 'tour', 'broken', 'log'],
  crates: ['broken'],
};

/** Asks again for what a change of a document touches, and for nothing else. */
export async function touch(client: QueryClient, kind: keyof Kinds, id: string): Promise<void> {
  const ask = (queryKey: string[], exact = false) => client.invalidateQueries({ queryKey, exact });
  await Promise.all([
    ask(['documents', kind], true),
    ask(['documents', kind, id]),
    ...RESTS[kind].map((key) => ask([key])),
  ]);
}

/** Saves one document; on success what rests on it is asked for again. */
export function useSave<K extends keyof Kinds>(kind: K) {
  const client = useQueryClient();
  return useMutation<Stored<Kinds[K]>, ApiError, { id: string; version: number; body: Kinds[K] }>({
    mutationFn: ({ id, version, body }) => api(`/${kind}/${id}`, { method: 'PUT', body: { version, body } }),
    onSuccess: (_saved, { id }) => touch(client, kind, id),
  });
}

export function useRemove(kind: keyof Kinds) {
  const client = useQueryClient();
  return useMutation<void, ApiError, { id: string; version: number }>({
    mutationFn: ({ id, version }) => api(`/${kind}/${id}?version=${version}`, { method: 'DELETE' }),
    // What could not be deleted was changed meanwhile: it is shown as it is now.
    onSettled: (_none, _error, { id }) => touch(client, kind, id),
  });
}

/** Documents that are broken; asked for beside the lists, so that one of them never holds up a list. */
export const useBroken = () =>
  useQuery<Broken[], ApiError>({
    queryKey: ['broken'],
    queryFn: ({ signal }) => lastAnswers.ask('/broken', signal),
  });

export function useRestore(kind: keyof Kinds) {
  const client = useQueryClient();
  return useMutation<Stored<object>, ApiError, string>({
    mutationFn: (id) => api(`/${kind}/${id}/restore`, { method: 'POST' }),
    onSuccess: (_stored, id) => touch(client, kind, id),
  });
}
