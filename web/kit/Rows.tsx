import { Box, Button, IconButton, Paper } from '@mui/material';
import type { ReactNode } from 'react';
import { useFieldArray, useFormContext, type FieldValues } from 'react-hook-form';
import { CloseIcon, UpIcon } from './icons';

interface RowsProps {
  /** The path of the list in the form. */
  name: string;
  add: string;
  fresh: () => object;
  row: (path: string, index: number) => ReactNode;
  columns: string;
}

/** Entries of a list in a form that can be added, moved up and taken out. */
export function Rows({ name, add, fresh, row, columns }: RowsProps) {
  const { control } = useFormContext<FieldValues>();
  const { fields, append, remove, swap } = useFieldArray({ control, name, keyName: 'rowKey' });
  return (
    <>
      {fields.map((field, i) => (
        <Paper
          key={field.rowKey}
          variant="outlined"
          role="group"
          aria-label={`${add.replace(/^Add (an? )?/, '')} ${i + 1}`}
          sx={{ p: 3, display: 'flex', gap: 2, alignItems: 'start' }}
        >
          <Box
            sx={{
              flex: 1,
              minWidth: 0,
              display: 'grid',
              gap: 2,
              gridTemplateColumns: { xs: '1fr', md: columns },
            }}
          >
            {row(`${name}.${i}`, i)}
          </Box>
          <IconButton
            aria-label="Move up"
            disabled={i === 0}
            onClick={() => swap(i, i - 1)}
            sx={{ width: 44, height: 44 }}
          >
            <UpIcon fontSize="small" />
          </IconButton>
          <IconButton aria-label="Remove" onClick={() => remove(i)} sx={{ width: 44, height: 44 }}>
            <CloseIcon fontSize="small" />
          </IconButton>
        </Paper>
      ))}
      <Button variant="outlined" sx={{ justifySelf: 'start' }} onClick={() => append(fresh())}>
        {add}
      </Button>
    </>
  );
}

/** A row whose fields take the whole width below the others. */
export const Below = ({ children }: { children: ReactNode }) => (
  <Box
    sx={{ gridColumn: '1 / -1', display: 'flex', flexWrap: 'wrap', gap: 2, '& > *': { flex: '1 1 160px' } }}
  >
    {children}
  </Box>
);
