import type { StoresAnswer } from '@hearty/core';
import { ArrayMaxSize, IsArray, IsBoolean, IsIn, IsString, Matches, MaxLength } from 'class-validator';
import { Router } from 'express';
import type { Documents } from './documents';
import { checked } from './errors';
import type { Moment, Stores } from './stores';

class LedgerBody {
  @IsArray() @ArrayMaxSize(2000) lots!: unknown[];
  @IsArray() @ArrayMaxSize(2000) moves!: unknown[];
}

class CsvBody {
  @IsString() @MaxLength(4_000_000) csv!: string;
}

class BringInBody extends CsvBody {
  @IsBoolean() leaveWrong!: boolean;
}

class TickBody {
  @IsIn(['out', 'home', 'prep']) way!: 'out' | 'home' | 'prep';
  @Matches(/^[A-Za-z0-9_:.-]{1,200}$/) key!: string;
  @IsBoolean() done!: boolean;
}

/** How many of the newest moves a screen is shown. */
const RECENT = 300;

/** The stores' part of the API: shelves and ledger, CSV in and out, ticks of packing and preparing. */
export function storesRoutes(stores: Stores, documents: Documents, now: () => Moment): Router {
  const api = Router();
  const answer = (): StoresAnswer => ({
    goods: documents.all('good'),
    lots: stores.lots(),
    moves: stores.moves(RECENT),
  });
  api.get('/stores', (_req, res) => void res.json(answer()));
  api.post('/stores/moves', (req, res) => {
    stores.append(checked(LedgerBody, req.body));
    res.json(answer());
  });
  api.get('/stores/csv', (_req, res) => {
    res.type('text/csv').attachment('stores.csv').send(`\uFEFF${stores.csv()}`);
  });
  api.post('/stores/preview', (req, res) => void res.json(stores.preview(checked(CsvBody, req.body).csv)));
  api.post('/stores/csv', (req, res) => {
    const { csv, leaveWrong } = checked(BringInBody, req.body);
    res.json(stores.bringIn(csv, leaveWrong, now()));
  });
  api.get('/shows/:id/ticks', (req, res) => void res.json(stores.ticks(req.params.id)));
  api.post('/shows/:id/ticks', (req, res) => {
    const { way, key, done } = checked(TickBody, req.body);
    stores.tick(req.params.id, way, key, done, now().at);
    res.json(stores.ticks(req.params.id));
  });
  return api;
}
