import { IsIn, Matches, MaxLength } from 'class-validator';
import { Text } from '../fields';

/** Sorts of picture that are kept. */
export const PICTURE_TYPES = ['image/png', 'image/jpeg', 'image/webp'] as const;
export type PictureType = (typeof PICTURE_TYPES)[number];

/** The most a picture may have, in bytes; the browser makes it smaller before it is sent. */
export const MOST_PICTURE_BYTES = 2_000_000;
/** How many pictures a demo or a mark may have. */
export const MOST_PICTURES = 6;

/** A picture is known by the SHA-256 of its bytes, in hexadecimal, so that the same one is kept once and never changes. */
const PictureId = () => Matches(/^[0-9a-f]{64}$/, { message: 'must be the SHA-256 of a picture' });

/** How a set-up should look. The picture itself is kept beside the documents, by its id. */
export class Picture {
  @PictureId() id!: string;
  @Text(200, { label: 'What it shows', help: 'Said where the picture cannot be seen.' }) says!: string;
}

/** A picture as it travels in a library file. */
export class PictureFile {
  @PictureId() id!: string;
  @IsIn(PICTURE_TYPES, { message: `must be one of: ${PICTURE_TYPES.join(', ')}` }) type!: PictureType;
  @MaxLength(Math.ceil(MOST_PICTURE_BYTES / 3) * 4, {
    message: `must be a picture of at most ${MOST_PICTURE_BYTES / 1e6} MB`,
  })
  @Matches(/^[A-Za-z0-9+/]+={0,2}$/, { message: 'must be base64' })
  data!: string;
}
