import { Box, Button, Chip, Paper, Typography } from '@mui/material';
import {
  plainText,
  inOrderOfName,
  formatDuration,
  HAZARDS,
  stepsTiming,
  TOPICS,
  type Demo,
} from '@hearty/core';
import { Cards } from '../../kit/Cards';
import { lazy, Suspense, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { DemoLine } from '@hearty/core';
import { useLibrary, useOdds } from '../../session/queries';
import { newId } from '../../session/ids';
import { BrokenLines } from '../../session/BrokenLines';
import { Find, OneOf } from '../../kit/Find';
import { useFilters } from '../../kit/useFilters';
import { useMore } from '../../kit/useMore';
import { Failed } from '../../kit/Failed';
import { Empty, Loading, PageHead } from '../../kit/States';
import { HazardChip } from '../../kit/HazardChip';
import { Odds } from '../logbook/Odds';
import { SaveAsFile } from './SaveAsFile';
import { StarterShelf } from './StarterShelf';
import { AddIcon, ImportIcon } from '../../kit/icons';

// Its form comes when it is opened.
const LibraryFileDialog = lazy(async () => ({
  default: (await import('./LibraryFileDialog')).LibraryFileDialog,
}));

const FILTERS = ['q', 'topic', 'without', 'minutes', 'odds', 'sort'] as const;
const toOptions = (words: readonly string[], word: (value: string) => string = (v) => v) =>
  words.map((value) => ({ value, label: word(value) }));
const CHOICES: {
  name: (typeof FILTERS)[number];
  label: string;
  options: { value: string; label: string }[];
}[] = [
  { name: 'topic', label: 'Topic', options: toOptions(TOPICS) },
  { name: 'without', label: 'Without hazard', options: toOptions(HAZARDS) },
  { name: 'minutes', label: 'At most', options: toOptions(['3', '5', '7'], (m) => `${m} min`) },
  { name: 'odds', label: 'Works at least', options: toOptions(['50', '70', '85'], (o) => `${o} %`) },
];
/** Orders besides that of the names. */
const SORTS: Record<
  string,
  { label: string; by: (lineOf: (d: Demo) => DemoLine | undefined) => (a: Demo, b: Demo) => number }
> = {
  attention: {
    label: 'needs attention first',
    by: (lineOf) => (a, b) =>
      attentionRank(lineOf(a)) - attentionRank(lineOf(b)) || oddsOf(lineOf, a) - oddsOf(lineOf, b),
  },
  odds: { label: 'works least first', by: (lineOf) => (a, b) => oddsOf(lineOf, a) - oddsOf(lineOf, b) },
  length: {
    label: 'shortest first',
    by: () => (a, b) => stepsTiming(a).likelyS - stepsTiming(b).likelyS,
  },
};

/** Below this a demo fails too often to be left as it is; common practice. */
const FAILS_OFTEN = 0.7;

/** Those that fail often come first, then those that nobody has tried at a show. */
const attentionRank = (line: DemoLine | undefined): number =>
  line && line.attempts > 0 ? (line.mean < FAILS_OFTEN ? 0 : 2) : 1;

const oddsOf = (lineOf: (d: Demo) => DemoLine | undefined, demo: Demo) =>
  lineOf(demo)?.mean ?? demo.guessOdds;

type Filters = Record<(typeof FILTERS)[number], string>;

/** The library of demos, searched and filtered. The filters stand in the address, so that a choice can be kept. */
export function DemosPage() {
  const navigate = useNavigate();
  const library = useLibrary();
  const odds = useOdds();
  const [filters, set] = useFilters(FILTERS);
  const [bringing, setBringing] = useState(false);
  const lines = new Map(odds.data?.map((d) => [d.demoId, d]));
  const shown = (library.data?.demos ?? [])
    .filter((d) => fits(d, lines.get(d.id), filters))
    .sort((a, b) => inOrderOfName(a.title, b.title))
    .sort(SORTS[filters.sort]?.by((d) => lines.get(d.id)) ?? (() => 0));
  const { shown: cards, more } = useMore(shown);
  if (library.error) return <Failed error={library.error} again={() => void library.refetch()} />;
  if (!library.data || odds.isPending) return <Loading what="the demos" />;
  return (
    <>
      <PageHead title="Demos">
        <Button startIcon={<ImportIcon />} onClick={() => setBringing(true)}>
          Import demos
        </Button>
        {shown.length > 0 && (
          <SaveAsFile
            demos={shown}
            goods={library.data.goods}
            all={shown.length === library.data.demos.length}
          />
        )}
        <Button
          variant="contained"
          startIcon={<AddIcon />}
          onClick={() => void navigate(`/demos/${newId()}/edit`)}
        >
          New demo
        </Button>
      </PageHead>
      <BrokenLines kinds={['demo']} />
      <Box role="search" sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, mb: 4 }}>
        <Find
          label="Search"
          value={filters.q}
          onValue={(words) => set('q', words)}
          sx={{ flex: '1 1 220px' }}
        />
        <OneOf
          label="Sort by"
          any="name"
          value={filters.sort}
          options={Object.entries(SORTS).map(([value, { label }]) => ({ value, label }))}
          onValue={(value) => set('sort', value)}
          sx={{ minWidth: 150 }}
        />
        {CHOICES.map(({ name, label, options }) => (
          <OneOf
            key={name}
            label={label}
            any="any"
            value={filters[name]}
            options={options}
            onValue={(value) => set(name, value)}
            sx={{ minWidth: 150 }}
          />
        ))}
      </Box>
      <Typography color="textSecondary" role="status" sx={{ mb: 2 }}>
        {shown.length} of {library.data.demos.length} demos
        {odds.error && '; the log’s success rates are not available just now, so your guesses are used'}
      </Typography>
      {shown.length === 0 && (
        <Empty title={library.data.demos.length ? 'No demo fits these filters' : 'No demos yet'}>
          {library.data.demos.length
            ? 'Remove one of them.'
            : 'Describe the first one: what it shows, its steps, and what can hurt someone. Or start with one from the starter shelf.'}
        </Empty>
      )}
      <Cards>
        {cards.map((demo) => (
          <DemoCard key={demo.id} demo={demo} line={lines.get(demo.id)} />
        ))}
      </Cards>
      {more}
      <StarterShelf library={library.data} />
      <Suspense>
        {bringing && <LibraryFileDialog library={library.data} onClose={() => setBringing(false)} />}
      </Suspense>
    </>
  );
}

function fits(demo: Demo, line: DemoLine | undefined, f: Filters): boolean {
  const text = plainText([demo.title, demo.shows, demo.teaches, demo.topic].join(' '));
  return (
    text.includes(plainText(f.q)) &&
    (!f.topic || demo.topic === f.topic) &&
    !demo.hazards.some((h) => h === f.without) &&
    (!f.minutes || stepsTiming(demo).likelyS <= Number(f.minutes) * 60) &&
    (!f.odds || (line?.mean ?? demo.guessOdds) * 100 >= Number(f.odds))
  );
}

function DemoCard({ demo, line }: { demo: Demo; line: DemoLine | undefined }) {
  return (
    <Paper
      component="li"
      variant="outlined"
      sx={{ p: 4, display: 'flex', flexDirection: 'column', gap: 1.5 }}
    >
      <Box sx={{ display: 'flex', gap: 2 }}>
        <Typography variant="h2" sx={{ flex: 1, fontSize: 'head', overflowWrap: 'anywhere' }}>
          <Box
            component={Link}
            to={`/demos/${demo.id}`}
            sx={{ color: 'inherit', textDecorationColor: 'divider', textUnderlineOffset: 4 }}
          >
            {demo.title}
          </Box>
        </Typography>
        <Typography sx={{ color: 'secondary.main', whiteSpace: 'nowrap' }}>
          {formatDuration(stepsTiming(demo).likelyS)}
        </Typography>
      </Box>
      <Typography sx={{ flex: 1 }}>{demo.shows}</Typography>
      {line && <Odds line={line} />}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        <Chip size="small" label={demo.topic} sx={{ borderRadius: 1 }} />
        {demo.hazards.map((h) => (
          <HazardChip key={h} size="small" hazard={h} />
        ))}
      </Box>
    </Paper>
  );
}
