import {
  Alert,
  Box,
  Button,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  Typography,
} from '@mui/material';
import { formatMoney, buyingCsv, costsCsv, formatAmount, type BuyLine, type TourAnswer } from '@hearty/core';
import { Fragment } from 'react';
import { Link } from 'react-router';
import { useTour } from '../../session/queries';
import { Failed } from '../../kit/Failed';
import { Empty, Loading } from '../../kit/States';
import { download } from '../../kit/download';
import { OnPaper } from '../../kit/paper';
import { ScrollTable } from '../../kit/ScrollTable';
import { BuySheet } from './BuySheet';
import { dayWords, forShows, supplierWords } from './stock';
import { ExportIcon, PrintIcon } from '../../kit/icons';

/** What the shows to come are short of: from whom, by when, how many packs, for how much; and what each show costs. */
export function ToBuy() {
  const tour = useTour();
  if (tour.error && !tour.data) return <Failed error={tour.error} again={() => void tour.refetch()} />;
  if (!tour.data) return <Loading what="the shows to come" />;
  const { shows, buying } = tour.data;
  if (shows.length === 0)
    return <Empty title="No show is to come">Plan one, and what it is short of stands here.</Empty>;
  const total = buying.reduce((sum, b) => sum + (b.cost ?? 0), 0);
  const suppliers = [...new Set(buying.map((b) => b.supplier))];
  return (
    <OnPaper title="To buy" paper={() => <BuySheet tour={tour.data} />}>
      <Box
        sx={{
          display: 'grid',
          gap: 6,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', xl: '3fr 2fr' },
          alignItems: 'start',
        }}
      >
        <section>
          <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 3 }}>
            <Typography variant="h2" sx={{ flex: 1 }}>
              {buying.length === 0
                ? 'Nothing is to buy'
                : `${buying.length} to buy, about ${formatMoney(total)}`}
            </Typography>
            <Button
              startIcon={<ExportIcon />}
              onClick={() => download('to-buy.csv', buyingCsv(tour.data.buying), 'text/csv')}
            >
              Save as CSV
            </Button>
            <Button startIcon={<PrintIcon />} onClick={() => window.print()}>
              Print
            </Button>
          </Box>
          <Typography color="textSecondary" sx={{ mb: 2 }}>
            For all shows from {dayWords(tour.data.today)} on, in the order of their dates, against one shelf.
          </Typography>
          <ScrollTable of="Shows">
            <Table size="small" aria-label="To buy">
              <TableHead>
                <TableRow>
                  <TableCell>What</TableCell>
                  <TableCell align="right">Short</TableCell>
                  <TableCell>Packs</TableCell>
                  <TableCell align="right">About</TableCell>
                  <TableCell>Order by</TableCell>
                  <TableCell>For</TableCell>
                </TableRow>
              </TableHead>
              <TableBody>
                {suppliers.map((supplier) => (
                  <Fragment key={supplier ?? 'none'}>
                    <TableRow>
                      <TableCell colSpan={6} sx={{ fontWeight: 700, pt: 3 }}>
                        {supplierWords(supplier)}
                      </TableCell>
                    </TableRow>
                    {buying
                      .filter((b) => b.supplier === supplier)
                      .map((b) => (
                        <BuyRow key={`${b.goodId} ${b.forShows[0]?.showId}`} line={b} />
                      ))}
                  </Fragment>
                ))}
              </TableBody>
            </Table>
          </ScrollTable>
        </section>
        <Costs tour={tour.data} />
      </Box>
    </OnPaper>
  );
}

const BuyRow = ({ line: b }: { line: BuyLine }) => (
  <TableRow data-testid={`buy-${b.goodId}`}>
    <TableCell>
      {b.name}
      {b.hardToFind && (
        <Typography sx={{ fontSize: 'small', color: 'warning.main' }}>
          Hard to find{b.substitutes ? `. Or: ${b.substitutes}` : ''}
        </Typography>
      )}
    </TableCell>
    <TableCell align="right" sx={{ color: 'secondary.main', fontWeight: 700, whiteSpace: 'nowrap' }}>
      {formatAmount(b.amount, b.unit)}
    </TableCell>
    <TableCell sx={{ whiteSpace: 'nowrap' }}>
      {b.packs ? `${b.packs} × ${formatAmount(b.packAmount!, b.unit)}` : ''}
    </TableCell>
    <TableCell align="right">{b.cost === undefined ? '' : formatMoney(b.cost)}</TableCell>
    <TableCell sx={{ whiteSpace: 'nowrap', color: b.late ? 'error.main' : undefined }}>
      {b.late ? `Late: ${dayWords(b.orderBy)}` : dayWords(b.orderBy)}
    </TableCell>
    <TableCell sx={{ fontSize: 'small' }}>{forShows(b)}</TableCell>
  </TableRow>
);

function Costs({ tour }: { tour: TourAnswer }) {
  const unpriced = [...new Set(tour.shows.flatMap((s) => s.unpriced))];
  return (
    <section>
      <Box sx={{ display: 'flex', alignItems: 'baseline' }}>
        <Typography variant="h2" sx={{ flex: 1 }}>
          What each show uses up
        </Typography>
        <Button
          startIcon={<ExportIcon />}
          onClick={() => download('costs.csv', costsCsv(tour.shows), 'text/csv')}
        >
          Costs as CSV
        </Button>
      </Box>
      <ScrollTable of="To buy" mt={2}>
        <Table size="small" aria-label="Cost of each show">
          <TableHead>
            <TableRow>
              <TableCell>Show</TableCell>
              <TableCell align="right">Uses about</TableCell>
              <TableCell align="right">A head</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {tour.shows.map((s) => (
              <TableRow key={s.showId}>
                <TableCell>
                  <Box component={Link} to={`/shows/${s.showId}/supplies`} sx={{ color: 'inherit' }}>
                    {s.title}
                  </Box>
                  <Typography color="textSecondary" sx={{ fontSize: 'small' }}>
                    {dayWords(s.date)}, {s.heads} people
                  </Typography>
                </TableCell>
                <TableCell align="right" sx={{ color: 'secondary.main' }}>
                  {formatMoney(s.usesCost)}
                </TableCell>
                <TableCell align="right" sx={{ color: 'secondary.main' }}>
                  {s.perHead === undefined ? '' : formatMoney(s.perHead)}
                </TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </ScrollTable>
      {unpriced.length > 0 && (
        <Alert severity="info" sx={{ mt: 2 }}>
          Without a price, so not counted: {unpriced.join(', ')}.
        </Alert>
      )}
    </section>
  );
}
