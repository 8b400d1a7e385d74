import type { Request, Response } from 'express';

/** A line is kept open by saying nothing so often, in ms: some networks close what is quiet for a minute. */
const BEAT_MS = 15_000;

/** Tells open screens at once that a run has something new (server-sent events, HTML Standard 9.2); they fetch it themselves. */
export class Hub {
  private readonly screens = new Map<string, Set<() => void>>();

  /** Keeps a screen's line open. Each message is the newest place in the log; one that missed some hears it first. */
  open(runId: string, lastSeq: () => number, req: Request, res: Response): void {
    const known = Number(req.get('last-event-id') ?? req.query.after ?? 0);
    // What is packed is held back until there is enough of it.
    res.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store, no-transform' });
    const say = () => res.write(`id: ${lastSeq()}\ndata: ${lastSeq()}\n\n`);
    if (known === lastSeq()) res.write(':\n\n');
    else say();
    const mine = this.screens.get(runId) ?? new Set();
    this.screens.set(runId, mine.add(say));
    const beat = setInterval(() => res.write(':\n\n'), BEAT_MS).unref();
    req.on('close', () => {
      clearInterval(beat);
      mine.delete(say);
      if (mine.size === 0) this.screens.delete(runId);
    });
  }

  /** Says that these logs have something new; called once it is on the disk. */
  tell(runIds: Iterable<string>): void {
    for (const id of new Set(runIds)) for (const say of this.screens.get(id) ?? []) say();
  }
}
