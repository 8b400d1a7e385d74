import {
  Alert,
  Box,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  Typography,
} from '@mui/material';
import { declare, type StoresPreview } from '@hearty/core';
import { useSnackbar } from 'notistack';
import { useState } from 'react';
import { Drawn } from '../../kit/fields';
import { DataTable, type Column } from '../../kit/table';
import { FileButton } from '../../kit/FileButton';
import type { ApiError } from '../../session/api';
import { previewStoresCsv, useImportStoresCsv } from '../../session/files';

const STATUS = { new: 'new', changed: 'changes', same: 'as it is', wrong: 'wrong' } as const;

const COLUMNS: Column<StoresPreview['rows'][number]>[] = [
  { head: 'Line', cell: (r) => r.line, sortBy: (r) => r.line },
  { head: 'Item', cell: (r) => r.name, sortBy: (r) => r.name },
  {
    head: 'Status',
    cell: (r) => STATUS[r.status],
    sortBy: (r) => r.status,
    as: 'line',
    color: (r) => (r.status === 'wrong' ? 'error.main' : 'secondary.main'),
  },
  {
    head: 'What',
    cell: (r) =>
      [...r.problems.map((p) => `${p.column}: ${p.message}`), ...r.changes].map((words) => (
        <div key={words}>{words}</div>
      )),
    as: 'small',
  },
];

/** Brings a CSV of stores in: first what it would change, row by row; then all of it, or what is right of it, or nothing. */
export function BringIn({ onClose }: { onClose: () => void }) {
  const [csv, setCsv] = useState<string>();
  const [preview, setPreview] = useState<StoresPreview>();
  const [message, setSays] = useState('');
  const [leaveWrong, setLeaveWrong] = useState(false);
  const importCsv = useImportStoresCsv();
  const { enqueueSnackbar } = useSnackbar();
  const attempt = async (work: () => Promise<void>) => {
    try {
      setSays('');
      await work();
    } catch (error) {
      setSays(
        (error as ApiError).fields?.[0]?.message ??
          (error as ApiError).message ??
          'This file cannot be read.',
      );
    }
  };
  const read = (file: File) =>
    void attempt(async () => {
      const text = await file.text();
      setCsv(text);
      setPreview(await previewStoresCsv(text));
    });
  const bring = () =>
    void attempt(async () => {
      const done = await importCsv.mutateAsync({ csv, leaveWrong });
      enqueueSnackbar(`Imported ${done.goods} items and ${done.counts} counts.`);
      onClose();
    });
  const count = (status: keyof typeof STATUS) => preview?.rows.filter((r) => r.status === status).length ?? 0;
  const wrong = count('wrong');
  const useful = count('new') + count('changed');
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth>
      <DialogTitle>Import stores from CSV</DialogTitle>
      <DialogContent>
        <Typography color="textSecondary" sx={{ mb: 3 }}>
          The first line names the columns; save the stores as CSV to see them all. Amounts may be in kitchen
          units. Nothing is changed before you say so.
        </Typography>
        <FileButton label="CSV file" accept=".csv,text/csv" onFile={read}>
          Choose a file
        </FileButton>
        {(message || preview?.message) && (
          <Alert severity="error" sx={{ mt: 3 }}>
            {message || preview?.message}
          </Alert>
        )}
        {preview && !preview.message && (
          <>
            <Typography role="status" sx={{ my: 3 }}>
              {count('new')} new, {count('changed')} changed, {count('same')} as they are, {wrong} wrong.
            </Typography>
            <Box sx={{ maxHeight: 360, overflow: 'auto' }}>
              <DataTable
                name="What it would change"
                columns={COLUMNS}
                rows={preview.rows.filter((r) => r.status !== 'same')}
                keyOf={(r) => String(r.line)}
              />
            </Box>
            {wrong > 0 && (
              <Drawn
                sx={{ mt: 2 }}
                field={declare.yesNo(
                  `Leave the ${wrong} wrong ${wrong === 1 ? 'row' : 'rows'} out and bring the others in`,
                )}
                value={leaveWrong}
                onValue={(on) => setLeaveWrong(on === true)}
              />
            )}
          </>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button
          variant="contained"
          disabled={!preview || !!preview.message || useful === 0 || (wrong > 0 && !leaveWrong)}
          onClick={bring}
        >
          Import
        </Button>
      </DialogActions>
    </Dialog>
  );
}
