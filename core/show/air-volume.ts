import type { Venue } from './venue';

/** The air in a venue's room, m³: as typed, else worked out from its size; undefined where neither is known. */
export const roomM3Of = ({
  roomM3,
  widthM,
  depthM,
  ceilingM,
}: Pick<Venue, 'roomM3' | 'widthM' | 'depthM' | 'ceilingM'>): number | undefined =>
  roomM3 ?? (widthM && depthM && ceilingM ? widthM * depthM * ceilingM : undefined);
