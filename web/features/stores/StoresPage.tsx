import { Box, Button } from '@mui/material';
import type { Good, Stored } from '@hearty/core';
import { useState } from 'react';
import { useParams } from 'react-router';
import { useStores } from '../../session/stores';
import { newId } from '../../session/ids';
import { Pages } from '../../kit/Pages';
import { PaperStyles } from '../../kit/paper';
import { BrokenLines } from '../../session/BrokenLines';
import { Failed } from '../../kit/Failed';
import { Loading, PageHead } from '../../kit/States';
import { BringIn } from './BringIn';
import { Count } from './Count';
import { Crates } from './Crates';
import { GoodDialog } from './GoodDialog';
import { LedgerView } from './LedgerView';
import { Shelves } from './Shelves';
import { Solutions } from './Solutions';
import { ToBuy } from './ToBuy';
import { AddIcon, ExportIcon, ImportIcon } from '../../kit/icons';

const VIEWS = [
  ['shelves', 'Shelves'],
  ['buy', 'To buy'],
  ['count', 'Count'],
  ['ledger', 'Ledger'],
  ['crates', 'Crates'],
  ['solutions', 'Solutions'],
] as const;

/** What the troupe has: shelves and lots, what is to buy, the counting of them, and how to mix what is mixed. */
export function StoresPage() {
  const { view = 'shelves' } = useParams();
  const stores = useStores();
  const [good, setGood] = useState<Stored<Good>>();
  const [bringing, setBringing] = useState(false);
  if (stores.error && !stores.data)
    return <Failed error={stores.error} again={() => void stores.refetch()} />;
  if (!stores.data) return <Loading what="the stores" />;
  const fresh = (): Stored<Good> => ({
    id: newId(),
    version: 0,
    body: { id: '', name: '', sort: 'consumable', unit: 'piece', onShelf: 0 },
  });
  return (
    <>
      <PaperStyles
        title={`Stores: ${VIEWS.find(([name]) => name === view)?.[1].toLowerCase() ?? 'shelves'}`}
      />
      <PageHead title="Stores" window={`${VIEWS.find(([name]) => name === view)?.[1] ?? 'Shelves'} · Stores`}>
        <Button startIcon={<ImportIcon />} onClick={() => setBringing(true)}>
          Import CSV
        </Button>
        <Button startIcon={<ExportIcon />} href="/api/stores/csv">
          Stores as CSV
        </Button>
        <Button variant="contained" startIcon={<AddIcon />} onClick={() => setGood(fresh())}>
          New item
        </Button>
      </PageHead>
      <BrokenLines kinds={['good', 'crate']} />
      <Box data-not-on-paper sx={{ borderBottom: 1, borderColor: 'divider', mb: 4 }}>
        <Pages
          label="The stores"
          pages={VIEWS.map(([value, label]) => ({ to: `/stores/${value}`, label }))}
        />
      </Box>
      {view === 'shelves' && <Shelves stores={stores.data} onEdit={setGood} />}
      {view === 'buy' && <ToBuy />}
      {view === 'count' && <Count stores={stores.data} />}
      {view === 'ledger' && <LedgerView stores={stores.data} />}
      {view === 'crates' && <Crates />}
      {view === 'solutions' && <Solutions />}
      {good && <GoodDialog stored={good} onClose={() => setGood(undefined)} />}
      {bringing && <BringIn onClose={() => setBringing(false)} />}
    </>
  );
}
