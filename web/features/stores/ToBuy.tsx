import { Alert, Box, Button, Typography } from '@mui/material';
import { aboutMoney, buyingCsv, costsCsv, type TourAnswer } from '@hearty/core';
import { useTour } from '../../session/queries';
import { Failed } from '../../kit/Failed';
import { Empty, Loading } from '../../kit/States';
import { download } from '../../kit/download';
import { OnPaper } from '../../kit/paper';
import { DataTable } from '../../kit/table';
import { BUY_COLUMNS, buyKey, COST_COLUMNS } from './buyColumns';
import { BuySheet } from './BuySheet';
import { dayWords, supplierWords } from './stock';
import { ExportIcon, PrintIcon } from '../../kit/icons';

/** What the shows to come are short of: from whom, by when, how many packs, for how much; and what each show costs. */
export function ToBuy() {
  const tour = useTour();
  if (tour.error && !tour.data) return <Failed error={tour.error} again={() => void tour.refetch()} />;
  if (!tour.data) return <Loading what="the shows to come" />;
  const { shows, buying } = tour.data;
  if (shows.length === 0)
    return <Empty title="No upcoming shows">Plan one, and what it lacks is listed here.</Empty>;
  const total = buying.reduce((sum, b) => sum + (b.cost ?? 0), 0);
  const suppliers = [...new Set(buying.map((b) => b.supplier))];
  const bySupplier = suppliers.flatMap((supplier) => buying.filter((b) => b.supplier === supplier));
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
              {buying.length === 0 ? 'Nothing to buy' : `${buying.length} to buy, ${aboutMoney(total)}`}
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
          <DataTable
            name="To buy"
            columns={BUY_COLUMNS}
            rows={bySupplier}
            keyOf={buyKey}
            groupOf={(b) => supplierWords(b.supplier)}
            testId={(b) => `buy-${b.goodId}`}
          />
        </section>
        <Costs tour={tour.data} />
      </Box>
    </OnPaper>
  );
}

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
      <DataTable
        name="Cost of each show"
        columns={COST_COLUMNS}
        rows={tour.shows}
        keyOf={(s) => s.showId}
        mt={2}
      />
      {unpriced.length > 0 && (
        <Alert severity="info" sx={{ mt: 2 }}>
          Without a price, so not counted: {unpriced.join(', ')}.
        </Alert>
      )}
    </section>
  );
}
