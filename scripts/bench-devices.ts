import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { get } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { eventVersion, type EventsNews, type EventsPage } from '../core';
import { quantile } from '../core/quantities';

const DEVICES = 20;
const EVERY_MS = 1000;
/** So long they play, in s; HEARTY_BENCH_S sets another time. */
const SECONDS = Number(process.env.HEARTY_BENCH_S ?? 300);
/** Ticks of the processor a second, as Linux counts them in /proc. */
const TICKS = 100;
const RUN = 'bench-devices';

/**
 * Twenty devices on one show, an event each second from each: how long until every other device has it by the server's
 * line of events, and what the server's process costs. The devices share this process.
 */
export async function devices(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'hearty-bench-'));
  const child = spawn(process.execPath, [join(__dirname, 'main.cjs'), '--demo'], {
    env: { ...process.env, HEARTY_PORT: '0', HEARTY_DATA: folder, HEARTY_ROOT: process.cwd() },
  });
  try {
    const base = await new Promise<string>((found, failed) => {
      child.stdout.on('data', (text: Buffer) => {
        const [address] = /http:\S+/.exec(String(text)) ?? [];
        if (address) found(`${address}/api`);
      });
      child.once('exit', () => failed(new Error('The server did not start.')));
    });
    const post = (path: string, body: object) =>
      fetch(base + path, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      });
    await post('/runs', { id: RUN, showId: 'cold-snap', rehearsal: true });
    const sentAt = new Map<string, number>();
    const took: number[] = [];
    const stop = Array.from({ length: DEVICES }, (_, i) => follow(base, `d${i}`, sentAt, took));
    await new Promise((go) => setTimeout(go, 2000));
    const before = cpuS(child.pid!);
    const since = performance.now();
    let n = 0;
    const timers: NodeJS.Timeout[] = [];
    // People do not tap in time with each other.
    for (let device = 0; device < DEVICES; device++) {
      await new Promise((go) => setTimeout(go, EVERY_MS / DEVICES));
      const tap = () => {
        const id = `d${device}-${n++}`;
        sentAt.set(id, performance.now());
        const event = {
          ...{ id, run: RUN, device: `d${device}`, person: null, at: Date.now(), tick: n },
          ...{ v: eventVersion('note'), kind: 'note', body: { text: id } },
        };
        void post('/events', { events: [event] });
      };
      timers.push(setInterval(tap, EVERY_MS));
    }
    await new Promise((go) => setTimeout(go, SECONDS * 1000));
    timers.forEach(clearInterval);
    const seconds = (performance.now() - since) / 1000;
    const cpu = (cpuS(child.pid!) - before) / seconds;
    await new Promise((go) => setTimeout(go, 1000));
    stop.forEach((end) => end());
    console.log(
      `\n${DEVICES} devices, an event a second each, ${SECONDS} s: ${n} events, ${took.length} times until another device has one: ` +
        `median ${quantile(took, 0.5).toFixed(1)} ms, 99 % ${quantile(took, 0.99).toFixed(1)} ms, worst ${Math.max(...took).toFixed(0)} ms (wanted: 99 % at most 100); ` +
        `the server used ${(cpu * 100).toFixed(0)} % of a core (wanted: at most 50)`,
    );
  } finally {
    child.kill('SIGKILL');
    rmSync(folder, { recursive: true, force: true });
  }
}

/** A device that takes what its line brings, and asks where it missed something; notes how long each event of another device took. */
function follow(
  base: string,
  device: string,
  sentAt: ReadonlyMap<string, number>,
  took: number[],
): () => void {
  let place = 0;
  const take = ({ events, lastSeq }: Pick<EventsPage, 'events' | 'lastSeq'>) => {
    place = lastSeq;
    const now = performance.now();
    for (const { id } of events)
      if (!id.startsWith(`${device}-`) && sentAt.has(id)) took.push(now - sentAt.get(id)!);
  };
  let turn: Promise<unknown> = Promise.resolve();
  const hear = async ({ after, lastSeq, events }: EventsNews) => {
    if (events && after === place) take({ events, lastSeq });
    else take((await (await fetch(`${base}/runs/${RUN}/events?after=${place}`)).json()) as EventsPage);
  };
  let text = '';
  const line = get(`${base}/runs/${RUN}/stream`, (response) =>
    response.setEncoding('utf8').on('data', (part: string) => {
      text += part;
      const messages = text.split('\n\n');
      text = messages.pop()!;
      for (const message of messages) {
        const [, data] = /^data: (.*)$/m.exec(message) ?? [];
        if (data) turn = turn.then(() => hear(JSON.parse(data) as EventsNews));
      }
    }),
  );
  return () => line.destroy();
}

/** What a process has used of processors so far, in s (Linux, proc(5): utime and stime). */
function cpuS(pid: number): number {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]!.split(' ');
  return (Number(fields[11]) + Number(fields[12])) / TICKS;
}
