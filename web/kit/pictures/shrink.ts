import { MOST_PICTURE_BYTES, PICTURE_TYPES } from '@hearty/core';

/** The longer side of a kept picture, in pixels: enough to fill a laptop's screen or half a printed page. */
const LONGEST_PX = 1600;
/** Strong enough that nobody waits for a smaller one, weak enough that labels stay legible. */
const QUALITIES = [0.85, 0.7, 0.5];
/** A camera's largest pictures; what is more would only make a phone run out of memory. */
const MOST_FILE_BYTES = 50_000_000;

/**
 * A picture drawn again, at most 1600 pixels long and 2 MB large: nothing of what a camera wrote beside it is left (where,
 * when, with what). Errors: an Error with a sentence for the person where it is no picture or cannot be read here.
 */
export async function shrunk(file: Blob): Promise<Blob> {
  if (!PICTURE_TYPES.some((type) => type === file.type))
    throw new Error('This is not a picture that can be kept: choose a PNG, a JPEG or a WebP.');
  if (file.size > MOST_FILE_BYTES)
    throw new Error('This picture is larger than 50 MB: choose a smaller one.');
  const image = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => {
    throw new Error('This picture cannot be read: it may be damaged. Choose another.');
  });
  const scale = Math.min(1, LONGEST_PX / Math.max(image.width, image.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(image.width * scale));
  canvas.height = Math.max(1, Math.round(image.height * scale));
  canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
  image.close();
  for (const quality of QUALITIES) {
    // Where a browser writes no WebP it writes PNG: then a JPEG is smaller.
    const webp = await blobOf(canvas, 'image/webp', quality);
    const kept = webp?.type === 'image/webp' ? webp : await blobOf(canvas, 'image/jpeg', quality);
    if (kept && kept.size <= MOST_PICTURE_BYTES) return kept;
  }
  throw new Error('This picture cannot be made small enough: choose another.');
}

const blobOf = (canvas: HTMLCanvasElement, type: string, quality: number): Promise<Blob | null> =>
  new Promise((done) => canvas.toBlob(done, type, quality));
