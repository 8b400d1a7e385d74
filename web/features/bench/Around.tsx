import type { Bench, Good, Venue } from '@hearty/core';
import { Box } from '@mui/material';
import { OneOf } from '../../kit/Find';

/** Where one stands and what is on the shelf, so far as the bench asks for what they know. */
export function Around({
  bench,
  venues,
  goods,
  venueId,
  goodId,
  onVenue,
  onGood,
}: {
  bench: Bench;
  venues: readonly Venue[];
  goods: readonly Good[];
  venueId: string;
  goodId: string;
  onVenue: (id: string) => void;
  onGood: (id: string) => void;
}) {
  const asks = Object.values(bench.inputs).flatMap((i) => (i.as === 'number' ? (i.known ?? []) : []));
  const strong = goods.filter((g) => g.strengthPercent !== undefined);
  const room = asks.some((k) => k !== 'strengthPercent' && k !== 'capacityL');
  const shelf = asks.includes('strengthPercent') && strong.length > 0;
  if (!(room && venues.length > 0) && !shelf) return null;
  return (
    <Box sx={{ display: 'grid', gap: 3, mb: 1 }}>
      {room && venues.length > 0 && (
        <OneOf
          label="Use conditions from"
          value={venueId}
          any="no venue"
          options={venues.map(({ id, name }) => ({ value: id, label: name }))}
          onValue={onVenue}
        />
      )}
      {shelf && (
        <OneOf
          label="and the strength of"
          value={goodId}
          any="nothing on the shelf"
          options={strong.map(({ id, name, strengthPercent }) => ({
            value: id,
            label: `${name}, ${strengthPercent} %`,
          }))}
          onValue={onGood}
        />
      )}
    </Box>
  );
}
