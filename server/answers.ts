import type { Request, Response } from 'express';
import { createHash } from 'node:crypto';
import { promisify } from 'node:util';
import { gzip } from 'node:zlib';

interface Kept {
  revision: string;
  tag: string;
  plain: Buffer;
  small: Buffer | undefined;
}

/**
 * Answers that many ask for and that change seldom: written out once for each revision, compressed once, and not sent at
 * all to whoever has them already.
 */
export function createAnswers() {
  const kept = new Map<string, Kept>();
  return async (req: Request, res: Response, revision: string, write: () => string): Promise<void> => {
    const name = req.path;
    let answer = kept.get(name);
    if (answer?.revision !== revision) {
      const plain = Buffer.from(write());
      const tag = `"${createHash('sha1').update(plain).digest('base64url')}"`;
      answer = { revision, tag, plain, small: undefined };
      kept.set(name, answer);
    }
    res.set({
      'Cache-Control': 'no-cache',
      ETag: answer.tag,
      'Content-Type': 'application/json; charset=utf-8',
      Vary: 'Accept-Encoding',
    });
    if (req.headers['if-none-match'] === answer.tag) {
      res.status(304).end();
    } else if (req.acceptsEncodings('gzip')) {
      answer.small ??= await compressed(answer.plain);
      res.set('Content-Encoding', 'gzip').end(answer.small);
    } else {
      res.end(answer.plain);
    }
  };
}

/** Gives a part of an answer: the text written last, while its revision is still the same. */
export type Part = (name: string, revision: string | number, write: () => string) => string;

/** Keeps parts of answers, so that a change of one does not cost all of them. */
export function createParts(): Part {
  const kept = new Map<string, { revision: string | number; text: string }>();
  return (name, revision, write) => {
    let part = kept.get(name);
    if (part?.revision !== revision) {
      part = { revision, text: write() };
      kept.set(name, part);
    }
    return part.text;
  };
}

/** Off the thread that answers; quick rather than small: most who ask are in the same room. */
const compressed = (plain: Buffer): Promise<Buffer> =>
  promisify(gzip)(plain, { level: 1 }) as Promise<Buffer>;

/** A list of texts that are JSON each, as one. */
export const listOf = (texts: readonly string[]): string => `[${texts.join(',')}]`;
