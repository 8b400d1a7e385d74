import { Autocomplete, Box, Button } from '@mui/material';
import { VENUE_KINDS, type Logbook, type LogbookAsk, type VenueKind } from '@hearty/core';
import { Failed } from '../../kit/Failed';
import { findInput, OneOf } from '../../kit/Find';
import { OnPaper } from '../../kit/paper';
import { Empty, Loading, PageHead } from '../../kit/States';
import { useFilters } from '../../kit/useFilters';
import { askedOf, useDocuments, useLogbook } from '../../session/queries';
import { FailsPart } from './FailsPart';
import { ForecastsPart } from './ForecastsPart';
import { ReliabilityPart } from './ReliabilityPart';
import { RunsPart } from './RunsPart';
import { SeasonFigures } from './SeasonFigures';
import { SeasonSheet } from './SeasonSheet';
import { SumUpPart } from './SumUpPart';
import { PrintIcon } from '../../kit/icons';

/** What the runs have taught: the verdict, what to do about it, and the figures behind it; of all of them, or a part. */
export function LogbookPage() {
  const [chosen, choose] = useFilters(['year', 'venueKind', 'demoId']);
  const ask: LogbookAsk = {
    ...(Number(chosen.year) > 0 && { year: Number(chosen.year) }),
    ...(isKind(chosen.venueKind) && { venueKind: chosen.venueKind }),
    ...(chosen.demoId && { demoId: chosen.demoId }),
  };
  const logbook = useLogbook(ask);
  const isAll = Object.keys(ask).length === 0;
  if (logbook.error)
    return (
      <>
        <PageHead title="Logbook" />
        {!isAll && <Part chosen={chosen} choose={choose} years={[]} />}
        <Failed error={logbook.error} again={() => void logbook.refetch()} />
      </>
    );
  if (!logbook.data) return <Loading what="the logbook" />;
  const { runs, demos, causes, moreRuns, calibration } = logbook.data;
  return (
    <OnPaper
      title="Season"
      paper={() => <SeasonSheet logbook={logbook.data} part={partSaid(ask, logbook.data)} />}
    >
      <Box sx={{ maxWidth: 1160 }}>
        <PageHead title="Logbook">
          <Button component="a" href={`/api/logbook/runs.csv${askedOf(ask)}`} download="season.csv">
            Season as CSV
          </Button>
          <Button startIcon={<PrintIcon />} onClick={() => window.print()}>
            Print
          </Button>
          <Button component="a" href="/api/attempts" download="attempts.json">
            Attempts as a file
          </Button>
        </PageHead>
        {runs.length === 0 && isAll ? (
          <Empty title="No runs yet">
            Play or rehearse a show; what happened is kept here and teaches the next plan.
          </Empty>
        ) : (
          <Part chosen={chosen} choose={choose} years={logbook.data.years} />
        )}
        {runs.length === 0 && !isAll && (
          <Empty title="No runs match">Choose another year, kind of venue or demo, or show all.</Empty>
        )}
        <Box sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr)', gap: 8 }}>
          <SumUpPart logbook={logbook.data} />
          {runs.length > 0 && <SeasonFigures logbook={logbook.data} />}
          <FailsPart demos={demos} causes={causes} />
          <ForecastsPart calibration={calibration} />
          <ReliabilityPart demos={demos} />
          {runs.some((r) => r.actualS !== null) && <RunsPart runs={runs} more={moreRuns} ask={ask} />}
        </Box>
      </Box>
    </OnPaper>
  );
}

const isKind = (word: string): word is VenueKind => (VENUE_KINDS as readonly string[]).includes(word);

/** Which part of the log is looked at. */
function Part({
  chosen,
  choose,
  years,
}: {
  chosen: Record<'year' | 'venueKind' | 'demoId', string>;
  choose: (name: 'year' | 'venueKind' | 'demoId', value: string) => void;
  years: number[];
}) {
  const demos = (useDocuments('demos').data ?? [])
    .map(({ id, body }) => ({ id, label: body.title }))
    .sort((a, b) => a.label.localeCompare(b.label));
  const demo = demos.find((d) => d.id === chosen.demoId);
  const gone = chosen.demoId && !demo ? { id: chosen.demoId, label: 'a deleted demo' } : null;
  const shown = [...new Set([...years.map(String), ...(chosen.year ? [chosen.year] : [])])];
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, mb: 4 }}>
      <OneOf
        label="Year"
        any="all years"
        value={chosen.year}
        options={shown.map((year) => ({ value: year, label: year }))}
        onValue={(year) => choose('year', year)}
        sx={{ minWidth: 130 }}
      />
      <OneOf
        label="Kind of venue"
        any="everywhere"
        value={isKind(chosen.venueKind) ? chosen.venueKind : ''}
        options={VENUE_KINDS.map((kind) => ({ value: kind, label: kind }))}
        onValue={(kind) => choose('venueKind', kind)}
        sx={{ minWidth: 150 }}
      />
      <Autocomplete
        options={gone ? [gone, ...demos] : demos}
        getOptionKey={(d) => d.id}
        isOptionEqualToValue={(a, b) => a.id === b.id}
        value={demo ?? gone}
        onChange={(_e, option) => choose('demoId', option?.id ?? '')}
        renderInput={findInput('With the demo')}
        sx={{ flex: '1 1 240px', maxWidth: 420 }}
      />
    </Box>
  );
}

/** "2026, halls, with Blue flash". */
const partSaid = ({ year, venueKind, demoId }: LogbookAsk, { demos }: Logbook): string =>
  [
    year ?? 'all years',
    venueKind && `kind of venue: ${venueKind}`,
    demoId && `with “${demos.find((d) => d.demoId === demoId)?.title ?? 'one demo'}”`,
  ]
    .filter(Boolean)
    .join(', ');
