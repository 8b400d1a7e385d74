import {
  aboutMoney,
  formatAmount,
  formatMoney,
  PER_WORDS,
  RUN_OUT_PCT,
  Show,
  type TourLine,
} from '@hearty/core';
import { Box, Button, Typography } from '@mui/material';
import { FieldOf } from '../../kit/fields';
import { useTour } from '../../session/queries';
import { useSettings } from '../../session/settings';
import { NothingNeeded } from './NothingNeeded';
import { edit } from '../../session/draft';
import { useShow } from '../../session/show';
import { OnPaper } from '../../kit/paper';
import { DataTable } from '../../kit/table';
import { consumableColumns, kitColumns, type Need } from './columns';
import { SuppliesSheet } from './SuppliesSheet';
import { SuppliesViews } from './SuppliesViews';
import { PrintIcon } from '../../kit/icons';

/** What the show uses up and how much kit it has in use at once, from the same plan as the score. */
export function SuppliesTab() {
  const { file, plan } = useShow();
  const { consumables, kit } = plan.needs;
  const tour = useTour();
  const cup = useSettings((s) => s.cup);
  const onTour = tour.data?.shows.find((s) => s.showId === file.show.id);
  // Alone against its own shelf where it is on no tour: a show that is past.
  const buying = onTour ?? plan.buying;
  const lineOf = (goodId: string) => buying.lines.find((l) => l.goodId === goodId);
  if (consumables.length + kit.length === 0) {
    return <NothingNeeded title="Nothing is needed yet" use="totalled" />;
  }
  const bought = buying.lines;
  const cost = bought.reduce((sum, c) => sum + (c.cost ?? 0), 0);
  const toBuy = bought.filter((c) => c.short > 0).length;
  return (
    <OnPaper
      title={`${file.show.title}: supplies`}
      paper={() => <SuppliesSheet file={file} needs={plan.needs} lineOf={lineOf} cup={cup} />}
    >
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, justifyContent: 'space-between', mb: 4 }}>
        <SuppliesViews />
        <Button startIcon={<PrintIcon />} onClick={() => window.print()}>
          Print
        </Button>
      </Box>
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
            {toBuy === 0 ? 'All of it is on the shelf.' : `${toBuy} to buy, ${aboutMoney(cost)}.`}{' '}
            {buying.usesCost > 0 &&
              `About ${formatMoney(buying.usesCost)} of supplies${buying.perHead === undefined ? '' : `, ${formatMoney(buying.perHead)} per person`}. `}
          </Typography>
          <Odds />
          <DataTable
            name="Consumables"
            columns={consumableColumns(lineOf, cup)}
            rows={consumables}
            keyOf={(c) => c.goodId}
            testId={(c) => `need-${c.goodId}`}
            details={{
              label: (c) => `Working for ${c.name}`,
              content: (c) => <NeedWorking need={c} line={lineOf(c.goodId)} />,
            }}
          />
        </section>
        <section>
          <Typography variant="h2">Kit</Typography>
          <Typography color="textSecondary" sx={{ mb: 2 }}>
            The most in use at one moment, cleaning included.
          </Typography>
          <DataTable name="Kit" columns={kitColumns(file)} rows={kit} keyOf={(k) => k.goodId} />
        </section>
      </Box>
    </OnPaper>
  );
}

/** The odds of running out that packing accepts, and how many stations the audience works at: both the show's own. */
function Odds() {
  const { file, script } = useShow();
  const { runOutPct = RUN_OUT_PCT, audienceStations = 1 } = file.show;
  const stations = script.items.some((i) => i.demo?.consumables.some((c) => c.per === 'station'));
  return (
    <Box sx={{ display: 'flex', gap: 2, mb: 3, flexWrap: 'wrap', alignItems: 'center' }}>
      <span>Packed is enough for retries, so that it runs out in at most</span>
      <FieldOf
        type={Show}
        name="runOutPct"
        value={runOutPct}
        onValue={(v) =>
          edit((draft) => void (v === undefined ? delete draft.runOutPct : (draft.runOutPct = v)))
        }
        hiddenLabel="Accepted risk of running out, %"
        sx={{ width: 72, '& .MuiFormHelperText-root': { whiteSpace: 'nowrap', mx: 0 } }}
      />
      <span>% of shows.</span>
      {stations && (
        <FieldOf
          type={Show}
          name="audienceStations"
          value={audienceStations}
          onValue={(v) =>
            edit(
              (draft) =>
                void (v === undefined ? delete draft.audienceStations : (draft.audienceStations = v)),
            )
          }
          sx={{ width: 190 }}
        />
      )}
    </Box>
  );
}

/** Where a consumable's figures come from. */
function NeedWorking({ need, line }: { need: Need; line: TourLine | undefined }) {
  const amount = (value: number) => formatAmount(value, need.unit);
  return (
    <Box component="ul" sx={{ my: 2, pl: 5 }}>
      {need.lines.map((line) => (
        <li key={line.itemId + line.per + line.title}>
          {line.title}: {amount(line.each)} per {PER_WORDS[line.per]} × {line.plannedTimes}
          {line.levels && ` (${line.levels.map((n) => Math.round(1000 * n) / 1000).join(' + ')})`}
          {line.share !== undefined && `, picked by ${Math.round(line.share)} %`}
          {line.mostTimes > line.plannedTimes &&
            (line.per === 'minute'
              ? `, up to ${line.mostTimes} if it drags`
              : `, up to ${line.mostTimes} with every retry`)}
        </li>
      ))}
      <li>
        Packed {amount(need.packed)}: {(need.runOutOdds * 100).toFixed(1)} % chance of running out, from each
        demo’s odds and retries.
      </li>
      {line && (
        <li>
          The shows before it may use {amount(line.before)} of it together; {amount(line.usable)} are usable
          on the day{line.past > 0 && `, ${amount(line.past)} have expired by then`}. Odds are pooled: this
          show’s share of the tour is {amount(line.share)}.
        </li>
      )}
      {need.takesRest && <li>The finale takes whatever the others leave.</li>}
    </Box>
  );
}
