import { plainText } from '@hearty/core';
import {
  Box,
  Chip,
  IconButton,
  Menu,
  MenuItem,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  Typography,
} from '@mui/material';
import type { Good, LotStock, Stored, StoresAnswer } from '@hearty/core';
import { useMemo, useState } from 'react';
import { useTour } from '../../session/queries';
import { Find } from '../../kit/Find';
import { useMore } from '../../kit/useMore';
import { Empty } from '../../kit/States';
import { useSayWithUndo } from '../../session/useSayWithUndo';
import { ScrollTable } from '../../kit/ScrollTable';
import { MoveDialog, type MoveWish } from './MoveDialog';
import { amountWords, stockOf, untilWords, type Stock } from './stock';
import { today } from '../../kit/day';
import { MoreIcon } from '../../kit/icons';

/** Every good with its lots: how much, until when, and what the shows to come have spoken for. */
export function Shelves({ stores, onEdit }: { stores: StoresAnswer; onEdit: (good: Stored<Good>) => void }) {
  const [words, setWords] = useState('');
  const [wish, setWish] = useState<MoveWish>();
  const tour = useTour();
  const spoken = new Map<string, number>();
  for (const line of tour.data?.shows.flatMap((s) => s.lines) ?? [])
    spoken.set(line.goodId, (spoken.get(line.goodId) ?? 0) + line.share);
  const stock = useMemo(() => stockOf(stores), [stores]);
  const rows = stock.filter((s) => plainText(s.good.name).includes(plainText(words.trim())));
  const { shown, more } = useMore(rows);
  if (stores.goods.length === 0)
    return (
      <Empty title="The stores are empty">
        Write down a good, or bring in a CSV of what you have. Its first line names the columns: name, sort,
        unit, on shelf, expires.
      </Empty>
    );
  return (
    <>
      <Box sx={{ display: 'flex', gap: 3, alignItems: 'center', mb: 3 }}>
        <Find value={words} onValue={setWords} sx={{ width: 260 }} />
        <Typography color="textSecondary" role="status">
          {rows.length} of {stores.goods.length} goods
        </Typography>
      </Box>
      <ScrollTable of="Shelves">
        <Table size="small" aria-label="Shelves">
          <TableHead>
            <TableRow>
              <TableCell>Good</TableCell>
              <TableCell align="right">On the shelf</TableCell>
              <TableCell align="right">Coming shows may use</TableCell>
              <TableCell>Lots, first out first</TableCell>
              <TableCell>Comes from</TableCell>
              <TableCell />
            </TableRow>
          </TableHead>
          <TableBody>
            {shown.map((s) => (
              <Row
                key={s.good.id}
                stock={s}
                spoken={spoken.get(s.good.id) ?? 0}
                onEdit={onEdit}
                onMove={setWish}
              />
            ))}
          </TableBody>
        </Table>
        {more}
      </ScrollTable>
      {wish && <MoveDialog wish={wish} onClose={() => setWish(undefined)} />}
    </>
  );
}

interface RowProps {
  stock: Stock;
  spoken: number;
  onEdit: (good: Stored<Good>) => void;
  onMove: (wish: MoveWish) => void;
}

function Row({ stock, spoken, onEdit, onMove }: RowProps) {
  const { good, version, lots, shelf } = stock;
  const [anchor, setAnchor] = useState<HTMLElement>();
  const remove = useSayWithUndo('goods');
  const pick = (act: () => void) => () => {
    setAnchor(undefined);
    act();
  };
  return (
    <TableRow data-testid={`stock-${good.id}`}>
      <TableCell>
        {good.name}
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          {good.storage && good.storage !== 'ordinary' && <Mark label={good.storage} />}
          {good.hardToFind && <Mark label="hard to find" />}
        </Box>
        {good.substitutes && (
          <Typography color="textSecondary" sx={{ fontSize: 'small' }}>
            Or: {good.substitutes}
          </Typography>
        )}
      </TableCell>
      <TableCell align="right" sx={{ color: 'secondary.main', fontWeight: 700, whiteSpace: 'nowrap' }}>
        {amountWords(good, shelf)}
      </TableCell>
      <TableCell
        align="right"
        sx={{ color: spoken > shelf ? 'warning.main' : 'secondary.main', whiteSpace: 'nowrap' }}
      >
        {spoken > 0 ? amountWords(good, spoken) : ''}
      </TableCell>
      <TableCell>
        {lots.map((l) => (
          <LotLine key={l.lot.id} stock={stock} lot={l} />
        ))}
      </TableCell>
      <TableCell sx={{ fontSize: 'small' }}>{good.supplier}</TableCell>
      <TableCell padding="none">
        <IconButton
          aria-label={`What to do with ${good.name}`}
          onClick={(e) => setAnchor(e.currentTarget)}
          sx={{ width: 44, height: 44 }}
        >
          <MoreIcon />
        </IconButton>
        <Menu anchorEl={anchor ?? null} open={!!anchor} onClose={() => setAnchor(undefined)}>
          <MenuItem onClick={pick(() => onMove({ kind: 'bought', stock }))}>Bought some</MenuItem>
          <MenuItem disabled={shelf === 0} onClick={pick(() => onMove({ kind: 'used', stock }))}>
            Used some
          </MenuItem>
          <MenuItem disabled={shelf === 0} onClick={pick(() => onMove({ kind: 'binned', stock }))}>
            Threw some away
          </MenuItem>
          <MenuItem
            disabled={!lots.some((l) => !l.openedOn && l.shelf > 0)}
            onClick={pick(() => onMove({ kind: 'opened', stock }))}
          >
            Opened a pack
          </MenuItem>
          <MenuItem onClick={pick(() => onEdit({ id: good.id, version, body: good }))}>
            Change the good
          </MenuItem>
          <MenuItem onClick={pick(() => void remove({ id: good.id, version }, good.name))}>Delete</MenuItem>
        </Menu>
      </TableCell>
    </TableRow>
  );
}

const Mark = ({ label }: { label: string }) => (
  <Chip size="small" variant="outlined" label={label} sx={{ borderRadius: 1, height: 20 }} />
);

function LotLine({ stock: { good, lots }, lot }: { stock: Stock; lot: LotStock }) {
  const past = lot.goodUntil !== undefined && lot.goodUntil < today();
  const plain = lots.length === 1 && lot.goodUntil === undefined && !lot.openedOn;
  const out = Object.values(lot.out).reduce((sum, n) => sum + n, 0);
  return (
    <Typography sx={{ fontSize: 'small', color: past ? 'warning.main' : 'text.secondary' }}>
      {!plain && `${amountWords(good, lot.shelf)} ${untilWords(lot)}`}
      {out > 0 && ` · ${amountWords(good, out)} out with a show`}
    </Typography>
  );
}
