import type { Reliability, RunEvent, ShowFile } from '@hearty/core';

/** The shapes of the server's answers. */

export interface Stored<T> {
  id: string;
  version: number;
  body: T;
}

export interface RunSummary {
  id: string;
  showId: string;
  title: string;
  openedAt: number;
  rehearsal: boolean;
  phase: string;
  curtainAt: number | null;
  downAt: number | null;
}

export interface Run extends RunSummary {
  file: ShowFile;
  events: RunEvent[];
  lastSeq: number;
}

export interface ShowLine {
  id: string;
  version: number;
  title: string;
  date: string;
  curtainUp: string;
  venue: string;
  heads: number;
  items: number;
  endS: number;
  slotEndS: number;
  stops: number;
  cautions: number;
  toBuy: number;
  openRun: RunSummary | null;
  lastRun: RunSummary | null;
}

export interface DemoLine extends Reliability {
  demoId: string;
  title: string;
  worked: number;
  partly: number;
  failed: number;
  playsS: number[];
  causes: { cause: string; times: number }[];
}

export interface RunLine extends RunSummary {
  plannedS: number;
  actualS: number | null;
  attempts: number;
  failed: number;
  nearMisses: number;
  openActions: number;
}

export interface Logbook {
  demos: DemoLine[];
  runs: RunLine[];
  actions: { id: string; text: string; on: string; onId: string }[];
}
