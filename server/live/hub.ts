import type { Request, Response } from 'express';
import { HttpError } from '../errors';

/** A line is kept open by saying nothing so often, in ms: some networks close what is quiet for a minute. */
const BEAT_MS = 15_000;
/** The most lines of one token, and of all together. A phone needs one, a planner's tab two. Common practice. */
const MOST_OF_ONE = 20;
const MOST_OF_ALL = 200;

export interface LineOptions {
  /** What the line is about. */
  topic: string;
  /** The place that the screen knows. */
  known: number;
  /** The newest place there is. */
  newest: () => number;
  /** What is said of what came after a place, in one line of text. */
  message: (after: number) => string;
  /** Whose line it is, where that is limited. */
  who?: string | undefined;
  /** Whether it may still be open. */
  stillMay: () => boolean;
}

interface Line extends LineOptions {
  say: () => void;
  end: () => void;
}

/** The place that a screen says it knows; undefined where it says none. */
export function placeIn(req: Request): number | undefined {
  const place = Number(req.get('last-event-id') ?? req.query.after ?? NaN);
  return Number.isSafeInteger(place) ? place : undefined;
}

/** Sends open screens what is new as soon as it is on the disk (server-sent events, HTML Standard 9.2). */
export class Hub {
  private readonly lines = new Set<Line>();

  /**
   * Keeps a screen's line open; one that missed something hears it first. Errors: 429 where this device has too many
   * lines open, 503 where the server has.
   */
  open(options: LineOptions, res: Response): void {
    const { newest, message, who } = options;
    if (this.lines.size >= MOST_OF_ALL)
      throw new HttpError(
        503,
        'too-many-lines',
        'Too many screens are open. This one asks every few seconds.',
      );
    if (who !== undefined && [...this.lines].filter((line) => line.who === who).length >= MOST_OF_ONE)
      throw new HttpError(429, 'too-many-lines', 'This device has too many screens open. Close some.');
    let known = options.known;
    // What is packed is held back until there is enough of it.
    res.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store, no-transform' });
    const line: Line = {
      ...options,
      say: () => {
        const place = newest();
        if (known === place) return;
        res.write(`id: ${place}\ndata: ${message(known)}\n\n`);
        known = place;
      },
      end: () => void res.end(),
    };
    res.write(':\n\n');
    line.say();
    this.lines.add(line);
    const beat = setInterval(() => (line.stillMay() ? res.write(':\n\n') : line.end()), BEAT_MS).unref();
    res.on('close', () => {
      clearInterval(beat);
      this.lines.delete(line);
    });
  }

  /** Says that these topics have something new; called once it is on the disk. */
  tell(topics: Iterable<string>): void {
    const all = new Set(topics);
    for (const line of this.lines) if (all.has(line.topic)) line.say();
  }

  /** Closes the lines of devices that are no longer let in; called when that may have changed. */
  recheck(): void {
    for (const line of this.lines) if (!line.stillMay()) line.end();
  }
}
