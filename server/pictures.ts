import { MOST_PICTURE_BYTES, type PictureType, type Problem } from '@hearty/core';
import { createHash } from 'node:crypto';
import type { Db } from './db';

export interface StoredPicture {
  type: PictureType;
  bytes: Buffer;
}

/** A picture that nothing names is kept so long, in ms: it may have been sent a moment before the demo it is for. */
const UNNAMED_MS = 86_400_000;

/** Pictures of set-ups, each once, by the SHA-256 of its bytes. They are never changed, only forgotten. */
export class Pictures {
  constructor(
    private readonly db: Db,
    private readonly now = Date.now,
  ) {}

  /** Keeps a picture and gives its id; `wrongWith` says beforehand whether it is one. */
  put(bytes: Buffer): string {
    const id = idOf(bytes);
    this.db
      .prepare('INSERT INTO picture VALUES (@id, @type, @bytes, @at) ON CONFLICT (id) DO UPDATE SET at = @at')
      .run({ id, type: typeOf(bytes), bytes, at: this.now() });
    return id;
  }

  get(id: string): StoredPicture | undefined {
    return this.db.prepare('SELECT type, bytes FROM picture WHERE id = ?').get(id) as
      StoredPicture | undefined;
  }

  /** Forgets finally what no demo and no venue names, not even one put away. */
  sweep(): void {
    this.db
      .prepare(
        `WITH named AS (
           SELECT body FROM document WHERE kind IN ('demo', 'venue') AND instr(body, '"pictures"') > 0
         )
         DELETE FROM picture WHERE at < ? AND NOT EXISTS (SELECT 1 FROM named WHERE instr(named.body, picture.id) > 0)`,
      )
      .run(this.now() - UNNAMED_MS);
  }
}

export const idOf = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('hex');

/** How each sort of picture begins. PNG: ISO/IEC 15948; JPEG: ITU-T T.81; WebP: RFC 9649. */
const BEGINS: readonly [PictureType, (bytes: Buffer) => boolean][] = [
  ['image/png', (b) => b.subarray(0, 8).equals(Buffer.from('89504e470d0a1a0a', 'hex'))],
  ['image/jpeg', (b) => b.subarray(0, 3).equals(Buffer.from('ffd8ff', 'hex'))],
  ['image/webp', (b) => b.toString('latin1', 0, 4) === 'RIFF' && b.toString('latin1', 8, 12) === 'WEBP'],
];

const typeOf = (bytes: Buffer): PictureType | undefined => BEGINS.find(([, fits]) => fits(bytes))?.[0];

/** What cameras write beside a picture, where and when it was taken, begins so. Exif 3.0 (CIPA DC-008), XMP (ISO 16684-1). */
const CAMERA_DATA = /Exif\0\0|(?:eXIf|EXIF[^]{4})(?:II\*\0|MM\0\*)|<x:xmpmeta/;

/** What is wrong with bytes that should be a picture; undefined where nothing is. */
export function wrongWith(bytes: Buffer, path: string): Problem | undefined {
  if (!typeOf(bytes)) return { path, message: 'This is not a picture. PNG, JPEG and WebP are kept.' };
  if (bytes.length > MOST_PICTURE_BYTES)
    return { path, message: `This picture is larger than ${MOST_PICTURE_BYTES / 1e6} MB.` };
  if (CAMERA_DATA.test(bytes.toString('latin1')))
    return {
      path,
      message:
        'This picture still says where or when it was taken. Add it on the screen, which takes that out.',
    };
  return undefined;
}
