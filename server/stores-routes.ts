import { moveIdOf, type InStores, type PrepDone, type StoresAnswer } from '@hearty/core';
import { IsBoolean, IsString, MaxLength } from 'class-validator';
import { Router } from 'express';
import { listOf, type createAnswers } from './answers';
import type { Documents } from './documents';
import { checked } from './errors';
import type { Moment, Stores } from './stores';

class CsvBody {
  @IsString() @MaxLength(4_000_000) csv!: string;
}

class BringInBody extends CsvBody {
  @IsBoolean() leaveWrong!: boolean;
}

/** How many of the newest moves a screen is shown. */
const RECENT = 300;

/** The stores' part of the API: shelves and ledger, CSV in and out, ticks of packing and preparing. */
export function storesRoutes(
  stores: Stores,
  documents: Documents,
  answer: ReturnType<typeof createAnswers>,
  now: () => Moment,
): Router {
  const api = Router();
  api.get('/stores', (req, res) =>
    answer(req, res, `${documents.revision('good', 'show')},${stores.revision}`, () => {
      const moves = stores.moves(RECENT);
      const rest: Omit<StoresAnswer, 'goods'> = {
        lots: stores.lots(),
        moves,
        titles: documents.titles('show', [...new Set(moves.flatMap((m) => m.showId ?? []))]),
        tick: stores.mostTick(),
      };
      return `{"goods":${listOf(documents.texts('good', 'stored'))},${JSON.stringify(rest).slice(1)}`;
    }),
  );
  api.get('/stores/csv', (_req, res) => {
    res.type('text/csv').attachment('stores.csv').send(`\uFEFF${stores.csv()}`);
  });
  api.post('/stores/preview', (req, res) => void res.json(stores.preview(checked(CsvBody, req.body).csv)));
  api.post('/stores/csv', (req, res) => {
    const { csv, leaveWrong } = checked(BringInBody, req.body);
    res.json(stores.bringIn(csv, leaveWrong, now()));
  });
  api.get('/runs/:id/in-stores', (req, res) => {
    const answer: InStores = { written: stores.hasMoves(moveIdOf(req.params.id)) };
    res.json(answer);
  });
  api.get('/runs/:id/ticks', (req, res) => {
    const answer: PrepDone = { keys: stores.prepDone(req.params.id) };
    res.json(answer);
  });
  api.get('/shows/:id/ticks', (req, res) => void res.json(stores.ticks(req.params.id)));
  return api;
}
