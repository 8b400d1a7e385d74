import {
  Id,
  LAST_MS,
  type Envelope,
  type EventsAnswer,
  type EventsNews,
  type EventsPage,
  type RunRole,
  type ShowFile,
} from '@hearty/core';
import { ArrayMaxSize, IsArray, IsBoolean, IsInt, IsObject, IsOptional, Max, Min } from 'class-validator';
import { Router, type Request, type Response } from 'express';
import type { Grants } from '../access/access';
import { grantsIn, whoOf } from '../access/who';
import { CHANGES, type Changes } from '../changes';
import { checked, HttpError } from '../errors';
import { checkedShowFile } from '../show-files';
import { placeIn, type Hub } from './hub';
import { CREW_RATE, Pace, STAGE_RATE } from './pace';
import type { Journal } from './journal';
import type { Runs } from './runs';

/** A line brings fewer events than this; a screen that missed more asks for them. Common practice. */
const MOST_IN_NEWS = 50;

class RunId {
  @Id() id!: string;
}

class OpenRunBody extends RunId {
  @Id() showId!: string;
  @IsBoolean() rehearsal!: boolean;
  /** An open run of the show that this one takes the place of. */
  @IsOptional() @Id() replaces?: string;
}

class RunGivenBackBody {
  @Id() showId!: string;
  @IsBoolean() rehearsal!: boolean;
  @IsInt() @Min(0) @Max(LAST_MS) openedAt!: number;
  @IsObject() file!: object;
}

class EventsBody {
  @IsArray() @ArrayMaxSize(500) events!: unknown[];
}

export interface RunRoutesOptions {
  runs: Runs;
  journal: Journal;
  hub: Hub;
  changes: Changes;
  /** The file of a show as it is now. Errors: 404. */
  fileOf: (showId: string) => ShowFile;
  /** What a request may do now: it may be less than when it came. */
  grantsNow: (req: Request, res: Response) => Grants;
}

/** Runs and their logs: opening, reading, writing, and the line that tells open screens of news. */
export function runRoutes({ runs, journal, hub, changes, fileOf, grantsNow }: RunRoutesOptions): Router {
  const api = Router();
  const pace = new Pace();

  /** How many of so many events a device may send now. Errors: 429 where none. */
  function roomFor(wanted: number, now: number, req: Request, res: Response): number {
    const grants = grantsIn(res);
    const who = whoOf(req, res);
    if (grants === 'all' || who === undefined || wanted === 0) return wanted;
    pace.tidy(now);
    const rate = [...grants.values()].includes('stage') ? STAGE_RATE : CREW_RATE;
    const room = pace.take(who, wanted, rate, now);
    if (room > 0) return room;
    throw new HttpError(
      429,
      'too-fast',
      `This device sends faster than ${rate.aSecond} events a second. The rest is sent a little later, by itself.`,
    );
  }

  /** The last message of a line: as a rule all screens of a show hear the same one. */
  let last = { about: '', text: '' };
  function newsOf(runId: string, after: number, newest: number): string {
    const generation = runs.generation();
    const about = JSON.stringify([runId, after, newest, generation]);
    if (last.about === about) return last.text;
    const { events, lastSeq, more } = runs.events(runId, after, MOST_IN_NEWS);
    const news: EventsNews = more
      ? { after, lastSeq: newest, generation }
      : { after, lastSeq, generation, events };
    last = { about, text: JSON.stringify(news) };
    return last.text;
  }

  api.get('/runs', (req, res) => {
    const { showId } = req.query;
    res.json(runs.lists.list(typeof showId === 'string' ? { showId } : {}));
  });
  api.post('/runs', (req, res) => {
    const body = checked(OpenRunBody, req.body);
    const file = fileOf(body.showId);
    const { id, isNew } = runs.openRun(body.id, body.rehearsal, file, Date.now(), body.replaces);
    res.status(isNew ? 201 : 200).json(runs.get(id));
  });
  api.get('/runs/:id', (req, res) => void res.json(runs.get(req.params.id)));
  api.put('/runs/:id', (req, res) => {
    const { id } = checked(RunId, { id: req.params.id });
    const { file, ...opened } = checked(RunGivenBackBody, req.body);
    runs.takeBack(id, { ...opened, file: checkedShowFile(file) });
    res.json(runs.get(id));
  });
  api.get('/runs/:id/stream', (req, res) => {
    const { id } = runs.get(req.params.id);
    const newest = () => runs.log.lastSeq(id);
    const stillMay = () => {
      const grants = grantsNow(req, res);
      return grants === 'all' || grants.has(id);
    };
    const known = placeIn(req) ?? 0;
    const message = (after: number) => newsOf(id, after, newest());
    hub.open({ topic: id, known, newest, message, who: whoOf(req, res), stillMay }, res);
  });
  api.get('/changes', (req, res) => {
    const message = (after: number) => JSON.stringify(changes.since(after) ?? 'all');
    const stillMay = () => grantsNow(req, res) === 'all';
    const newest = () => changes.newest;
    // A screen that has just been drawn has missed nothing.
    const known = placeIn(req) ?? newest();
    hub.open({ topic: CHANGES, known, newest, message, who: whoOf(req, res), stillMay }, res);
  });
  api.get('/runs/:id/events', (req, res) => {
    const after = Number(req.query.after ?? 0);
    const page: EventsPage = {
      ...runs.events(req.params.id, Number.isSafeInteger(after) ? after : 0),
      now: Date.now(),
      role: roleIn(res, req.params.id),
      generation: runs.generation(),
    };
    res.json(page);
  });
  api.post('/events', (req, res) => {
    const at = Date.now();
    const { events: sent } = checked(EventsBody, req.body);
    // What is beyond the pace of a device is not answered for; the device sends it again.
    const events = sent.slice(0, roomFor(sent.length, at, req, res));
    const answer: EventsAnswer = { answers: journal.take(events, at, grantsIn(res)), now: at };
    res.json(answer);
    const kept = (events as Envelope[]).filter((_event, i) => answer.answers[i]?.is === 'kept');
    for (const { run, device } of kept) if (run.includes(':')) changes.note({ log: run, device });
    // What was refused, or was here already, is no news.
    hub.tell(kept.map((event) => event.run));
  });
  return api;
}

const roleIn = (res: Response, runId: string): RunRole => {
  const grants = grantsIn(res);
  return grants === 'all' ? 'stage' : (grants.get(runId) ?? 'viewer');
};
