import {
  moveIdOf,
  STORES_LOG,
  ticksLog,
  withMoves,
  type InStores,
  type Lot,
  type StoresAnswer,
  type StoresEvent,
  type StoreMove,
  type Tick,
  type TickEvent,
  type TicksAnswer,
  type WrittenMove,
} from '@hearty/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { lastAnswers } from './answers';
import { ApiError } from './api';
import { outbox, useOutbox } from './outbox';

/** The stores as they will be when what this device still owes is on the server. */
export function useStores() {
  const query = useQuery<StoresAnswer, ApiError>({
    queryKey: ['log', STORES_LOG],
    queryFn: ({ signal }) => lastAnswers.ask('/stores', signal),
  });
  if (query.data) outbox.see(STORES_LOG, query.data.tick);
  const pending = useOutbox((s) => s.pending);
  const data = useMemo(
    () => query.data && withPending(query.data, pending as StoresEvent[]),
    [query.data, pending],
  );
  return { ...query, data };
}

function withPending(answer: StoresAnswer, pending: readonly StoresEvent[]): StoresAnswer {
  const mine = pending.filter((e) => e.run === STORES_LOG && e.tick > answer.tick);
  if (mine.length === 0) return answer;
  const goods = new Map(answer.goods.map((g) => [g.id, g.body]));
  const lots = mine.flatMap((e) => e.body.lots);
  const moves = mine.flatMap(({ body, at, tick }) => body.moves.map((m): StoreMove => ({ ...m, at, tick })));
  return {
    ...answer,
    lots: withMoves(answer.lots, lots, moves, goods),
    moves: [...moves.reverse(), ...answer.moves],
  };
}

/** So many moves are written as one act; the server takes 500. */
const MOST_MOVES = 400;

/**
 * Writes lots and moves into the ledger, all or none of up to 400. Without the server they are kept on this device and
 * sent later; that is a success. Errors: what the server refuses, in its words.
 */
export function useWrite() {
  const client = useQueryClient();
  return useMutation<void, ApiError, { lots?: Lot[]; moves: WrittenMove[] }>({
    mutationFn: async ({ lots = [], moves }) => {
      const parts = Array.from({ length: Math.max(1, Math.ceil(moves.length / MOST_MOVES)) }, (_, i) =>
        moves.slice(i * MOST_MOVES, (i + 1) * MOST_MOVES),
      );
      for (const part of parts) {
        const named = new Set(part.map((m) => m.lotId));
        const body = { lots: parts.length === 1 ? lots : lots.filter((l) => named.has(l.id)), moves: part };
        const answer = await outbox.deliver(STORES_LOG, { kind: 'written', body });
        if (answer?.is === 'refused')
          throw new ApiError('refused', answer.message ?? 'The server refused it.');
      }
    },
    // What is short, and what a show finds on its shelf, follow the stock.
    onSuccess: () => {
      for (const key of ['tour', 'overview', 'library']) void client.invalidateQueries({ queryKey: [key] });
    },
  });
}

/** What a run used: in the ledger, still on its way there from this device, or not written. Undefined: not known. */
export function useInStores(runId: string): 'in the ledger' | 'waiting' | 'not written' | undefined {
  const query = useQuery<InStores, ApiError>({
    queryKey: ['log', STORES_LOG, runId],
    queryFn: ({ signal }) => lastAnswers.ask(`/runs/${runId}/in-stores`, signal),
  });
  const isWaiting = useOutbox((s) => s.pending).some(
    (e) =>
      e.run === STORES_LOG && (e as StoresEvent).body.moves.some((m) => m.id.startsWith(moveIdOf(runId))),
  );
  if (query.data?.written) return 'in the ledger';
  if (isWaiting) return 'waiting';
  return query.data && 'not written';
}

/** What is ticked off for a show, with what this device still owes. */
export function useTicks(showId: string) {
  const run = ticksLog(showId);
  const query = useQuery<TicksAnswer, ApiError>({
    queryKey: ['log', run],
    queryFn: ({ signal }) => lastAnswers.ask(`/shows/${showId}/ticks`, signal),
    // Two people load one van.
    refetchInterval: 4000,
  });
  if (query.data) outbox.see(run, query.data.tick);
  const pending = useOutbox((s) => s.pending);
  const data = useMemo(() => {
    const mine = (pending as TickEvent[]).filter((e) => e.run === run);
    return mine.reduce<Tick[] | undefined>((ticks, { body: { way, key, done }, at }) => {
      const others = (ticks ?? []).filter((t) => t.way !== way || t.key !== key);
      return done ? [...others, { way, key, at }] : others;
    }, query.data?.ticks);
  }, [query.data, pending, run]);
  return { ...query, data };
}

/** Ticks something off, or takes the tick back; shown at once, and sent as soon as the server answers. */
export function useTick(showId: string) {
  return useMutation<unknown, Error, { way: Tick['way']; key: string; done: boolean }>({
    mutationFn: (body) => outbox.record(ticksLog(showId), { kind: 'tick', body }),
  });
}
