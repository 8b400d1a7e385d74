import type { Venue } from '@hearty/core';

/** A venue of which nothing is known yet but that it is one. */
export const newVenue = (): Venue => ({
  id: '',
  name: '',
  kind: 'hall',
  indoors: true,
  marks: [{ id: 'front-bench', name: 'front bench', kind: 'bench', spots: 1 }],
  notes: '',
});
