import { Button, Typography } from '@mui/material';
import type { LogbookAsk, RunLine, RunPage } from '@hearty/core';
import { useMemo } from 'react';
import { Failed } from '../../kit/Failed';
import { DataTable } from '../../kit/table';
import { RUN_COLUMNS } from './columns';
import { STEP } from './ReliabilityPart';
import { useOlderRuns } from '../../session/queries';

const NO_PAGES: RunPage[] = [];

/** Runs as they were planned and as they went, the newest first. */
export function RunsPart({ runs: newest, more, ask }: { runs: RunLine[]; more: boolean; ask: LogbookAsk }) {
  const older = useOlderRuns(newest.at(-1), ask);
  const pages = older.data?.pages ?? NO_PAGES;
  const runs = useMemo(() => [...newest, ...pages.flatMap((p) => p.runs)], [newest, pages]);
  return (
    <section>
      <Typography variant="h2">Runs, planned and actual</Typography>
      <DataTable name="Runs" columns={RUN_COLUMNS} rows={runs} keyOf={(r) => r.id} step={STEP} mt={2} />
      {(pages.length === 0 ? more : older.hasNextPage) && (
        <Button sx={{ minHeight: 44 }} disabled={older.isFetching} onClick={() => void older.fetchNextPage()}>
          Older runs
        </Button>
      )}
      {older.error && <Failed error={older.error} again={() => void older.fetchNextPage()} />}
    </section>
  );
}
