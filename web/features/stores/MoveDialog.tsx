import {
  declare,
  fieldOf,
  firstExpiredFirst,
  formatAmount,
  Lot,
  WrittenMove,
  type LotStock,
} from '@hearty/core';
import { useSnackbar } from 'notistack';
import { useForm } from 'react-hook-form';
import { FieldIn, resolverOf } from '../../kit/fields';
import { FormDialog } from '../../kit/FormDialog';
import { SaveFailed } from '../../session/SaveFailed';
import { useWrite } from '../../session/stores';
import { newId } from '../../session/ids';
import { useSettings } from '../../session/settings';
import { dayWords, moveOf, untilWords, type Stock } from './stock';
import { today } from '../../kit/day';

export interface MoveWish {
  kind: 'bought' | 'used' | 'binned' | 'opened';
  stock: Stock;
}

const TITLES = {
  bought: 'Bought',
  used: 'Used',
  binned: 'Threw away',
  opened: 'Opened',
} as const;

interface Written {
  amount: number | undefined;
  expires: string | undefined;
  /** Empty: what expires first. */
  lotId: string | undefined;
}

/** What is asked for each kind of move. */
function fieldsFor(kind: MoveWish['kind']) {
  const lot = declare.document({ label: 'From which lot', empty: 'what expires first' });
  return {
    ...(kind !== 'opened' && { amount: fieldOf(WrittenMove, 'amount') }),
    ...(kind === 'bought'
      ? { expires: fieldOf(Lot, 'expires') }
      : { lotId: { ...lot, optional: kind === 'used' } }),
  };
}

/** One line for the ledger: how much, of which lot, until when. */
export function MoveDialog({ wish: { kind, stock }, onClose }: { wish: MoveWish; onClose: () => void }) {
  const { good, lots } = stock;
  const write = useWrite();
  const { enqueueSnackbar } = useSnackbar();
  const cup = useSettings((s) => s.cup);
  const fields = fieldsFor(kind);
  const open = lots.filter((l) => l.shelf > 0 && (kind !== 'opened' || !l.openedOn));
  const form = useForm<Written>({
    defaultValues: {
      amount: kind === 'bought' ? good.packAmount : undefined,
      expires: undefined,
      lotId: kind === 'opened' || kind === 'binned' ? open[0]?.lot.id : undefined,
    },
    resolver: resolverOf<Written>(fields, ({ amount = 0, lotId }) => {
      const short = kind === 'bought' || kind === 'opened' ? 0 : shortOf(lots, stock, lotId, amount);
      const message = `There is ${formatAmount(short, good.unit)} less than that.`;
      return short > 0 ? [{ path: 'amount', message }] : [];
    }),
  });
  const send = ({ amount = 0, expires, lotId }: Written) => {
    const lot = newId();
    const made =
      kind === 'bought'
        ? {
            lots: [{ id: lot, goodId: good.id, ...(expires && { expires }) }],
            moves: [moveOf(lot, 'bought', amount)],
          }
        : {
            moves: lotId
              ? [moveOf(lotId, kind, amount)]
              : firstExpiredFirst(lots, good.id, amount, today()).draws.map((d) =>
                  moveOf(d.lotId, kind, d.amount),
                ),
          };
    write.mutate(made, {
      onSuccess: () => {
        enqueueSnackbar(
          `${TITLES[kind]}: ${good.name}${'amount' in fields ? `, ${formatAmount(amount, good.unit)}` : ''}.`,
        );
        onClose();
      },
    });
  };
  return (
    <FormDialog
      title={`${TITLES[kind]}: ${good.name}`}
      type={fields}
      form={form}
      trouble={<SaveFailed error={write.error} />}
      does="Record"
      saving={write.isPending}
      onClose={onClose}
      onSave={send}
    >
      {'amount' in fields && (
        <FieldIn
          name="amount"
          autoFocus
          help="Kitchen or SI units."
          measure={{ unit: good.unit, cup, densityGPerML: good.densityGPerML }}
        />
      )}
      {'expires' in fields ? (
        <FieldIn name="expires" help="Leave it empty for what keeps." />
      ) : (
        <FieldIn
          name="lotId"
          options={open.map((l) => ({
            value: l.lot.id,
            label: `${formatAmount(l.shelf, good.unit)}, ${untilWords(l)}`,
          }))}
        />
      )}
      {kind === 'opened' && good.openLastsDays && (
        <span>
          Once opened it lasts {good.openLastsDays} days from {dayWords(today())}.
        </span>
      )}
    </FormDialog>
  );
}

/** How much more is wanted than the lot, or all lots that are good, hold. */
function shortOf(
  lots: readonly LotStock[],
  { good }: Stock,
  lotId: string | undefined,
  amount: number,
): number {
  if (lotId) return Math.max(0, amount - (lots.find((l) => l.lot.id === lotId)?.shelf ?? 0));
  return firstExpiredFirst(lots, good.id, amount, today()).missing;
}
