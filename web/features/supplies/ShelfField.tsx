import { Box } from '@mui/material';
import { formatAmount, WrittenMove, type BaseUnit } from '@hearty/core';
import { useSnackbar } from 'notistack';
import { Link } from 'react-router';
import { FieldOf } from '../../kit/fields';
import { useStores, useWrite } from '../../session/stores';
import { newId } from '../../session/ids';
import { useSettings } from '../../session/settings';
import { moveOf } from '../stores/stock';

/** How much of a good is on the shelf; counted in place, unless it lies in several lots. */
export function ShelfField({
  goodId,
  name,
  unit,
  value,
}: {
  goodId: string;
  name: string;
  unit: BaseUnit;
  value: number;
}) {
  const stores = useStores();
  const write = useWrite();
  const cup = useSettings((s) => s.cup);
  const { enqueueSnackbar } = useSnackbar();
  const good = stores.data?.goods.find((g) => g.id === goodId)?.body;
  const mine = (stores.data?.lots ?? []).filter((l) => l.lot.goodId === goodId);
  const lots = mine.filter((l) => l.shelf > 0);
  const out = mine.some((l) => Object.keys(l.out).length > 0);
  const [only] = lots;
  if (lots.length > 1 || out)
    return (
      <>
        {formatAmount(value, unit)}
        <Box
          component={Link}
          to="/stores/count"
          sx={{ display: 'block', fontSize: 'small', color: 'inherit' }}
        >
          {out ? 'some of it out with a show' : `in ${lots.length} lots`}
        </Box>
      </>
    );
  const put = (amount: number) => {
    const lotId = only?.lot.id ?? newId();
    write.mutate(
      {
        lots: only ? [] : [{ id: lotId, goodId }],
        moves: [moveOf(lotId, 'counted', amount, { note: 'Counted in the show’s supplies' })],
      },
      { onError: (e) => enqueueSnackbar(e.fields[0]?.message ?? e.message, { variant: 'error' }) },
    );
  };
  return (
    <FieldOf
      type={WrittenMove}
      name="amount"
      hiddenLabel={`${name} on the shelf`}
      measure={{ unit, cup, densityGPerML: good?.densityGPerML }}
      value={value}
      onValue={put}
      disabled={!good}
      sx={{ width: 110 }}
    />
  );
}
