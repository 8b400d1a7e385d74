import type { Venue } from '@hearty/core';

/** A venue of which nothing is known yet but that it is one. */
export const newVenue = (): Venue => ({
  id: '',
  name: '',
  kind: 'hall',
  indoors: true,
  flameAllowed: false,
  stations: ['front bench'],
  notes: '',
});
