import ExpandMoreIcon from '@mui/icons-material/ExpandMore';
import {
  Box,
  Chip,
  Collapse,
  IconButton,
  Paper,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  Typography,
} from '@mui/material';
import {
  clockToS,
  formatAmount,
  formatClock,
  formatKitchen,
  parseAmount,
  type BaseUnit,
  type Good,
} from '@hearty/core';
import { useSnackbar } from 'notistack';
import { Fragment, useState } from 'react';
import { ParsedField } from '../../app/ParsedField';
import { useDocuments, useSave } from '../../app/queries';
import { Empty } from '../../app/States';
import { useShow } from '../shows/ShowFrame';

/** What the show uses up and how much kit it has in use at once, from the same plan as the score. */
export function SuppliesTab() {
  const { file, plan } = useShow();
  const { consumables, kit } = plan.needs;
  if (consumables.length + kit.length === 0) {
    return (
      <Empty title="Nothing is needed yet">
        Put demos into the running order; what they need is totalled here.
      </Empty>
    );
  }
  const cost = consumables.reduce((sum, c) => sum + (c.cost ?? 0), 0);
  const toBuy = consumables.filter((c) => c.toBuy > 0).length;
  return (
    <Box
      sx={{
        display: 'grid',
        gap: 6,
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', xl: '3fr 2fr' },
        alignItems: 'start',
      }}
    >
      <section>
        <Typography variant="h2">Consumables</Typography>
        <Typography color="textSecondary" sx={{ mb: 2 }}>
          {toBuy === 0
            ? 'All of it is on the shelf.'
            : `${toBuy} to buy${cost > 0 ? `, about ${cost.toFixed(2)}` : ''}.`}{' '}
          Packed is enough for retries: at most 5 in 100 shows run out.
        </Typography>
        <Paper variant="outlined" sx={{ overflowX: 'auto' }}>
          <Table size="small" aria-label="Consumables">
            <TableHead>
              <TableRow>
                <TableCell>What</TableCell>
                <TableCell align="right">Planned</TableCell>
                <TableCell align="right">Packed</TableCell>
                <TableCell>On the shelf</TableCell>
                <TableCell align="right">To buy</TableCell>
                <TableCell />
              </TableRow>
            </TableHead>
            <TableBody>
              {consumables.map((c) => (
                <ConsumableRow key={c.goodId} need={c} />
              ))}
            </TableBody>
          </Table>
        </Paper>
      </section>
      <section>
        <Typography variant="h2">Kit</Typography>
        <Typography color="textSecondary" sx={{ mb: 2 }}>
          The most in use at one moment, cleaning included.
        </Typography>
        <Paper variant="outlined" sx={{ overflowX: 'auto' }}>
          <Table size="small" aria-label="Kit">
            <TableHead>
              <TableRow>
                <TableCell>What</TableCell>
                <TableCell align="right">At once</TableCell>
                <TableCell>On the shelf</TableCell>
                <TableCell>Peak</TableCell>
              </TableRow>
            </TableHead>
            <TableBody>
              {kit.map((k) => (
                <TableRow key={k.goodId}>
                  <TableCell>{k.name}</TableCell>
                  <TableCell align="right" sx={{ color: 'secondary.main', fontWeight: 700 }}>
                    {k.peak}
                  </TableCell>
                  <TableCell>
                    <ShelfField goodId={k.goodId} name={k.name} unit="piece" value={k.onShelf} />
                  </TableCell>
                  <TableCell>
                    {formatClock(clockToS(file.show.curtainUp) + k.peakAtS)}
                    {k.short > 0 && (
                      <Chip
                        size="small"
                        color="warning"
                        variant="outlined"
                        sx={{ ml: 2 }}
                        label={`${k.short} short`}
                      />
                    )}
                  </TableCell>
                </TableRow>
              ))}
            </TableBody>
          </Table>
        </Paper>
      </section>
    </Box>
  );
}

type Need = ReturnType<typeof useShow>['plan']['needs']['consumables'][number];

const PER: Record<Need['lines'][number]['per'], string> = {
  attempt: 'attempt',
  showing: 'showing',
  show: 'show',
  volunteer: 'volunteer',
  head: 'head of the audience',
  station: 'station of the audience',
  minute: 'minute on stage',
  ladder: 'piece of the ladder',
  'whatever is left': 'show, and whatever is left',
};

/** One consumable; its figures open to their working. */
function ConsumableRow({ need }: { need: Need }) {
  const [open, setOpen] = useState(false);
  const amount = (value: number) => formatAmount(value, need.unit);
  return (
    <Fragment>
      <TableRow data-testid={`need-${need.goodId}`}>
        <TableCell>
          {need.name}
          <Box sx={{ color: 'text.secondary', fontSize: 12.5 }}>{formatKitchen(need.packed, need.unit)}</Box>
        </TableCell>
        <TableCell align="right" sx={{ color: 'secondary.main' }}>
          {amount(need.planned)}
        </TableCell>
        <TableCell
          align="right"
          sx={{ color: 'secondary.main', fontWeight: 700 }}
          data-testid={`packed-${need.goodId}`}
        >
          {amount(need.packed)}
        </TableCell>
        <TableCell>
          <ShelfField goodId={need.goodId} name={need.name} unit={need.unit} value={need.onShelf} />
        </TableCell>
        <TableCell align="right">
          {need.toBuy > 0 ? <b>{amount(need.toBuy)}</b> : '–'}
          {need.packs ? (
            <Box
              sx={{ color: 'text.secondary', fontSize: 12.5 }}
            >{`${need.packs} ${need.packs === 1 ? 'pack' : 'packs'}${need.cost ? `, ${need.cost.toFixed(2)}` : ''}`}</Box>
          ) : null}
        </TableCell>
        <TableCell padding="none">
          <IconButton
            aria-label={`Working for ${need.name}`}
            aria-expanded={open}
            onClick={() => setOpen(!open)}
            sx={{ width: 44, height: 44, transform: open ? 'rotate(180deg)' : 'none' }}
          >
            <ExpandMoreIcon />
          </IconButton>
        </TableCell>
      </TableRow>
      <TableRow>
        <TableCell colSpan={6} sx={{ py: 0, borderBottom: open ? undefined : 'none' }}>
          <Collapse in={open} unmountOnExit>
            <Box component="ul" sx={{ my: 2, pl: 5 }}>
              {need.lines.map((line) => (
                <li key={line.itemId + line.per}>
                  {line.title}: {amount(line.each)} per {PER[line.per]} × {line.plannedTimes}
                  {line.mostTimes > line.plannedTimes && `, up to ${line.mostTimes} with every retry`}
                </li>
              ))}
              <li>
                Packed {amount(need.packed)}: the odds of running out are {(need.runOutOdds * 100).toFixed(1)}{' '}
                in 100, from each demo’s odds and retries.
              </li>
            </Box>
          </Collapse>
        </TableCell>
      </TableRow>
    </Fragment>
  );
}

/** How much of a good is on the shelf, corrected in place. */
function ShelfField({
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
  const goods = useDocuments('goods');
  const save = useSave('goods');
  const { enqueueSnackbar } = useSnackbar();
  const stored = goods.data?.find((g) => g.id === goodId);
  const put = (onShelf: number) => {
    if (!stored) return;
    const body: Good = { ...stored.body, onShelf };
    save.mutate(
      { id: goodId, version: stored.version, body },
      { onError: (e) => enqueueSnackbar(e.says, { variant: 'error' }) },
    );
  };
  return (
    <ParsedField
      variant="standard"
      value={value}
      format={(v) => formatAmount(v, unit)}
      parse={(text) => parseAmount(text, unit)}
      onValue={put}
      disabled={!stored}
      sx={{ width: 110 }}
      slotProps={{ htmlInput: { 'aria-label': `${name} on the shelf` } }}
    />
  );
}
